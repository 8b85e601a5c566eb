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
import jeton.core.segment.PlainText;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** People, and what belongs to one of them. */
@Repository
class PersonStore {
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

  private static final String COLUMNS =
      "SELECT id, email, first_name, state, zone, created_at FROM person";
  private static final String FIND = COLUMNS + " WHERE id = :id";
  private static final String ALL = COLUMNS + " WHERE id IN (:ids)";

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
  private static final String ALL_ANSWERS =
      "SELECT person_id, field_key, answer FROM person_answer WHERE person_id IN (:ids)";
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

  private final JdbcClient db;

  PersonStore(JdbcClient db) {
    this.db = db;
  }

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

  List<Person> all(Collection<Long> ids) {
    return db.sql(ALL).param("ids", ids).query(PersonStore::person).list();
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

  void rename(long id, String firstName) {
    db.sql("UPDATE person SET first_name = :name WHERE id = :id")
        .param("id", id)
        .param("name", firstName)
        .update();
  }

  void leaveUntracked(long id, boolean untracked) {
    db.sql("UPDATE person SET untracked = :untracked WHERE id = :id")
        .param("id", id)
        .param("untracked", untracked)
        .update();
  }

  static Person person(ResultSet row, int n) throws SQLException {
    return new Person(
        row.getLong("id"),
        row.getString("email"),
        row.getString("first_name"),
        PersonState.valueOf(row.getString("state")),
        Optional.ofNullable(row.getString("zone")),
        Utc.read(row, "created_at"));
  }
}
