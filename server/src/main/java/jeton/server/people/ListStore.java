package jeton.server.people;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jeton.core.people.ListSettings;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Lists and their members. */
@Repository
class ListStore {
  private static final String ALL =
      "SELECT id, name, sentence, list_key FROM mailing_list WHERE removed_at IS NULL ORDER BY id";
  private static final String COUNTS =
      """
      SELECT m.list_id, COUNT(*) AS people
        FROM list_member m
       WHERE m.left_at IS NULL
       GROUP BY m.list_id
      """;
  private static final String ADD =
      "INSERT INTO mailing_list (name, sentence, list_key, created_at) VALUES (:name, :sentence, :key, :now)";
  private static final String CHANGE =
      "UPDATE mailing_list SET name = :name, sentence = :sentence WHERE id = :id AND removed_at IS NULL";
  private static final String REMOVE =
      "UPDATE mailing_list SET removed_at = :now WHERE id = :id AND removed_at IS NULL";

  // Affected rows: 1 when new, 2 when they had left, 0 when they are on it.
  private static final String JOIN =
      """
      INSERT INTO list_member (list_id, person_id, since)
      VALUES (:listId, :personId, :now)
          ON DUPLICATE KEY UPDATE since = CASE WHEN left_at IS NULL THEN since ELSE :now END, left_at = NULL
      """;
  private static final String LEAVE =
      """
      UPDATE list_member SET left_at = :now
       WHERE list_id = :listId AND person_id = :personId AND left_at IS NULL
      """;
  private static final String LEAVE_ALL =
      "UPDATE list_member SET left_at = :now WHERE person_id = :personId AND left_at IS NULL";
  private static final String OF =
      """
      SELECT m.list_id, l.name, l.sentence, m.since, m.left_at
        FROM list_member m
        JOIN mailing_list l ON l.id = m.list_id AND l.removed_at IS NULL
       WHERE m.person_id = :personId
       ORDER BY m.list_id
      """;
  private static final String ON_LIST =
      """
      SELECT person_id FROM list_member
       WHERE list_id = :listId AND person_id IN (:ids) AND left_at IS NULL
      """;

  private final JdbcClient db;

  ListStore(JdbcClient db) {
    this.db = db;
  }

  List<Lists.MailingList> all() {
    return db.sql(ALL)
        .query(
            (row, n) ->
                new Lists.MailingList(
                    row.getLong("id"),
                    row.getString("list_key"),
                    new ListSettings(row.getString("name"), row.getString("sentence"))))
        .list();
  }

  Map<Long, Long> counts() {
    Map<Long, Long> counts = new HashMap<>();
    db.sql(COUNTS)
        .query(
            row -> {
              counts.put(row.getLong("list_id"), row.getLong("people"));
            });
    return counts;
  }

  void add(ListSettings settings, String key, Instant now) {
    db.sql(ADD)
        .param("name", settings.name())
        .param("sentence", settings.sentence())
        .param("key", key)
        .param("now", Utc.bind(now))
        .update();
  }

  boolean change(long id, ListSettings settings) {
    return 1
        == db.sql(CHANGE)
            .param("id", id)
            .param("name", settings.name())
            .param("sentence", settings.sentence())
            .update();
  }

  boolean remove(long id, Instant now) {
    return 1 == db.sql(REMOVE).param("id", id).param("now", Utc.bind(now)).update();
  }

  /** False when they are on it already. */
  boolean join(long listId, long personId, Instant now) {
    return 0
        < db.sql(JOIN)
            .param("listId", listId)
            .param("personId", personId)
            .param("now", Utc.bind(now))
            .update();
  }

  boolean leave(long listId, long personId, Instant now) {
    return 1
        == db.sql(LEAVE)
            .param("listId", listId)
            .param("personId", personId)
            .param("now", Utc.bind(now))
            .update();
  }

  void leaveAll(long personId, Instant now) {
    db.sql(LEAVE_ALL).param("personId", personId).param("now", Utc.bind(now)).update();
  }

  List<Lists.Membership> of(long personId) {
    return db.sql(OF)
        .param("personId", personId)
        .query(
            (row, n) ->
                new Lists.Membership(
                    row.getLong("list_id"),
                    row.getString("name"),
                    row.getString("sentence"),
                    Utc.read(row, "since"),
                    Utc.readOptional(row, "left_at")))
        .list();
  }

  Set<Long> onList(long listId, Collection<Long> ids) {
    return Set.copyOf(
        db.sql(ON_LIST).param("listId", listId).param("ids", ids).query(Long.class).list());
  }
}
