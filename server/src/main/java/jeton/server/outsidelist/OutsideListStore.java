package jeton.server.outsidelist;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.core.outsidelist.OutsideListSettings;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import jeton.server.token.Vault;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Outside lists. */
@Repository
class OutsideListStore {
  private static final String PURPOSE = "outside list";
  private static final String SELECT = "SELECT * FROM outside_list WHERE removed_at IS NULL";
  private static final String ADD =
      """
      INSERT INTO outside_list (settings, service_key, state, version, made_at)
      VALUES (:settings, :key, 'PAUSED', 1, :now)
      """;

  /** What was in the way is looked at anew. */
  private static final String SAVE =
      """
      UPDATE outside_list
         SET settings = :settings, service_key = COALESCE(:key, service_key), version = version + 1,
             failing_since = NULL, failures = 0, hold_until = NULL, trouble = NULL,
             trouble_words = NULL, looked_at = NULL
       WHERE id = :id AND version = :version AND removed_at IS NULL
      """;

  private static final String TURN =
      """
      UPDATE outside_list
         SET state = :state, failing_since = NULL, failures = 0, hold_until = NULL, looked_at = NULL
       WHERE id = :id
      """;
  private static final String SUCCEEDED =
      """
      UPDATE outside_list
         SET failing_since = NULL, failures = 0, hold_until = NULL,
             trouble_words = IF(trouble = 'KEY', NULL, trouble_words),
             trouble = IF(trouble = 'KEY', NULL, trouble)
       WHERE id = :id AND (failing_since IS NOT NULL OR trouble = 'KEY')
      """;
  private static final String FAILED =
      """
      UPDATE outside_list
         SET failing_since = COALESCE(failing_since, :now), failures = failures + 1,
             hold_until = :until
       WHERE id = :id
      """;
  private static final String LOOKED =
      """
      UPDATE outside_list
         SET looked_at = :now, gone = :gone, trouble = :trouble, trouble_words = :words
       WHERE id = :id AND version = :version
      """;
  private static final String TAKES_LOOK =
      """
      UPDATE outside_list SET looked_at = :now
       WHERE id = :id AND (looked_at IS NULL OR looked_at < :before)
      """;
  private static final String TAKES_LEFT =
      """
      UPDATE outside_list SET left_asked_at = :now
       WHERE id = :id AND (left_asked_at IS NULL OR left_asked_at < :before)
      """;
  private static final String CATCH_UP =
      """
      UPDATE outside_list SET catch_up_total = :total, catch_up_marked = 0, catch_up_after = 0
       WHERE id = :id AND catch_up_after IS NULL
      """;
  private static final String CAUGHT_UP =
      """
      UPDATE outside_list
         SET catch_up_marked = catch_up_marked + :marked, catch_up_after = :after
       WHERE id = :id AND catch_up_after = :before
      """;

  private final JdbcClient db;
  private final Documents documents;
  private final Vault vault;

  OutsideListStore(JdbcClient db, Documents documents, Vault vault) {
    this.db = db;
    this.documents = documents;
    this.vault = vault;
  }

  List<OutsideList> all() {
    return db.sql(SELECT + " ORDER BY id").query(this::read).list();
  }

  Optional<OutsideList> find(long id) {
    return db.sql(SELECT + " AND id = :id").param("id", id).query(this::read).optional();
  }

  long add(OutsideListSettings settings, String key, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD)
        .param("settings", documents.write(settings))
        .param("key", vault.seal(PURPOSE, key))
        .param("now", Utc.bind(now))
        .update(id);
    return id.getKey().longValue();
  }

  /** With another key, if one is given. */
  boolean save(long id, int version, OutsideListSettings settings, Optional<String> key) {
    return db.sql(SAVE)
            .param("id", id)
            .param("version", version)
            .param("settings", documents.over(db, "outside_list", "settings", id, settings))
            .param("key", key.map(one -> vault.seal(PURPOSE, one)).orElse(null))
            .update()
        > 0;
  }

  void remove(long id, Instant now) {
    db.sql("UPDATE outside_list SET removed_at = :now, service_key = '' WHERE id = :id")
        .param("id", id)
        .param("now", Utc.bind(now))
        .update();
  }

  void turn(long id, OutsideList.State state) {
    db.sql(TURN).param("id", id).param("state", state.name()).update();
  }

  void succeeded(long id) {
    db.sql(SUCCEEDED).param("id", id).update();
  }

  /** It was away, and is looked for again at a time. */
  void failed(long id, Instant now, Instant until) {
    db.sql(FAILED)
        .param("id", id)
        .param("now", Utc.bind(now))
        .param("until", Utc.bind(until))
        .update();
  }

  /** It wants to be left alone until then. */
  void hold(long id, Instant until) {
    db.sql("UPDATE outside_list SET hold_until = :until WHERE id = :id")
        .param("id", id)
        .param("until", Utc.bind(until))
        .update();
  }

  void trouble(long id, OutsideList.OutsideTrouble trouble) {
    db.sql("UPDATE outside_list SET trouble = :kind, trouble_words = :words WHERE id = :id")
        .param("id", id)
        .param("kind", trouble.kind().name())
        .param("words", trouble.words())
        .update();
  }

  /** What is not there any more, as far as it was looked for with these settings. */
  void looked(
      OutsideList list,
      Set<String> gone,
      Optional<OutsideList.OutsideTrouble> trouble,
      Instant now) {
    db.sql(LOOKED)
        .param("id", list.id())
        .param("version", list.version())
        .param("gone", documents.write(gone))
        .param("trouble", trouble.map(one -> one.kind().name()).orElse(null))
        .param("words", trouble.map(OutsideList.OutsideTrouble::words).orElse(null))
        .param("now", Utc.bind(now))
        .update();
  }

  /** Whether it is this instance's turn to look, none having done so since. */
  boolean takesLook(long id, Instant before, Instant now) {
    return takes(TAKES_LOOK, id, before, now);
  }

  /** Whether it is this instance's turn to ask who left. */
  boolean takesLeft(long id, Instant before, Instant now) {
    return takes(TAKES_LEFT, id, before, now);
  }

  private boolean takes(String sql, long id, Instant before, Instant now) {
    return db.sql(sql)
            .param("id", id)
            .param("before", Utc.bind(before))
            .param("now", Utc.bind(now))
            .update()
        > 0;
  }

  String leftCursor(long id) {
    return db.sql("SELECT left_cursor FROM outside_list WHERE id = :id")
        .param("id", id)
        .query(String.class)
        .single();
  }

  void leftCursor(long id, String cursor) {
    db.sql("UPDATE outside_list SET left_cursor = :cursor WHERE id = :id")
        .param("id", id)
        .param("cursor", cursor)
        .update();
  }

  /** Begins with those who were there before; false where that is under way. */
  boolean catchUp(long id, long total) {
    return db.sql(CATCH_UP).param("id", id).param("total", total).update() > 0;
  }

  /** Notes a page of them; false where another instance did. */
  boolean caughtUp(long id, long before, long marked, Optional<Long> after) {
    return db.sql(CAUGHT_UP)
            .param("id", id)
            .param("before", before)
            .param("marked", marked)
            .param("after", after.orElse(null))
            .update()
        > 0;
  }

  void stopCatchingUp(long id) {
    db.sql(
            "UPDATE outside_list SET catch_up_after = NULL, catch_up_total = NULL WHERE id = :id AND catch_up_after IS NOT NULL")
        .param("id", id)
        .update();
  }

  private OutsideList read(ResultSet row, int n) throws SQLException {
    return new OutsideList(
        row.getLong("id"),
        documents.read(row.getString("settings"), OutsideListSettings.class),
        vault.open(PURPOSE, row.getString("service_key")),
        OutsideList.State.valueOf(row.getString("state")),
        row.getInt("version"),
        Utc.readOptional(row, "failing_since"),
        row.getInt("failures"),
        Utc.readOptional(row, "hold_until"),
        trouble(row),
        Set.copyOf(List.of(documents.read(row.getString("gone"), String[].class))),
        Utc.readOptional(row, "looked_at"),
        catchUp(row));
  }

  private static Optional<OutsideList.OutsideTrouble> trouble(ResultSet row) throws SQLException {
    String kind = row.getString("trouble");
    return kind == null
        ? Optional.empty()
        : Optional.of(
            new OutsideList.OutsideTrouble(
                OutsideList.TroubleKind.valueOf(kind), row.getString("trouble_words")));
  }

  private static Optional<OutsideList.CatchUp> catchUp(ResultSet row) throws SQLException {
    Long total = row.getObject("catch_up_total", Long.class);
    return total == null
        ? Optional.empty()
        : Optional.of(
            new OutsideList.CatchUp(
                total,
                row.getLong("catch_up_marked"),
                Optional.ofNullable(row.getObject("catch_up_after", Long.class))));
  }
}
