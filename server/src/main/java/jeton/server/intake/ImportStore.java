package jeton.server.intake;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.people.PersonState;
import jeton.core.people.TagName;
import jeton.core.segment.PlainText;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import jeton.server.token.Tokens;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Imports, and the people they write: a page of rows in a few statements. */
@Repository
class ImportStore {
  private static final int ROWS_A_STATEMENT = 500;
  private static final String COLUMNS =
      """
      SELECT id, name, hash, plan, state, by_whom, created_at, finished_at, total_rows, read_rows, added, changed,
             unchanged, refused, checked, trouble
        FROM person_import
      """;
  private static final String ADD =
      """
      INSERT INTO person_import (name, hash, plan, state, by_whom, created_at, total_rows)
      VALUES (:name, :hash, :plan, 'READ', :by, :now, :rows)
      """;
  // A worker keeps what it reads for half a minute at a time: two would read the file over and
  // over.
  private static final String CLAIM =
      """
      UPDATE person_import SET worker = :worker, lease_until = :until
       WHERE state IN ('CHECKING', 'RUNNING') AND (worker = :worker OR lease_until IS NULL OR lease_until < :now)
       ORDER BY id LIMIT 1
      """;
  private static final String CLAIMED =
      COLUMNS + " WHERE state IN ('CHECKING', 'RUNNING') AND worker = :worker ORDER BY id LIMIT 1";
  private static final String PROGRESS =
      """
      UPDATE person_import
         SET read_rows = read_rows + :rows, added = added + :added, changed = changed + :changed,
             unchanged = unchanged + :unchanged, refused = refused + :refused
       WHERE id = :id AND worker = :worker AND read_rows = :readBefore AND state IN ('CHECKING', 'RUNNING')
      """;
  private static final String KNOWN =
      "SELECT id, email_key, state, first_name FROM person WHERE email_key IN (:keys)";
  private static final String IMPORTED =
      """
      INSERT INTO event (at, kind, person_id, detail)
      SELECT :now, 'IMPORTED', id, :detail FROM person WHERE import_id = :id AND id > :after
      """;
  private static final String ON_LISTS =
      """
      INSERT IGNORE INTO list_member (list_id, person_id, since)
      SELECT l.id, p.id, :now FROM person p JOIN mailing_list l ON l.id IN (:lists)
       WHERE p.import_id = :id AND p.id > :after AND p.state = 'ON_THE_LIST'
      """;
  private static final String KNOWN_ON_LISTS =
      """
      INSERT IGNORE INTO list_member (list_id, person_id, since)
      SELECT l.id, p.id, :now FROM person p JOIN mailing_list l ON l.id IN (:lists)
       WHERE p.id IN (:ids) AND p.state = 'ON_THE_LIST'
      """;
  private static final String WRITTEN_TO =
      """
      SELECT COUNT(*) FROM person p
       WHERE p.import_id = :id AND EXISTS (SELECT 1 FROM outbox o WHERE o.person_id = p.id AND o.state = 'SENT')
      """;

  private final JdbcClient db;
  private final JdbcTemplate template;
  private final Documents documents;

  ImportStore(JdbcClient db, JdbcTemplate template, Documents documents) {
    this.db = db;
    this.template = template;
    this.documents = documents;
  }

  long add(String name, String hash, ImportPlan plan, String by, long rows, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD)
        .param("name", name)
        .param("hash", hash)
        .param("plan", documents.write(plan))
        .param("by", by)
        .param("rows", rows)
        .param("now", Utc.bind(now))
        .update(id);
    return id.getKey().longValue();
  }

  List<PersonImport> newest(int most) {
    return db.sql(COLUMNS + " ORDER BY id DESC LIMIT :most")
        .param("most", most)
        .query(this::row)
        .list();
  }

  Optional<PersonImport> find(long id) {
    return db.sql(COLUMNS + " WHERE id = :id").param("id", id).query(this::row).optional();
  }

  Optional<PersonImport> lock(long id) {
    return db.sql(COLUMNS + " WHERE id = :id FOR UPDATE")
        .param("id", id)
        .query(this::row)
        .optional();
  }

  void plan(long id, ImportPlan plan) {
    db.sql("UPDATE person_import SET plan = :plan WHERE id = :id")
        .param("id", id)
        .param("plan", documents.over(db, "person_import", "plan", id, plan))
        .update();
  }

  /** Begins a way through its rows: counts start at nothing. */
  void begin(long id, PersonImport.State state) {
    db.sql(
            "UPDATE person_import SET state = :state, read_rows = 0, added = 0, changed = 0, unchanged = 0, refused = 0,"
                + " trouble = NULL, worker = NULL, lease_until = NULL WHERE id = :id")
        .param("id", id)
        .param("state", state.name())
        .update();
  }

  void checked(long id, PersonImport.ImportCounts counts) {
    db.sql(
            "UPDATE person_import SET state = 'CHECKED', checked = :counts, worker = NULL, lease_until = NULL"
                + " WHERE id = :id AND state = 'CHECKING'")
        .param("id", id)
        .param("counts", documents.write(counts))
        .update();
  }

  void end(long id, PersonImport.State state, String trouble, Instant now) {
    db.sql(
            "UPDATE person_import SET state = :state, finished_at = :now, trouble = NULLIF(:trouble, ''), worker = NULL,"
                + " lease_until = NULL WHERE id = :id")
        .param("id", id)
        .param("state", state.name())
        .param("trouble", trouble)
        .param("now", Utc.bind(now))
        .update();
  }

  /** One that is to be worked on, for this worker alone. */
  Optional<PersonImport> claim(String worker, Instant now, Duration lease) {
    int claimed =
        db.sql(CLAIM)
            .param("worker", worker)
            .param("now", Utc.bind(now))
            .param("until", Utc.bind(now.plus(lease)))
            .update();
    return claimed == 0
        ? Optional.empty()
        : db.sql(CLAIMED).param("worker", worker).query(this::row).optional();
  }

  /** False when it was taken over, cancelled, or these rows were dealt with already. */
  boolean progress(PersonImport was, String worker, long rows, PersonImport.ImportCounts counts) {
    return 1
        == db.sql(PROGRESS)
            .param("id", was.id())
            .param("worker", worker)
            .param("readBefore", was.readRows())
            .param("rows", rows)
            .param("added", counts.added())
            .param("changed", counts.changed())
            .param("unchanged", counts.unchanged())
            .param("refused", counts.refused())
            .update();
  }

  /** People there are by their addresses, with what an import may change of them. */
  Map<String, ImportPage.Known> known(Collection<String> keys) {
    Map<String, ImportPage.Known> known = new HashMap<>();
    if (keys.isEmpty()) {
      return known;
    }
    Map<Long, ImportPage.Known> byId = new HashMap<>();
    db.sql(KNOWN)
        .param("keys", keys)
        .query(
            row -> {
              ImportPage.Known one =
                  new ImportPage.Known(
                      row.getLong("id"),
                      PersonState.valueOf(row.getString("state")),
                      row.getString("first_name"),
                      new HashMap<>(),
                      new HashSet<>(),
                      new HashSet<>());
              known.put(row.getString("email_key"), one);
              byId.put(one.id(), one);
            });
    if (!byId.isEmpty()) {
      belongings(byId);
    }
    return known;
  }

  private void belongings(Map<Long, ImportPage.Known> byId) {
    db.sql("SELECT person_id, field_key, answer FROM person_answer WHERE person_id IN (:ids)")
        .param("ids", byId.keySet())
        .query(
            row -> {
              byId.get(row.getLong("person_id"))
                  .answers()
                  .put(row.getString("field_key"), row.getString("answer"));
            });
    db.sql(
            "SELECT p.person_id, n.name_key FROM person_tag p JOIN tag_name n ON n.tag_key = p.tag_key WHERE p.person_id IN (:ids)")
        .param("ids", byId.keySet())
        .query(
            row -> {
              byId.get(row.getLong("person_id")).tags().add(row.getString("name_key"));
            });
    db.sql("SELECT person_id, list_id FROM list_member WHERE person_id IN (:ids)")
        .param("ids", byId.keySet())
        .query(
            row -> {
              byId.get(row.getLong("person_id")).lists().add(row.getLong("list_id"));
            });
  }

  Set<String> erased(Collection<String> keys) {
    if (keys.isEmpty()) {
      return Set.of();
    }
    // Nobody was ever erased in most businesses: no need to hash a million addresses for it.
    if (db.sql("SELECT COUNT(*) FROM (SELECT 1 FROM erased_address LIMIT 1) one")
            .query(Long.class)
            .single()
        == 0) {
      return Set.of();
    }
    Map<java.nio.ByteBuffer, String> hashes =
        keys.stream()
            .collect(
                Collectors.toMap(
                    key -> java.nio.ByteBuffer.wrap(Tokens.hash(key)), Function.identity()));
    return db
        .sql("SELECT hash FROM erased_address WHERE hash IN (:hashes)")
        .param("hashes", hashes.keySet().stream().map(java.nio.ByteBuffer::array).toList())
        .query((row, n) -> row.getBytes("hash"))
        .list()
        .stream()
        .map(hash -> hashes.get(java.nio.ByteBuffer.wrap(hash)))
        .collect(Collectors.toSet());
  }

  long newestPerson() {
    return db.sql("SELECT COALESCE(MAX(id), 0) FROM person").query(Long.class).single();
  }

  /** New people, on the list at once. Whoever signed up meanwhile is passed over. */
  void addPeople(long importId, List<ImportPage.Line> lines, Instant now) {
    Object at = Utc.bind(now);
    inParts(
        lines,
        "INSERT IGNORE INTO person (email, email_key, first_name, state, state_since, listed_since, created_at, import_id) VALUES ",
        "(?,?,?,'ON_THE_LIST',?,?,?,?)",
        line ->
            new Object[] {
              line.address().send(),
              line.address().compareKey(),
              line.firstName(),
              at,
              at,
              at,
              importId
            });
  }

  /** Ids of the people an import made, by their addresses. */
  Map<String, Long> made(long importId, Collection<String> keys) {
    Map<String, Long> made = new HashMap<>();
    if (!keys.isEmpty()) {
      db.sql("SELECT id, email_key FROM person WHERE email_key IN (:keys) AND import_id = :id")
          .param("keys", keys)
          .param("id", importId)
          .query(
              row -> {
                made.put(row.getString("email_key"), row.getLong("id"));
              });
    }
    return made;
  }

  void putOnLists(long importId, long after, List<Long> lists, Instant now) {
    db.sql(ON_LISTS)
        .param("id", importId)
        .param("after", after)
        .param("lists", lists)
        .param("now", Utc.bind(now))
        .update();
  }

  void putKnownOnLists(Collection<Long> ids, List<Long> lists, Instant now) {
    if (!ids.isEmpty()) {
      db.sql(KNOWN_ON_LISTS)
          .param("ids", ids)
          .param("lists", lists)
          .param("now", Utc.bind(now))
          .update();
    }
  }

  void noteImported(long importId, long after, String detail, Instant now) {
    db.sql(IMPORTED)
        .param("id", importId)
        .param("after", after)
        .param("detail", detail)
        .param("now", Utc.bind(now))
        .update();
  }

  /** A person's answer, tag or name to write. */
  record Answer(long personId, String key, String value) {}

  void answers(List<Answer> answers, Instant now) {
    Object at = Utc.bind(now);
    inParts(
        answers,
        "REPLACE INTO person_answer (person_id, field_key, answer, answer_key, at) VALUES ",
        "(?,?,?,?,?)",
        a -> new Object[] {a.personId(), a.key(), a.value(), PlainText.of(a.value()), at});
  }

  /**
   * Gives tags.
   *
   * @param keys of all of them, by their names' keys
   */
  void tags(List<Answer> tags, Map<String, String> keys, Instant now) {
    Object at = Utc.bind(now);
    inParts(
        tags,
        "INSERT IGNORE INTO person_tag (person_id, tag_key, at) VALUES ",
        "(?,?,?)",
        t -> new Object[] {t.personId(), keys.get(TagName.key(t.value())), at});
  }

  void name(long personId, String firstName) {
    db.sql("UPDATE person SET first_name = :name WHERE id = :id")
        .param("id", personId)
        .param("name", firstName)
        .update();
  }

  void refuse(long importId, List<ImportPage.Refusal> refusals) {
    inParts(
        refusals,
        "INSERT IGNORE INTO import_refusal (import_id, row_no, reason, cells) VALUES ",
        "(?,?,?,?)",
        r -> new Object[] {importId, r.row(), cut(r.reason()), r.cells()});
  }

  void clearRefusals(long importId) {
    db.sql("DELETE FROM import_refusal WHERE import_id = :id").param("id", importId).update();
  }

  List<ImportPage.Refusal> refusals(long importId, long below, int most) {
    return db.sql(
            "SELECT row_no, reason, cells FROM import_refusal WHERE import_id = :id AND row_no < :below"
                + " ORDER BY row_no DESC LIMIT :most")
        .param("id", importId)
        .param("below", below)
        .param("most", most)
        .query(
            (row, n) ->
                new ImportPage.Refusal(
                    row.getLong("row_no"), row.getString("reason"), row.getString("cells")))
        .list();
  }

  long writtenTo(long importId) {
    return db.sql(WRITTEN_TO).param("id", importId).query(Long.class).single();
  }

  /** Takes a page of the people an import made back, whoever did nothing since. */
  int takeBack(long importId, int most) {
    List<Long> ids =
        db.sql("SELECT id FROM person WHERE import_id = :id ORDER BY id LIMIT :most FOR UPDATE")
            .param("id", importId)
            .param("most", most)
            .query(Long.class)
            .list();
    if (ids.isEmpty()) {
      return 0;
    }
    List<Long> moved =
        db.sql("SELECT DISTINCT person_id FROM sign_up WHERE person_id IN (:ids)")
            .param("ids", ids)
            .query(Long.class)
            .list();
    List<Long> gone = ids.stream().filter(id -> !moved.contains(id)).toList();
    if (!gone.isEmpty()) {
      for (String table :
          List.of(
              "list_member", "person_tag", "person_answer", "event", "person_note", "run_start")) {
        db.sql("DELETE FROM " + table + " WHERE person_id IN (:ids)").param("ids", gone).update();
      }
      db.sql("DELETE FROM outbox WHERE person_id IN (:ids)").param("ids", gone).update();
      db.sql("DELETE s FROM run_step s JOIN run r ON r.id = s.run_id WHERE r.person_id IN (:ids)")
          .param("ids", gone)
          .update();
      db.sql("DELETE FROM run WHERE person_id IN (:ids)").param("ids", gone).update();
      db.sql("DELETE FROM person WHERE id IN (:ids)").param("ids", gone).update();
    }
    // Who signed up by themselves meanwhile stays, by their own right.
    if (!moved.isEmpty()) {
      db.sql("UPDATE person SET import_id = NULL WHERE id IN (:ids)").param("ids", moved).update();
    }
    return ids.size();
  }

  private <R> void inParts(List<R> rows, String head, String values, Function<R, Object[]> cells) {
    for (int from = 0; from < rows.size(); from += ROWS_A_STATEMENT) {
      List<R> some = rows.subList(from, Math.min(rows.size(), from + ROWS_A_STATEMENT));
      List<Object> params = new ArrayList<>();
      some.forEach(row -> params.addAll(List.of(cells.apply(row))));
      String sql = head + (values + ",").repeat(some.size() - 1) + values;
      template.update(sql, params.toArray());
    }
  }

  private static String cut(String text) {
    return text.length() > 200 ? text.substring(0, 200) : text;
  }

  private PersonImport row(ResultSet row, int n) throws SQLException {
    return new PersonImport(
        row.getLong("id"),
        row.getString("name"),
        row.getString("hash"),
        documents.read(row.getString("plan"), ImportPlan.class),
        PersonImport.State.valueOf(row.getString("state")),
        row.getString("by_whom"),
        Utc.read(row, "created_at"),
        Utc.readOptional(row, "finished_at"),
        row.getLong("total_rows"),
        row.getLong("read_rows"),
        new PersonImport.ImportCounts(
            row.getLong("added"),
            row.getLong("changed"),
            row.getLong("unchanged"),
            row.getLong("refused")),
        Optional.ofNullable(row.getString("checked"))
            .map(counts -> documents.read(counts, PersonImport.ImportCounts.class)),
        Optional.ofNullable(row.getString("trouble")));
  }
}
