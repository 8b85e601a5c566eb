package jeton.server.upkeep;

import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.upkeep.KeptKind;
import jeton.core.upkeep.UpkeepSettings;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** How the install is kept up, and when what was last forgotten. */
@Repository
class UpkeepStore {
  private static final String FIND =
      "SELECT settings, version, planned_since FROM upkeep WHERE id = 1";
  private static final String SAVE =
      """
      UPDATE upkeep SET settings = :settings, planned_since = :since, version = version + 1
       WHERE id = 1 AND version = :version
      """;
  private static final String FORGETTINGS = "SELECT kind, done_at, forgotten FROM forgetting";
  private static final String BEGIN =
      "INSERT IGNORE INTO forgetting (kind, done_at, forgotten) VALUES (:kind, :now, 0)";
  private static final String TAKE =
      "UPDATE forgetting SET done_at = :now WHERE kind = :kind AND done_at = :before";
  private static final String FORGOTTEN =
      "UPDATE forgetting SET forgotten = forgotten + :more WHERE kind = :kind";

  private final JdbcClient db;
  private final Documents documents;

  UpkeepStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  Upkeep.Plan find(UpkeepSettings otherwise) {
    return db.sql(FIND)
        .query(
            (row, n) ->
                new Upkeep.Plan(
                    row.getInt("version"),
                    Optional.ofNullable(row.getString("settings"))
                        .map(text -> documents.read(text, UpkeepSettings.class))
                        .orElse(otherwise),
                    Utc.readOptional(row, "planned_since")))
        .single();
  }

  boolean save(int version, UpkeepSettings settings, Optional<Instant> since) {
    return 1
        == db.sql(SAVE)
            .param("version", version)
            .param("settings", documents.over(db, "upkeep", "settings", 1, settings))
            .param("since", since.map(Utc::bind).orElse(null))
            .update();
  }

  Map<KeptKind, Upkeep.Forgotten> forgettings() {
    return db
        .sql(FORGETTINGS)
        .query(
            (row, n) ->
                new Upkeep.Forgotten(
                    KeptKind.valueOf(row.getString("kind")),
                    Utc.read(row, "done_at"),
                    row.getLong("forgotten")))
        .list()
        .stream()
        .collect(Collectors.toMap(Upkeep.Forgotten::kind, Function.identity()));
  }

  /** Takes a night's turn; only one instance gets it. The first night only begins the count. */
  boolean takeTurn(KeptKind kind, Optional<Instant> before, Instant now) {
    return 1
        == before
            .map(at -> db.sql(TAKE).param("before", Utc.bind(at)))
            .orElseGet(() -> db.sql(BEGIN))
            .param("kind", kind.name())
            .param("now", Utc.bind(now))
            .update();
  }

  void forgotten(KeptKind kind, int more) {
    db.sql(FORGOTTEN).param("kind", kind.name()).param("more", more).update();
  }
}
