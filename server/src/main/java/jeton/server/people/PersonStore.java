package jeton.server.people;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.people.PersonState;
import jeton.core.segment.PlainText;
import jeton.server.database.Utc;
import jeton.server.segment.CriterionSql;
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
      INSERT INTO person (email, email_key, first_name, state, state_since, listed_since, zone, created_at)
      VALUES (:email, :emailKey, :firstName, :state, :now, CASE WHEN :state = 'ON_THE_LIST' THEN :now END, :zone, :now)
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
      INSERT INTO person_answer (person_id, field_key, answer, answer_key, at)
      VALUES (:id, :key, :answer, :plain, :now)
          ON DUPLICATE KEY UPDATE answer = VALUES(answer), answer_key = VALUES(answer_key), at = VALUES(at)
      """;
  private static final String ANSWERS =
      "SELECT field_key, answer, at FROM person_answer WHERE person_id = :id ORDER BY field_key";
  private static final String ALL_ANSWERS =
      "SELECT person_id, field_key, answer FROM person_answer WHERE person_id IN (:ids)";
  private static final String TAGS =
      """
      SELECT t.name FROM person_tag p JOIN tag t ON t.tag_key = p.tag_key
       WHERE p.person_id = :id
       ORDER BY t.name
      """;
  private static final String TAGS_OF =
      """
      SELECT p.person_id, t.name FROM person_tag p JOIN tag t ON t.tag_key = p.tag_key
       WHERE p.person_id IN (:ids)
       ORDER BY t.name
      """;
  private static final String LISTS_OF =
      """
      SELECT m.person_id, l.name FROM list_member m JOIN mailing_list l ON l.id = m.list_id AND l.removed_at IS NULL
       WHERE m.person_id IN (:ids) AND m.left_at IS NULL
       ORDER BY l.id
      """;
  private static final String TELL =
      """
      UPDATE person
         SET email = :email,
             first_name = CASE WHEN :firstName = '' THEN first_name ELSE :firstName END,
             zone = COALESCE(:zone, zone)
       WHERE id = :id
      """;

  private static final String CAME_FROM =
      """
      UPDATE person
         SET from_form = (SELECT form_key FROM form WHERE id = :formId), from_site = NULLIF(:site, ''),
             from_campaign = NULLIF(:campaign, '')
       WHERE id = :id
      """;

  private static final String CONFIRMED =
      "UPDATE person SET confirmed_at = COALESCE(confirmed_at, :now) WHERE id = :id";
  // Where somebody stood before is kept while they are unreachable: they may be reachable again.
  private static final String CHANGE_STATE =
      """
      UPDATE person
         SET former_state = CASE WHEN :state = 'UNREACHABLE' THEN state END, state = :state, state_since = :now,
             listed_since = CASE :state WHEN 'ON_THE_LIST' THEN COALESCE(listed_since, :now)
                                        WHEN 'LEFT' THEN NULL ELSE listed_since END
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

  /** Words and a question, ready to be asked. */
  record Search(String words, CriterionSql.Where where) {}

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

  void cameFrom(long id, long formId, String site, String campaign) {
    db.sql(CAME_FROM)
        .param("id", id)
        .param("formId", formId)
        .param("site", site)
        .param("campaign", campaign)
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
                .param("plain", PlainText.of(answer))
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

  /**
   * A page of people, newest first, and how many there are, counted up to 100,001.
   *
   * @param from how many to pass over
   */
  People.Page page(Search search, int from, int most) {
    if (search.words().isBlank()) {
      return new People.Page(search(search, from, most), count(search));
    }
    // Words are looked for once for both, within an index of all addresses and names.
    List<Long> found = matching(search);
    return new People.Page(
        found.size() < COUNTED
            ? inOrder(
                found.stream().sorted(Comparator.reverseOrder()).skip(from).limit(most).toList())
            : search(search, from, most),
        found.size());
  }

  private List<Long> matching(Search search) {
    Map<String, Object> params = new HashMap<>(Map.of("counted", COUNTED));
    String where = where(search, params);
    return db.sql("SELECT p.id FROM person p FORCE INDEX (by_words)" + where + " LIMIT :counted")
        .params(params)
        .query(Long.class)
        .list();
  }

  private List<Person> inOrder(List<Long> ids) {
    return ids.isEmpty()
        ? List.of()
        : db.sql(
                "SELECT id, email, first_name, state, zone, created_at FROM person"
                    + " WHERE id IN (:ids) ORDER BY id DESC")
            .param("ids", ids)
            .query(PersonStore::person)
            .list();
  }

  List<Person> search(Search search, int from, int most) {
    Map<String, Object> params = new HashMap<>(Map.of("from", from, "most", most));
    String where = where(search, params);
    return db.sql(
            "SELECT id, email, first_name, state, zone, created_at FROM person p"
                + where
                + " ORDER BY p.id DESC LIMIT :most OFFSET :from")
        .params(params)
        .query(PersonStore::person)
        .list();
  }

  List<Person> below(Search search, long below, int most) {
    Map<String, Object> params = new HashMap<>(Map.of("below", below, "most", most));
    String where = where(search, params);
    return db.sql(
            "SELECT id, email, first_name, state, zone, created_at FROM person p"
                + where
                + " AND p.id < :below ORDER BY p.id DESC LIMIT :most")
        .params(params)
        .query(PersonStore::person)
        .list();
  }

  List<String> origins(String column) {
    return db.sql(
            "SELECT %1$s FROM person WHERE %1$s IS NOT NULL GROUP BY %1$s ORDER BY COUNT(*) DESC LIMIT 100"
                .formatted(column))
        .query(String.class)
        .list();
  }

  void rename(long id, String firstName) {
    db.sql("UPDATE person SET first_name = :name WHERE id = :id")
        .param("id", id)
        .param("name", firstName)
        .update();
  }

  /** Of a page of people, what a table may show: three questions for all of them. */
  List<People.PersonRow> rows(List<Person> people) {
    if (people.isEmpty()) {
      return List.of();
    }
    List<Long> ids = people.stream().map(Person::id).toList();
    Map<Long, List<String>> tags = named(TAGS_OF, ids);
    Map<Long, List<String>> lists = named(LISTS_OF, ids);
    Map<Long, Map<String, String>> answers = answers(ids);
    Map<Long, Origin> origins = origins(ids);
    return people.stream()
        .map(
            person ->
                new People.PersonRow(
                    person,
                    tags.getOrDefault(person.id(), List.of()),
                    lists.getOrDefault(person.id(), List.of()),
                    answers.getOrDefault(person.id(), Map.of()),
                    origins.get(person.id()).listedSince(),
                    origins.get(person.id()).source()))
        .toList();
  }

  private record Origin(Optional<Instant> listedSince, String source) {}

  private Map<Long, Origin> origins(Collection<Long> ids) {
    Map<Long, Origin> origins = new HashMap<>();
    db.sql(
            "SELECT id, listed_since, COALESCE(from_site, '') AS site, COALESCE(from_campaign, '') AS campaign"
                + " FROM person WHERE id IN (:ids)")
        .param("ids", ids)
        .query(
            row -> {
              String campaign = row.getString("campaign");
              String site = row.getString("site");
              String source =
                  campaign.isEmpty() ? site : site.isEmpty() ? campaign : site + ", " + campaign;
              origins.put(
                  row.getLong("id"), new Origin(Utc.readOptional(row, "listed_since"), source));
            });
    return origins;
  }

  private Map<Long, List<String>> named(String sql, Collection<Long> ids) {
    Map<Long, List<String>> named = new HashMap<>();
    db.sql(sql)
        .param("ids", ids)
        .query(
            row -> {
              named
                  .computeIfAbsent(row.getLong("person_id"), id -> new java.util.ArrayList<>())
                  .add(row.getString("name"));
            });
    return named;
  }

  void leaveUntracked(long id, boolean untracked) {
    db.sql("UPDATE person SET untracked = :untracked WHERE id = :id")
        .param("id", id)
        .param("untracked", untracked)
        .update();
  }

  private long count(Search search) {
    Map<String, Object> params = new HashMap<>(Map.of("counted", COUNTED));
    String where = where(search, params);
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

  private static String where(Search search, Map<String, Object> params) {
    StringBuilder where =
        new StringBuilder(
            " WHERE p.erased_at IS NULL AND (p.merged_into IS NULL OR p.state <> 'LEFT') AND ");
    where.append(search.where().sql());
    params.putAll(search.where().params());
    if (!search.words().isBlank()) {
      String words =
          search.words().strip().replace("!", "!!").replace("%", "!%").replace("_", "!_");
      where.append(
          " AND (p.email_key LIKE :key ESCAPE '!' OR p.first_name LIKE :words ESCAPE '!')");
      params.put(
          "key",
          "%" + words.toLowerCase(java.util.Locale.ROOT).replaceAll("[^\\x20-\\x7E]", "?") + "%");
      params.put("words", words + "%");
    }
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
