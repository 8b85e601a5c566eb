package jeton.server.dossier;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jeton.core.people.PersonState;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Moves what belongs to one person to another, and back. */
@Repository
class MergeStore {
  /** Tables whose rows go over by their number, with what they are to the owner. */
  private static final Map<String, String> BY_ID = new LinkedHashMap<>();

  /** Tables with a key that holds the person: what the other lacks goes over. */
  private static final Map<String, String> BY_KEY = new LinkedHashMap<>();

  static {
    BY_ID.put("sign_up", "sign-ups");
    BY_ID.put("pass", "passes");
    BY_ID.put("coupon_grant", "codes");
    BY_ID.put("purchase", "purchases");
    BY_ID.put("quiz_play", "quiz plays");
    BY_ID.put("spin", "spins");
    BY_ID.put("outbox", "emails");
    BY_ID.put("event", "lines of history");
    BY_ID.put("person_note", "notes");
    BY_KEY.put("person_tag", "tag_key");
    BY_KEY.put("person_answer", "field_key");
    BY_KEY.put("list_member", "list_id");
    BY_KEY.put("result", "offer_id");
  }

  private final JdbcClient db;
  private final Documents documents;

  MergeStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  /**
   * What went over.
   *
   * @param rows numbers of rows by table
   * @param keys keys of rows by table
   */
  record Moved(
      Map<String, List<Long>> rows, Map<String, List<String>> keys, PersonState goneState) {
    Moved {
      rows = rows == null ? Map.of() : rows;
      keys = keys == null ? Map.of() : keys;
    }
  }

  boolean isGone(long id) {
    return db.sql(
            "SELECT erased_at IS NOT NULL OR merged_into IS NOT NULL FROM person WHERE id = :id")
        .param("id", id)
        .query(Boolean.class)
        .optional()
        .orElse(true);
  }

  Map<String, Long> counts(long goneId) {
    Map<String, Long> counts = new LinkedHashMap<>();
    BY_ID.forEach(
        (table, words) ->
            counts.put(
                words,
                db.sql("SELECT COUNT(*) FROM " + table + " WHERE person_id = :id")
                    .param("id", goneId)
                    .query(Long.class)
                    .single()));
    counts.put(
        "tags",
        db.sql("SELECT COUNT(*) FROM person_tag WHERE person_id = :id")
            .param("id", goneId)
            .query(Long.class)
            .single());
    return counts;
  }

  void merge(long keptId, long goneId, PersonState goneState, Instant now) {
    Map<String, List<Long>> rows = new LinkedHashMap<>();
    for (String table : BY_ID.keySet()) {
      rows.put(table, ids(table, goneId));
    }
    rows.forEach((table, ids) -> moveRows(table, ids, keptId));
    Map<String, List<String>> keys = new LinkedHashMap<>();
    BY_KEY.forEach((table, key) -> keys.put(table, lacking(table, key, keptId, goneId)));
    keys.forEach((table, some) -> moveKeys(table, some, goneId, keptId));
    db.sql(
            "INSERT INTO person_merge (kept_id, gone_id, at, moved) VALUES (:kept, :gone, :now, :moved)")
        .param("kept", keptId)
        .param("gone", goneId)
        .param("now", Utc.bind(now))
        .param("moved", documents.write(new Moved(rows, keys, goneState)))
        .update();
    db.sql("UPDATE person SET merged_into = :kept WHERE id = :gone")
        .param("kept", keptId)
        .param("gone", goneId)
        .update();
    db.sql(
            "UPDATE person k JOIN person g ON g.id = :gone SET k.first_name = CASE WHEN k.first_name = ''"
                + " THEN g.first_name ELSE k.first_name END, k.zone = COALESCE(k.zone, g.zone) WHERE k.id = :kept")
        .param("kept", keptId)
        .param("gone", goneId)
        .update();
  }

  /** Sign-ups of both by one rendered form stay where they are: one form is one sign-up each. */
  private List<Long> ids(String table, long goneId) {
    return db.sql("SELECT id FROM " + table + " WHERE person_id = :id ORDER BY id")
        .param("id", goneId)
        .query(Long.class)
        .list();
  }

  private void moveRows(String table, List<Long> ids, long to) {
    if (!ids.isEmpty()) {
      db.sql("UPDATE IGNORE " + table + " SET person_id = :to WHERE id IN (:ids)")
          .param("to", to)
          .param("ids", ids)
          .update();
    }
  }

  private List<String> lacking(String table, String key, long keptId, long goneId) {
    return db.sql(
            ("SELECT CAST(%1$s AS CHAR) FROM %2$s g WHERE person_id = :gone AND NOT EXISTS"
                    + " (SELECT 1 FROM %2$s k WHERE k.person_id = :kept AND k.%1$s = g.%1$s)")
                .formatted(key, table))
        .param("gone", goneId)
        .param("kept", keptId)
        .query(String.class)
        .list();
  }

  private void moveKeys(String table, List<String> keys, long from, long to) {
    if (!keys.isEmpty()) {
      db.sql(
              "UPDATE %s SET person_id = :to WHERE person_id = :from AND %s IN (:keys)"
                  .formatted(table, BY_KEY.get(table)))
          .param("to", to)
          .param("from", from)
          .param("keys", keys)
          .update();
    }
  }

  Optional<Merging.Merge> newest(long keptId, Instant since) {
    return db.sql(
            "SELECT m.id, m.kept_id, m.gone_id, p.email, m.at FROM person_merge m JOIN person p ON p.id = m.gone_id"
                + " WHERE m.kept_id = :kept AND m.at > :since AND m.undone_at IS NULL AND m.moved <> '{}'"
                + " ORDER BY m.id DESC LIMIT 1")
        .param("kept", keptId)
        .param("since", Utc.bind(since))
        .query(
            (row, n) ->
                new Merging.Merge(
                    row.getLong("id"),
                    row.getLong("kept_id"),
                    row.getLong("gone_id"),
                    row.getString("email"),
                    Utc.read(row, "at")))
        .optional();
  }

  void undo(Merging.Merge merge) {
    Moved moved =
        documents.read(
            db.sql("SELECT moved FROM person_merge WHERE id = :id")
                .param("id", merge.id())
                .query(String.class)
                .single(),
            Moved.class);
    moved.rows().entrySet().stream()
        .filter(e -> BY_ID.containsKey(e.getKey()))
        .forEach(e -> moveRows(e.getKey(), e.getValue(), merge.goneId()));
    moved.keys().entrySet().stream()
        .filter(e -> BY_KEY.containsKey(e.getKey()))
        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue))
        .forEach((table, keys) -> moveKeys(table, keys, merge.keptId(), merge.goneId()));
    db.sql("UPDATE person_merge SET undone_at = at WHERE id = :id")
        .param("id", merge.id())
        .update();
    db.sql("UPDATE person SET merged_into = NULL, state = :state WHERE id = :id")
        .param("id", merge.goneId())
        .param("state", moved.goneState().name())
        .update();
  }
}
