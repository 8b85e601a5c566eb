package jeton.server.followup;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.followup.RunEnd;
import jeton.core.people.PersonState;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/**
 * Runs. A run that waits has {@code next_due_at}; one whose email is in the outbox has none until
 * that email is sent; one that ended has {@code ended_at}.
 */
@Repository
class RunStore {

  /** A run as the rules need it. */
  record Run(
      long id,
      long sequenceId,
      long personId,
      long offerId,
      Instant anchor,
      Optional<Long> lastRank,
      Optional<Instant> nextDueAt,
      PersonState personState) {}

  private static final String COLUMNS =
      "r.id, r.sequence_id, r.person_id, r.offer_id, r.anchor_at, r.last_rank, r.next_due_at, p.state";

  private static final String ADD =
      """
      INSERT INTO run (sequence_id, person_id, offer_id, started_at, anchor_at, next_step_id, next_due_at)
      VALUES (:sequenceId, :personId, :offerId, :now, :now, :stepId, :dueAt)
      """;

  private static final String LAST_STARTED =
      "SELECT MAX(started_at) AS last FROM run WHERE sequence_id = :sequenceId AND person_id = :personId";

  private static final String LOCK_DUE =
      """
      SELECT id FROM run
       WHERE next_due_at <= :now
       ORDER BY next_due_at
       LIMIT :limit
         FOR UPDATE SKIP LOCKED
      """;

  private static final String BY_IDS =
      "SELECT "
          + COLUMNS
          + " FROM run r JOIN person p ON p.id = r.person_id WHERE r.id IN (:ids) ORDER BY r.id";

  private static final String LOCK =
      "SELECT id FROM run WHERE id = :id AND ended_at IS NULL FOR UPDATE";

  private static final String HANDLED =
      "SELECT run_id, step_id FROM run_step WHERE run_id IN (:ids)";

  private static final String HANDLE =
      "INSERT INTO run_step (run_id, step_id, at) VALUES (:runId, :stepId, :now)";

  private static final String HAND_TO_OUTBOX =
      "UPDATE run SET last_rank = :rank, next_step_id = :stepId, next_due_at = NULL WHERE id = :runId";

  private static final String SENT =
      "UPDATE run_step SET sent_at = :at WHERE run_id = :runId AND step_id = :stepId";

  private static final String WAIT_FOR =
      """
      UPDATE run
         SET anchor_at = :anchor, next_step_id = :stepId, next_due_at = :dueAt
       WHERE id = :runId AND ended_at IS NULL
      """;

  private static final String END =
      """
      UPDATE run
         SET ended_at = :now, end_reason = :reason, next_step_id = NULL, next_due_at = NULL
       WHERE id = :runId AND ended_at IS NULL
      """;

  private static final String GOING_OF_PERSON =
      "SELECT id FROM run WHERE person_id = :personId AND ended_at IS NULL";

  private static final String WAITING_OF_SEQUENCE =
      "SELECT "
          + COLUMNS
          + """
             FROM run r
             JOIN person p ON p.id = r.person_id
            WHERE r.sequence_id = :sequenceId AND r.ended_at IS NULL AND r.next_due_at IS NOT NULL AND r.id > :after
            ORDER BY r.id
            LIMIT :most
          """;

  private static final String NEXT_DUE = "SELECT MIN(next_due_at) AS next FROM run";

  private static final String COUNTS =
      """
      SELECT s.id AS step_id,
             (SELECT COUNT(DISTINCT t.run_id) FROM run_step t WHERE t.step_id = s.id AND t.sent_at IS NOT NULL) AS sent,
             (SELECT COUNT(*) FROM run r WHERE r.sequence_id = s.sequence_id AND r.ended_at IS NULL AND r.next_step_id = s.id) AS ahead
        FROM step s
       WHERE s.sequence_id = :sequenceId AND s.deleted_at IS NULL
      """;

  private static final String ON_THEIR_WAY =
      "SELECT COUNT(*) FROM run WHERE sequence_id = :sequenceId AND ended_at IS NULL";

  private final JdbcClient db;
  private final NamedParameterJdbcTemplate batch;

  RunStore(JdbcClient db, NamedParameterJdbcTemplate batch) {
    this.db = db;
    this.batch = batch;
  }

  /** How many got a step's email, and how many have it next. */
  record StepCount(long stepId, long sent, long ahead) {}

  long add(
      long sequenceId,
      long personId,
      long offerId,
      Instant now,
      Optional<Long> stepId,
      Optional<Instant> dueAt) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD)
        .param("sequenceId", sequenceId)
        .param("personId", personId)
        .param("offerId", offerId)
        .param("now", Utc.bind(now))
        .param("stepId", stepId.orElse(null))
        .param("dueAt", Utc.bind(dueAt))
        .update(id);
    return id.getKey().longValue();
  }

  Optional<Instant> lastStarted(long sequenceId, long personId) {
    return db.sql(LAST_STARTED)
        .param("sequenceId", sequenceId)
        .param("personId", personId)
        .query((row, n) -> Utc.readOptional(row, "last"))
        .single();
  }

  /** Locks what is due until the transaction ends; others skip it. */
  List<Run> lockDue(Instant now, int limit) {
    List<Long> ids =
        db.sql(LOCK_DUE).param("now", Utc.bind(now)).param("limit", limit).query(Long.class).list();
    return ids.isEmpty() ? List.of() : db.sql(BY_IDS).param("ids", ids).query(RunStore::run).list();
  }

  /** Locks one run that goes on. */
  Optional<Run> lock(long id) {
    return db.sql(LOCK).param("id", id).query(Long.class).optional().map(found -> byId(found));
  }

  private Run byId(long id) {
    return db.sql(BY_IDS).param("ids", List.of(id)).query(RunStore::run).single();
  }

  Map<Long, Set<Long>> handled(Collection<Long> runIds) {
    record Pair(long run, long step) {}
    return db
        .sql(HANDLED)
        .param("ids", runIds)
        .query((row, n) -> new Pair(row.getLong("run_id"), row.getLong("step_id")))
        .list()
        .stream()
        .collect(
            Collectors.groupingBy(Pair::run, Collectors.mapping(Pair::step, Collectors.toSet())));
  }

  /**
   * Notes that these runs' next emails are in the outbox. The primary key keeps any step from
   * coming twice (T9).
   */
  void handToOutbox(List<HandOff> handOffs, Instant now) {
    batch.batchUpdate(HANDLE, params(handOffs, now));
    batch.batchUpdate(HAND_TO_OUTBOX, params(handOffs, now));
  }

  /** A run and the step it hands to the outbox. */
  record HandOff(long runId, long stepId, long rank) {}

  void sent(long runId, long stepId, Instant at) {
    db.sql(SENT).param("runId", runId).param("stepId", stepId).param("at", Utc.bind(at)).update();
  }

  void waitFor(long runId, Instant anchor, long stepId, Instant dueAt) {
    db.sql(WAIT_FOR)
        .param("runId", runId)
        .param("anchor", Utc.bind(anchor))
        .param("stepId", stepId)
        .param("dueAt", Utc.bind(dueAt))
        .update();
  }

  boolean end(long runId, RunEnd reason, Instant now) {
    return 1
        == db.sql(END)
            .param("runId", runId)
            .param("reason", reason.name())
            .param("now", Utc.bind(now))
            .update();
  }

  List<Long> goingOf(long personId) {
    return db.sql(GOING_OF_PERSON).param("personId", personId).query(Long.class).list();
  }

  /** Runs of a sequence that wait for a moment, by id, a page at a time. */
  List<Run> waiting(long sequenceId, long after, int most) {
    return db.sql(WAITING_OF_SEQUENCE)
        .param("sequenceId", sequenceId)
        .param("after", after)
        .param("most", most)
        .query(RunStore::run)
        .list();
  }

  Optional<Instant> nextDue() {
    return db.sql(NEXT_DUE).query((row, n) -> Utc.readOptional(row, "next")).single();
  }

  List<StepCount> counts(long sequenceId) {
    return db.sql(COUNTS)
        .param("sequenceId", sequenceId)
        .query(
            (row, n) ->
                new StepCount(row.getLong("step_id"), row.getLong("sent"), row.getLong("ahead")))
        .list();
  }

  long onTheirWay(long sequenceId) {
    return db.sql(ON_THEIR_WAY).param("sequenceId", sequenceId).query(Long.class).single();
  }

  @SuppressWarnings({"unchecked", "rawtypes"})
  private static Map<String, ?>[] params(List<HandOff> handOffs, Instant now) {
    return handOffs.stream()
        .map(
            h ->
                Map.of(
                    "runId",
                    h.runId(),
                    "stepId",
                    h.stepId(),
                    "rank",
                    h.rank(),
                    "now",
                    Utc.bind(now)))
        .toArray(Map[]::new);
  }

  private static Run run(ResultSet row, int n) throws SQLException {
    return new Run(
        row.getLong("id"),
        row.getLong("sequence_id"),
        row.getLong("person_id"),
        row.getLong("offer_id"),
        Utc.read(row, "anchor_at"),
        Optional.ofNullable(row.getObject("last_rank", Long.class)),
        Utc.readOptional(row, "next_due_at"),
        PersonState.valueOf(row.getString("state")));
  }
}
