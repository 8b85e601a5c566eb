package jeton.server.followup;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import jeton.core.followup.RunEnd;
import jeton.core.people.PersonState;
import jeton.server.database.Utc;
import jeton.server.sequence.Sequence;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/**
 * Runs, as the engine moves them. A run that waits has {@code next_due_at}, or {@code held_due_at}
 * while its sequence is paused; one whose email is in the outbox has neither until that email is
 * sent; one that ended has {@code ended_at}.
 */
@Repository
class RunStore {

  /** A run that is due, and whose it is. */
  record Due(long runId, long personId) {}

  /** When somebody's newest run of a sequence started, and whether one is on its way. */
  record Earlier(Optional<Instant> lastStarted, boolean going) {}

  /** When a run is due next. */
  public record Waiting(long runId, Instant anchor, long stepId, Instant dueAt) {}

  /** A step that a run has dealt with: handed to the outbox, or skipped. */
  record Handled(long runId, long stepId, long rank, boolean skipped) {}

  private static final String COLUMNS =
      """
      r.id, r.sequence_id, r.person_id, r.offer_id, r.anchor_at, r.last_rank, r.next_step_id,
      COALESCE(r.next_due_at, r.held_due_at) AS next_due_at, p.state, p.zone
      """;

  private static final String ADD =
      """
      INSERT INTO run (sequence_id, person_id, offer_id, started_at, anchor_at, next_step_id, next_due_at, held_due_at)
      VALUES (:sequenceId, :personId, :offerId, :now, :now, :stepId, :dueAt, :heldDueAt)
      """;

  private static final String EARLIER =
      """
      SELECT MAX(started_at) AS last, COALESCE(MAX(ended_at IS NULL), FALSE) AS going
        FROM run
       WHERE sequence_id = :sequenceId AND person_id = :personId
      """;

  private static final String DUE =
      """
      SELECT id, person_id FROM run
       WHERE next_due_at <= :now
       ORDER BY next_due_at
       LIMIT :limit
      """;
  private static final String LOCK_PEOPLE =
      "SELECT id FROM person WHERE id IN (:ids) ORDER BY id FOR UPDATE SKIP LOCKED";
  private static final String LOCK_DUE =
      """
      SELECT id FROM run
       WHERE id IN (:ids) AND person_id IN (:people) AND next_due_at <= :now
       ORDER BY id
         FOR UPDATE SKIP LOCKED
      """;
  private static final String SET_ASIDE =
      """
      UPDATE run
         SET set_aside_at = :now, trouble = :why, next_due_at = NULL, held_due_at = NULL
       WHERE id = :runId AND ended_at IS NULL
      """;
  // A run that has moved since it was looked at has another anchor or rank, or waits for nothing.
  private static final String RETIME =
      """
      UPDATE run r JOIN sequence s ON s.id = r.sequence_id
         SET r.next_step_id = :stepId,
             r.next_due_at = CASE WHEN s.paused_at IS NULL THEN :dueAt END,
             r.held_due_at = CASE WHEN s.paused_at IS NULL THEN NULL ELSE :dueAt END
       WHERE r.id = :runId AND r.ended_at IS NULL AND r.anchor_at = :anchor AND r.last_rank <=> :lastRank
         AND (r.next_due_at IS NOT NULL OR r.held_due_at IS NOT NULL)
      """;
  private static final String BY_IDS =
      "SELECT "
          + COLUMNS
          + " FROM run r JOIN person p ON p.id = r.person_id WHERE r.id IN (:ids) ORDER BY r.id";

  private static final String LOCK =
      "SELECT id FROM run WHERE id IN (:ids) AND ended_at IS NULL ORDER BY id FOR UPDATE";

  private static final String HANDLE =
      "INSERT INTO run_step (run_id, step_id, at, skipped) VALUES (:runId, :stepId, :now, :skipped)";

  private static final String HAND_TO_OUTBOX =
      """
      UPDATE run SET last_rank = :rank, next_step_id = :stepId, next_due_at = NULL, held_due_at = NULL
       WHERE id = :runId
      """;

  private static final String SENT =
      "UPDATE run_step SET sent_at = :at WHERE run_id = :runId AND step_id = :stepId";

  // A paused sequence keeps the moment aside, where the engine does not look (T14).
  private static final String WAIT_FOR =
      """
      UPDATE run r JOIN sequence s ON s.id = r.sequence_id
         SET r.anchor_at = :anchor, r.next_step_id = :stepId,
             r.next_due_at = CASE WHEN s.paused_at IS NULL THEN :dueAt END,
             r.held_due_at = CASE WHEN s.paused_at IS NULL THEN NULL ELSE :dueAt END
       WHERE r.id = :runId AND r.ended_at IS NULL
      """;

  private static final String END =
      """
      UPDATE run
         SET ended_at = :now, anchor_before = anchor_at, anchor_at = :now, end_reason = :reason, next_step_id = NULL, next_due_at = NULL,
             held_due_at = NULL, set_aside_at = NULL, trouble = NULL
       WHERE id = :runId AND ended_at IS NULL
      """;

  // Only the newest, and only while nothing else of that sequence is on its way.
  private static final String PUT_BACK =
      """
      UPDATE run
         SET ended_at = NULL, end_reason = NULL, anchor_at = COALESCE(anchor_before, anchor_at)
       WHERE id = :runId AND end_reason = 'REMOVED_BY_OWNER'
      """;
  private static final String NEWEST =
      """
      SELECT id FROM run WHERE sequence_id = :sequenceId AND person_id = :personId
       ORDER BY ended_at IS NULL DESC, id DESC LIMIT 1
      """;

  private static final String GOING_OF_PERSON =
      "SELECT "
          + COLUMNS
          + " FROM run r JOIN person p ON p.id = r.person_id WHERE r.person_id = :personId AND r.ended_at IS NULL"
          + " ORDER BY r.id";

  private static final String HOLD =
      """
      UPDATE run SET held_due_at = next_due_at, next_due_at = NULL
       WHERE sequence_id = :sequenceId AND next_due_at IS NOT NULL
      """;

  private static final String LET_GO =
      """
      UPDATE run SET next_due_at = held_due_at, held_due_at = NULL
       WHERE sequence_id = :sequenceId AND held_due_at IS NOT NULL
      """;

  private static final String NEXT_DUE = "SELECT MIN(next_due_at) AS next FROM run";

  private final JdbcClient db;
  private final NamedParameterJdbcTemplate batch;

  RunStore(JdbcClient db, NamedParameterJdbcTemplate batch) {
    this.db = db;
    this.batch = batch;
  }

  long add(
      Sequence sequence,
      long personId,
      Optional<Long> offerId,
      Instant now,
      Optional<Waiting> first) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    Optional<Instant> due = first.map(Waiting::dueAt);
    db.sql(ADD)
        .param("sequenceId", sequence.id())
        .param("personId", personId)
        .param("offerId", offerId.orElse(null))
        .param("now", Utc.bind(now))
        .param("stepId", first.map(Waiting::stepId).orElse(null))
        .param("dueAt", Utc.bind(sequence.paused() ? Optional.empty() : due))
        .param("heldDueAt", Utc.bind(sequence.paused() ? due : Optional.empty()))
        .update(id);
    return id.getKey().longValue();
  }

  /** What runs of a sequence somebody had before. */
  Earlier earlier(long sequenceId, long personId) {
    return db.sql(EARLIER)
        .param("sequenceId", sequenceId)
        .param("personId", personId)
        .query((row, n) -> new Earlier(Utc.readOptional(row, "last"), row.getBoolean("going")))
        .single();
  }

  /** What is due, longest first; nothing is locked yet. */
  List<Due> due(Instant now, int limit) {
    return db.sql(DUE)
        .param("now", Utc.bind(now))
        .param("limit", limit)
        .query((row, n) -> new Due(row.getLong("id"), row.getLong("person_id")))
        .list();
  }

  /**
   * Locks those of these that are still due, and before them the people they belong to, until the
   * transaction ends. What somebody else has locked is left to them.
   */
  List<Run> lockDue(List<Due> due, Instant now) {
    List<Long> people =
        db.sql(LOCK_PEOPLE)
            .param("ids", due.stream().map(Due::personId).distinct().toList())
            .query(Long.class)
            .list();
    return people.isEmpty()
        ? List.of()
        : byIds(
            db.sql(LOCK_DUE)
                .param("ids", due.stream().map(Due::runId).toList())
                .param("people", people)
                .param("now", Utc.bind(now))
                .query(Long.class)
                .list());
  }

  /** Takes a run that cannot be moved on out of the engine's way, and shows why. */
  void setAside(long runId, String why, Instant now) {
    db.sql(SET_ASIDE).param("runId", runId).param("why", why).param("now", Utc.bind(now)).update();
  }

  /** Re-times runs that still stand where they stood when they were looked at. */
  void retime(List<RunChanges.Change> changes) {
    update(
        RETIME,
        changes,
        c ->
            new MapSqlParameterSource("runId", c.run().id())
                .addValue("anchor", Utc.bind(c.run().anchor()))
                .addValue("lastRank", c.run().lastRank().orElse(null))
                .addValue("stepId", c.next().orElseThrow().step().id())
                .addValue("dueAt", Utc.bind(c.next().orElseThrow().at())));
  }

  /** Locks those of these that go on. */
  List<Run> lock(Collection<Long> ids) {
    return ids.isEmpty()
        ? List.of()
        : byIds(db.sql(LOCK).param("ids", ids).query(Long.class).list());
  }

  private List<Run> byIds(List<Long> ids) {
    return ids.isEmpty() ? List.of() : db.sql(BY_IDS).param("ids", ids).query(RunStore::run).list();
  }

  /**
   * Notes what runs have dealt with. The primary key keeps any step from coming twice (T9). A run
   * whose email is in the outbox is due no more until that is sent.
   */
  void handle(List<Handled> handled, Instant now) {
    update(
        HANDLE,
        handled,
        h ->
            new MapSqlParameterSource("runId", h.runId())
                .addValue("stepId", h.stepId())
                .addValue("skipped", h.skipped())
                .addValue("now", Utc.bind(now)));
    update(
        HAND_TO_OUTBOX,
        handled,
        h ->
            new MapSqlParameterSource("runId", h.runId())
                .addValue("stepId", h.stepId())
                .addValue("rank", h.rank()));
  }

  void sent(List<Handled> sent, Instant at) {
    update(
        SENT,
        sent,
        h ->
            new MapSqlParameterSource("runId", h.runId())
                .addValue("stepId", h.stepId())
                .addValue("at", Utc.bind(at)));
  }

  void waitFor(List<Waiting> waiting) {
    update(
        WAIT_FOR,
        waiting,
        w ->
            new MapSqlParameterSource("runId", w.runId())
                .addValue("anchor", Utc.bind(w.anchor()))
                .addValue("stepId", w.stepId())
                .addValue("dueAt", Utc.bind(w.dueAt())));
  }

  private <T> void update(
      String sql, List<T> items, java.util.function.Function<T, SqlParameterSource> params) {
    if (!items.isEmpty()) {
      batch.batchUpdate(sql, items.stream().map(params).toArray(SqlParameterSource[]::new));
    }
  }

  boolean end(long runId, RunEnd reason, Instant now) {
    return 1
        == db.sql(END)
            .param("runId", runId)
            .param("reason", reason.name())
            .param("now", Utc.bind(now))
            .update();
  }

  List<Run> goingOf(long personId) {
    return db.sql(GOING_OF_PERSON).param("personId", personId).query(RunStore::run).list();
  }

  void hold(long sequenceId) {
    db.sql(HOLD).param("sequenceId", sequenceId).update();
  }

  void letGo(long sequenceId) {
    db.sql(LET_GO).param("sequenceId", sequenceId).update();
  }

  Optional<Instant> nextDue() {
    return db.sql(NEXT_DUE).query((row, n) -> Utc.readOptional(row, "next")).single();
  }

  /** Lets a run go on that the owner ended, if it is somebody's newest of that sequence. */
  Optional<Long> putBack(long sequenceId, long personId) {
    return db.sql(NEWEST)
        .param("sequenceId", sequenceId)
        .param("personId", personId)
        .query(Long.class)
        .optional()
        .filter(id -> db.sql(PUT_BACK).param("runId", id).update() == 1);
  }

  static Run run(ResultSet row, int n) throws SQLException {
    return new Run(
        row.getLong("id"),
        row.getLong("sequence_id"),
        row.getLong("person_id"),
        Optional.ofNullable(row.getObject("offer_id", Long.class)),
        Utc.read(row, "anchor_at"),
        Optional.ofNullable(row.getObject("last_rank", Long.class)),
        Optional.ofNullable(row.getObject("next_step_id", Long.class)),
        Utc.readOptional(row, "next_due_at"),
        PersonState.valueOf(row.getString("state")),
        Optional.ofNullable(row.getString("zone")));
  }
}
