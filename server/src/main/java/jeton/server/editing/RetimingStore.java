package jeton.server.editing;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** How far re-timing has come, per sequence: what a killed process leaves, another goes on with. */
@Repository
class RetimingStore {
  private static final String COLUMNS =
      "SELECT sequence_id, phase, reopens, after_id, expected, looked_at, changed FROM retiming";
  private static final String BEGIN =
      """
      REPLACE INTO retiming (sequence_id, phase, reopens, after_id, expected, looked_at, changed, started_at, guard)
      SELECT :sequenceId, 'RUNS', :reopens, 0, :expected, 0, 0, :now, COALESCE(MAX(guard), 0) + 1
        FROM retiming WHERE sequence_id = :sequenceId
      """;
  // Written before it is read: two instances take pages one after the other.
  private static final String LOCK =
      "UPDATE retiming SET guard = guard + 1 WHERE sequence_id = :sequenceId AND finished_at IS NULL";
  private static final String FIND =
      COLUMNS + " WHERE sequence_id = :sequenceId AND finished_at IS NULL";
  private static final String UNFINISHED =
      "SELECT sequence_id FROM retiming WHERE finished_at IS NULL ORDER BY started_at";
  private static final String ADVANCE =
      """
      UPDATE retiming
         SET after_id = :after, looked_at = looked_at + :looked, changed = changed + :changed
       WHERE sequence_id = :sequenceId
      """;
  private static final String NEXT_PHASE =
      "UPDATE retiming SET phase = :phase, after_id = 0 WHERE sequence_id = :sequenceId";
  private static final String FINISH =
      "UPDATE retiming SET finished_at = :now WHERE sequence_id = :sequenceId";

  private final JdbcClient db;

  RetimingStore(JdbcClient db) {
    this.db = db;
  }

  /** What is looked at. */
  enum Phase {
    /** Who waits for a moment. */
    RUNS,
    /** Who had finished, if they are to go on. */
    FINISHED,
    /** Starts that lie ahead. */
    STARTS
  }

  /** A job that is not finished. */
  record Job(
      long sequenceId, Phase phase, boolean reopens, long after, long expected, long lookedAt) {}

  /** Begins anew, whatever an earlier edit had come to. */
  void begin(long sequenceId, boolean reopens, long expected, Instant now) {
    db.sql(BEGIN)
        .param("sequenceId", sequenceId)
        .param("reopens", reopens)
        .param("expected", expected)
        .param("now", Utc.bind(now))
        .update();
  }

  /** Takes a job until the transaction ends; empty when it is finished. */
  Optional<Job> take(long sequenceId) {
    return db.sql(LOCK).param("sequenceId", sequenceId).update() == 1
        ? find(sequenceId)
        : Optional.empty();
  }

  Optional<Job> find(long sequenceId) {
    return db.sql(FIND).param("sequenceId", sequenceId).query(RetimingStore::job).optional();
  }

  List<Long> unfinished() {
    return db.sql(UNFINISHED).query(Long.class).list();
  }

  void advance(Job job, long after, int looked, int changed) {
    db.sql(ADVANCE)
        .param("sequenceId", job.sequenceId())
        .param("after", after)
        .param("looked", looked)
        .param("changed", changed)
        .update();
  }

  void next(Job job, Phase phase) {
    db.sql(NEXT_PHASE).param("sequenceId", job.sequenceId()).param("phase", phase.name()).update();
  }

  void finish(Job job, Instant now) {
    db.sql(FINISH).param("sequenceId", job.sequenceId()).param("now", Utc.bind(now)).update();
  }

  private static Job job(ResultSet row, int n) throws SQLException {
    return new Job(
        row.getLong("sequence_id"),
        Phase.valueOf(row.getString("phase")),
        row.getBoolean("reopens"),
        row.getLong("after_id"),
        row.getLong("expected"),
        row.getLong("looked_at"));
  }
}
