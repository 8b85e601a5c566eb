package jeton.server.people;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.people.PersonState;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** People, and what belongs to one of them. */
@Repository
class PersonStore {
  private static final int COUNTED = 100_001;

  // An address seen before counts as 2 rows and is locked at once. INSERT IGNORE would only lock it
  // for sharing, and
  // two sign-ups of one person would then wait for each other.
  private static final String ADD =
      """
      INSERT INTO person (email, email_key, first_name, state, state_since, zone, created_at)
      VALUES (:email, :emailKey, :firstName, :state, :now, :zone, :now)
          ON DUPLICATE KEY UPDATE sign_ups = sign_ups + 1
      """;

  private static final String BY_KEY =
      """
      SELECT id, email, first_name, state, zone, created_at
        FROM person
       WHERE email_key = :emailKey
         FOR UPDATE
      """;

  private static final String FIND =
      "SELECT id, email, first_name, state, zone, created_at FROM person WHERE id = :id";

  // Written rather than only locked: other nodes of a replicated database see nothing else.
  private static final String LOCK = "UPDATE person SET guard = guard + 1 WHERE id = :id";
  private static final String LOCK_ALL =
      "UPDATE person SET guard = guard + 1 WHERE id IN (:ids) ORDER BY id";
  private static final String FIND_KEY =
      "SELECT id, email, first_name, state, zone, created_at FROM person WHERE email_key = :emailKey";
  private static final String ANSWERED =
      """
      INSERT INTO person_answer (person_id, field_key, answer, at)
      VALUES (:id, :key, :answer, :now)
          ON DUPLICATE KEY UPDATE answer = VALUES(answer), at = VALUES(at)
      """;
  private static final String ANSWERS =
      "SELECT field_key, answer, at FROM person_answer WHERE person_id = :id ORDER BY field_key";
  private static final String ALL_ANSWERS =
      "SELECT person_id, field_key, answer FROM person_answer WHERE person_id IN (:ids)";
  private static final String TAGS =
      """
      SELECT t.name FROM person_tag p JOIN tag t ON t.tag_key = p.tag_key
       WHERE p.person_id = :id
       ORDER BY t.tag_key
      """;
  private static final String TELL =
      """
      UPDATE person
         SET email = :email,
             first_name = CASE WHEN :firstName = '' THEN first_name ELSE :firstName END,
             zone = COALESCE(:zone, zone)
       WHERE id = :id
      """;

  private static final String CONFIRMED =
      "UPDATE person SET confirmed_at = COALESCE(confirmed_at, :now) WHERE id = :id";
  // Where somebody stood before is kept while they are unreachable: they may be reachable again.
  private static final String CHANGE_STATE =
      """
      UPDATE person
         SET former_state = CASE WHEN :state = 'UNREACHABLE' THEN state END, state = :state, state_since = :now
       WHERE id = :id AND state <> :state
      """;

  private static final String SIGN_UPS =
      """
      SELECT s.at, o.name AS offer, s.page, s.campaign, s.zone, s.network, s.doubt, w.wording, s.consent_given,
             s.confirmed_at, s.confirmed_network, s.confirmed_by
        FROM sign_up s
        JOIN offer o ON o.id = s.offer_id
        LEFT JOIN consent_wording w ON w.id = s.consent_wording_id
       WHERE s.person_id = :id
       ORDER BY s.id
      """;

  private static final String PASSES =
      """
      SELECT o.name AS offer, p.issued_at, p.expires_at, p.most_uses, p.uses, p.first_used_at
        FROM pass p
        JOIN offer o ON o.id = p.offer_id
       WHERE p.person_id = :id
       ORDER BY p.id
      """;

  private static final String RUNS =
      """
      SELECT q.id AS sequence_id, q.name AS sequence, COALESCE(o.name, '') AS offer, r.started_at, r.next_due_at, r.ended_at, r.end_reason
        FROM run r
        JOIN sequence q ON q.id = r.sequence_id
        LEFT JOIN offer o ON o.id = r.offer_id
       WHERE r.person_id = :id
       ORDER BY r.id
      """;

  private final JdbcClient db;

  PersonStore(JdbcClient db) {
    this.db = db;
  }

  /** Evidence of one sign-up (S10). */
  public record SignUp(
      Instant at,
      String offer,
      String page,
      String campaign,
      Optional<String> zone,
      String network,
      Optional<String> doubt,
      Optional<String> wording,
      boolean consentGiven,
      Optional<Instant> confirmedAt,
      Optional<String> confirmedNetwork,
      Optional<String> confirmedBy) {}

  /** One pass. */
  public record Pass(
      String offer,
      Instant issuedAt,
      Optional<Instant> expiresAt,
      Optional<Integer> mostUses,
      int uses,
      Optional<Instant> firstUsedAt) {}

  /** One way through a sequence. */
  public record Run(
      long sequenceId,
      String sequence,
      String offer,
      Instant startedAt,
      Optional<Instant> nextDueAt,
      Optional<Instant> endedAt,
      Optional<String> endReason) {}

  /** What belongs to a person. */
  public record Dossier(
      List<SignUp> signUps,
      List<Pass> passes,
      List<Run> runs,
      List<AnsweredField> answers,
      List<String> tags,
      boolean untracked) {}

  /** What somebody answered to one of the business's own fields, and when. */
  public record AnsweredField(String key, String answer, Instant at) {}

  People.Met meet(People.Told told, PersonState stateWhenNew, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    int rows =
        db.sql(ADD)
            .param("email", told.address().send())
            .param("emailKey", told.address().compareKey())
            .param("firstName", told.firstName())
            .param("state", stateWhenNew.name())
            .param("zone", told.zone().orElse(null))
            .param("now", Utc.bind(now))
            .update(id);
    if (rows == 1) {
      long personId = id.getKey().longValue();
      return new People.Met(
          new Person(
              personId, told.address().send(), told.firstName(), stateWhenNew, told.zone(), now),
          true);
    }
    Person known =
        db.sql(BY_KEY)
            .param("emailKey", told.address().compareKey())
            .query(PersonStore::person)
            .single();
    return new People.Met(known, false);
  }

  /** Takes over what a confirmed sign-up told (S12). */
  void tell(long id, People.Confirmed confirmed) {
    db.sql(TELL)
        .param("id", id)
        .param("email", confirmed.email())
        .param("firstName", confirmed.firstName())
        .param("zone", confirmed.zone().orElse(null))
        .update();
  }

  void confirmed(long id, Instant now) {
    db.sql(CONFIRMED).param("id", id).param("now", Utc.bind(now)).update();
  }

  Optional<Person> byKey(String key) {
    return db.sql(FIND_KEY).param("emailKey", key).query(PersonStore::person).optional();
  }

  Map<Long, Map<String, String>> answers(Collection<Long> ids) {
    Map<Long, Map<String, String>> answers = new HashMap<>();
    db.sql(ALL_ANSWERS)
        .param("ids", ids)
        .query(
            row -> {
              answers
                  .computeIfAbsent(row.getLong("person_id"), id -> new HashMap<>())
                  .put(row.getString("field_key"), row.getString("answer"));
            });
    return answers;
  }

  void answered(long id, Map<String, String> answers, Instant now) {
    answers.forEach(
        (key, answer) ->
            db.sql(ANSWERED)
                .param("id", id)
                .param("key", key)
                .param("answer", answer)
                .param("now", Utc.bind(now))
                .update());
  }

  Optional<Person> find(long id) {
    return db.sql(FIND).param("id", id).query(PersonStore::person).optional();
  }

  Optional<Person> lock(long id) {
    return db.sql(LOCK).param("id", id).update() == 1 ? find(id) : Optional.empty();
  }

  void lockAll(Collection<Long> ids) {
    db.sql(LOCK_ALL).param("ids", ids).update();
  }

  void changeState(long id, PersonState state, Instant now) {
    db.sql(CHANGE_STATE)
        .param("id", id)
        .param("state", state.name())
        .param("now", Utc.bind(now))
        .update();
  }

  List<Person> search(People.Filter filter, int from, int most) {
    Map<String, Object> params = new HashMap<>(Map.of("from", from, "most", most));
    String where = where(filter, params);
    return db.sql(
            "SELECT id, email, first_name, state, zone, created_at FROM person p"
                + where
                + " ORDER BY p.id DESC LIMIT :most OFFSET :from")
        .params(params)
        .query(PersonStore::person)
        .list();
  }

  List<Person> below(People.Filter filter, long below, int most) {
    Map<String, Object> params = new HashMap<>(Map.of("below", below, "most", most));
    String where = where(filter, params);
    return db.sql(
            "SELECT id, email, first_name, state, zone, created_at FROM person p"
                + where
                + " AND p.id < :below ORDER BY p.id DESC LIMIT :most")
        .params(params)
        .query(PersonStore::person)
        .list();
  }

  void leaveUntracked(long id, boolean untracked) {
    db.sql("UPDATE person SET untracked = :untracked WHERE id = :id")
        .param("id", id)
        .param("untracked", untracked)
        .update();
  }

  long count(People.Filter filter) {
    Map<String, Object> params = new HashMap<>(Map.of("counted", COUNTED));
    String where = where(filter, params);
    return db.sql("SELECT COUNT(*) FROM (SELECT 1 FROM person p" + where + " LIMIT :counted) found")
        .params(params)
        .query(Long.class)
        .single();
  }

  Dossier dossier(long id) {
    return new Dossier(
        db.sql(SIGN_UPS).param("id", id).query(PersonStore::signUp).list(),
        db.sql(PASSES).param("id", id).query(PersonStore::pass).list(),
        db.sql(RUNS).param("id", id).query(PersonStore::run).list(),
        db.sql(ANSWERS)
            .param("id", id)
            .query(
                (row, n) ->
                    new AnsweredField(
                        row.getString("field_key"), row.getString("answer"), Utc.read(row, "at")))
            .list(),
        db.sql(TAGS).param("id", id).query(String.class).list(),
        db.sql("SELECT untracked FROM person WHERE id = :id")
            .param("id", id)
            .query(Boolean.class)
            .single());
  }

  private static String where(People.Filter filter, Map<String, Object> params) {
    StringBuilder where = new StringBuilder(" WHERE 1 = 1");
    if (!filter.words().isBlank()) {
      String words =
          filter.words().strip().replace("!", "!!").replace("%", "!%").replace("_", "!_");
      where.append(
          " AND (p.email_key LIKE :key ESCAPE '!' OR p.first_name LIKE :words ESCAPE '!')");
      params.put(
          "key",
          "%" + words.toLowerCase(java.util.Locale.ROOT).replaceAll("[^\\x20-\\x7E]", "?") + "%");
      params.put("words", words + "%");
    }
    filter
        .state()
        .ifPresent(
            state -> {
              where.append(" AND p.state = :state");
              params.put("state", state.name());
            });
    filter
        .offerId()
        .ifPresent(
            offerId -> {
              where.append(
                  " AND EXISTS (SELECT 1 FROM sign_up s WHERE s.person_id = p.id AND s.offer_id = :offerId)");
              params.put("offerId", offerId);
            });
    filter
        .tag()
        .ifPresent(
            tag -> {
              where.append(
                  " AND EXISTS (SELECT 1 FROM person_tag t WHERE t.person_id = p.id AND t.tag_key = :tag)");
              params.put("tag", jeton.core.people.TagName.key(tag));
            });
    return where.toString();
  }

  private static Person person(ResultSet row, int n) throws SQLException {
    return new Person(
        row.getLong("id"),
        row.getString("email"),
        row.getString("first_name"),
        PersonState.valueOf(row.getString("state")),
        Optional.ofNullable(row.getString("zone")),
        Utc.read(row, "created_at"));
  }

  private static SignUp signUp(ResultSet row, int n) throws SQLException {
    return new SignUp(
        Utc.read(row, "at"),
        row.getString("offer"),
        row.getString("page"),
        row.getString("campaign"),
        Optional.ofNullable(row.getString("zone")),
        row.getString("network"),
        Optional.ofNullable(row.getString("doubt")),
        Optional.ofNullable(row.getString("wording")),
        row.getBoolean("consent_given"),
        Utc.readOptional(row, "confirmed_at"),
        Optional.ofNullable(row.getString("confirmed_network")),
        Optional.ofNullable(row.getString("confirmed_by")));
  }

  private static Pass pass(ResultSet row, int n) throws SQLException {
    return new Pass(
        row.getString("offer"),
        Utc.read(row, "issued_at"),
        Utc.readOptional(row, "expires_at"),
        Optional.ofNullable(row.getObject("most_uses", Integer.class)),
        row.getInt("uses"),
        Utc.readOptional(row, "first_used_at"));
  }

  private static Run run(ResultSet row, int n) throws SQLException {
    return new Run(
        row.getLong("sequence_id"),
        row.getString("sequence"),
        row.getString("offer"),
        Utc.read(row, "started_at"),
        Utc.readOptional(row, "next_due_at"),
        Utc.readOptional(row, "ended_at"),
        Optional.ofNullable(row.getString("end_reason")));
  }
}
