package jeton.server.trial;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.trial.Tested;
import jeton.core.trial.Trial;
import jeton.core.trial.TrialSettings;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Trials. */
@Repository
class TrialStore {
  private static final String SELECT = "SELECT * FROM trial WHERE ";
  private static final String ADD =
      """
      INSERT INTO trial (trial_key, tested, target_id, state, settings, other, version, made_at)
      VALUES (:key, :tested, :targetId, 'DRAFT', :settings, :other, 1, :now)
      """;
  private static final String OPEN =
      SELECT + "tested = :tested AND open_target = :targetId AND state IN ('DRAFT', 'RUNNING')";
  private static final String LAST =
      SELECT
          + "tested = :tested AND target_id = :targetId AND state <> 'DISCARDED' ORDER BY id DESC LIMIT 1";
  private static final String RECENT =
      SELECT + "state IN ('RUNNING', 'ENDED') ORDER BY state = 'RUNNING' DESC, id DESC LIMIT :most";
  private static final String RUNNING = SELECT + "state = 'RUNNING' ORDER BY id";
  private static final String SAVE =
      """
      UPDATE trial SET settings = :settings, other = :other, version = version + 1
       WHERE id = :id AND version = :version
      """;
  private static final String STATE =
      """
      UPDATE trial
         SET state = :state, version = version + 1,
             began_at = IF(:state = 'RUNNING', :now, began_at)
       WHERE id = :id
      """;
  private static final String END =
      """
      UPDATE trial
         SET state = 'ENDED', version = version + 1, ended_at = :now, taken = :taken,
             by_itself = :byItself, other = :other, result = :result
       WHERE id = :id
      """;
  private static final String TURN =
      "UPDATE trial SET version = version + 1, taken = :taken, other = :other WHERE id = :id";

  private final JdbcClient db;
  private final Documents documents;

  TrialStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  /** What is tried. */
  record Target(Tested tested, long id) {}

  private JdbcClient.StatementSpec of(String sql, Target target) {
    return db.sql(sql).param("tested", target.tested().name()).param("targetId", target.id());
  }

  long add(Target target, String key, TrialSettings settings, TrialContent other, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    of(ADD, target)
        .param("key", key)
        .param("settings", documents.write(settings))
        .param("other", documents.write(other))
        .param("now", Utc.bind(now))
        .update(id, "id");
    return id.getKey().longValue();
  }

  /** The one that is written or runs. */
  Optional<VersionTrial> open(Target target) {
    return of(OPEN, target).query(this::trial).optional();
  }

  /** The newest. */
  Optional<VersionTrial> last(Target target) {
    return of(LAST, target).query(this::trial).optional();
  }

  /** Those that run, then those that ended, newest first. */
  List<VersionTrial> recent(int most) {
    return db.sql(RECENT).param("most", most).query(this::trial).list();
  }

  List<VersionTrial> running() {
    return db.sql(RUNNING).query(this::trial).list();
  }

  Optional<VersionTrial> find(long id) {
    return db.sql(SELECT + "id = :id").param("id", id).query(this::trial).optional();
  }

  Optional<VersionTrial> lock(long id) {
    return db.sql(SELECT + "id = :id FOR UPDATE").param("id", id).query(this::trial).optional();
  }

  /** False when somebody saved in between. */
  boolean save(long id, int version, TrialSettings settings, TrialContent other) {
    return 1
        == db.sql(SAVE)
            .param("id", id)
            .param("version", version)
            .param("settings", documents.over(db, "trial", "settings", id, settings))
            .param("other", documents.over(db, "trial", "other", id, other))
            .update();
  }

  void state(long id, VersionTrial.State state, Instant now) {
    db.sql(STATE).param("id", id).param("state", state.name()).param("now", Utc.bind(now)).update();
  }

  /** How a trial ends. */
  record Ending(Trial.Version taken, boolean byItself, TrialContent other, Counted result) {}

  void end(long id, Ending ending, Instant now) {
    db.sql(END)
        .param("id", id)
        .param("now", Utc.bind(now))
        .param("taken", ending.taken().name())
        .param("byItself", ending.byItself())
        .param("other", documents.over(db, "trial", "other", id, ending.other()))
        .param("result", documents.write(ending.result()))
        .update();
  }

  void turn(long id, Trial.Version taken, TrialContent other) {
    db.sql(TURN)
        .param("id", id)
        .param("taken", taken.name())
        .param("other", documents.over(db, "trial", "other", id, other))
        .update();
  }

  private VersionTrial trial(ResultSet row, int n) throws SQLException {
    return new VersionTrial(
        row.getLong("id"),
        row.getString("trial_key"),
        Tested.valueOf(row.getString("tested")),
        row.getLong("target_id"),
        VersionTrial.State.valueOf(row.getString("state")),
        documents.read(row.getString("settings"), TrialSettings.class),
        documents.read(row.getString("other"), TrialContent.class),
        row.getInt("version"),
        Utc.read(row, "made_at"),
        Utc.readOptional(row, "began_at"),
        Utc.readOptional(row, "ended_at"),
        Optional.ofNullable(row.getString("taken")).map(Trial.Version::valueOf),
        row.getBoolean("by_itself"),
        Optional.ofNullable(row.getString("result"))
            .map(json -> documents.read(json, Counted.class)));
  }
}
