package jeton.server.followup;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Runs as their owner looks at them: how many are where, and what became of each email. */
@Repository
class ProgressStore {
  private static final String COLUMNS =
      """
      r.id, r.sequence_id, r.person_id, r.offer_id, r.anchor_at, r.last_rank,
      COALESCE(r.next_due_at, r.held_due_at) AS next_due_at, p.state, p.zone
      """;

  private static final String WAITING =
      "SELECT "
          + COLUMNS
          + """
              FROM run r
              JOIN person p ON p.id = r.person_id
             WHERE r.sequence_id = :sequenceId AND r.ended_at IS NULL
               AND (r.next_due_at IS NOT NULL OR r.held_due_at IS NOT NULL) AND r.id > :after
             ORDER BY r.id
             LIMIT :most
            """;

  // The newest run of each person, if nothing but the end of the steps ended it.
  private static final String FINISHED =
      "SELECT "
          + COLUMNS
          + """
              FROM run r
              JOIN person p ON p.id = r.person_id
             WHERE r.sequence_id = :sequenceId AND r.end_reason = 'STEPS_EXHAUSTED' AND p.state = 'ON_THE_LIST'
               AND r.id > :after
               AND NOT EXISTS (SELECT 1 FROM run n
                                WHERE n.person_id = r.person_id AND n.sequence_id = r.sequence_id AND n.id > r.id)
             ORDER BY r.id
             LIMIT :most
            """;

  private static final String REOPEN =
      "UPDATE run SET ended_at = NULL, end_reason = NULL WHERE id = :id AND ended_at IS NOT NULL";

  private static final String COUNTS =
      """
      SELECT s.id AS step_id,
             COUNT(DISTINCT CASE WHEN o.state IN ('SENT', 'BOUNCED') THEN o.person_id END) AS sent,
             COUNT(DISTINCT CASE WHEN o.state IN ('BOUNCED', 'REFUSED') THEN o.person_id END) AS bounced,
             COUNT(DISTINCT CASE WHEN g.opened_at IS NOT NULL THEN o.person_id END) AS opened,
             COUNT(DISTINCT CASE WHEN g.opened_at IS NULL AND g.machine_opened_at IS NOT NULL THEN o.person_id END)
               AS machine_opened,
             COUNT(DISTINCT CASE WHEN g.clicked_at IS NOT NULL THEN o.person_id END) AS clicked,
             COUNT(DISTINCT CASE WHEN g.left_at IS NOT NULL THEN o.person_id END) AS people_left,
             (SELECT COUNT(*) FROM run_step t WHERE t.step_id = s.id AND t.skipped) AS skipped,
             (SELECT COUNT(*) FROM run r
               WHERE r.sequence_id = s.sequence_id AND r.ended_at IS NULL AND r.next_step_id = s.id) AS ahead
        FROM step s
        LEFT JOIN outbox o ON o.step_id = s.id
        LEFT JOIN email_reading g ON g.outbox_id = o.id
       WHERE s.sequence_id = :sequenceId AND s.deleted_at IS NULL
       GROUP BY s.id, s.sequence_id
      """;

  private static final String ON_THEIR_WAY =
      "SELECT COUNT(*) FROM run WHERE sequence_id = :sequenceId AND ended_at IS NULL";

  private static final String ALL_ON_THEIR_WAY =
      "SELECT sequence_id, COUNT(*) AS n FROM run WHERE ended_at IS NULL GROUP BY sequence_id";

  private static final String DUE_BEFORE =
      """
      SELECT COUNT(*) FROM run
       WHERE sequence_id = :sequenceId AND ended_at IS NULL AND COALESCE(next_due_at, held_due_at) < :before
      """;

  private static final String ADD_START =
      """
      INSERT IGNORE INTO run_start (sequence_id, person_id, offer_id, due_at)
      VALUES (:sequenceId, :personId, :offerId, :dueAt)
      """;

  private static final String REPLACE_START =
      """
      INSERT INTO run_start (sequence_id, person_id, offer_id, due_at)
      VALUES (:sequenceId, :personId, :offerId, :dueAt)
          ON DUPLICATE KEY UPDATE due_at = VALUES(due_at)
      """;

  private static final String LOCK_STARTS =
      """
      SELECT id, sequence_id, person_id, offer_id, due_at FROM run_start
       WHERE due_at <= :now
       ORDER BY due_at, id
       LIMIT :limit
         FOR UPDATE SKIP LOCKED
      """;

  private static final String DELETE_STARTS = "DELETE FROM run_start WHERE id IN (:ids)";

  private static final String NEXT_START = "SELECT MIN(due_at) AS next FROM run_start";

  private final JdbcClient db;

  ProgressStore(JdbcClient db) {
    this.db = db;
  }

  /** A start that lies ahead. */
  record Ahead(long id, long sequenceId, long personId, Optional<Long> offerId, Instant dueAt) {}

  /** Runs of a sequence that wait for a moment, by id, a page at a time. */
  List<RunStore.Run> waiting(long sequenceId, long after, int most) {
    return page(WAITING, sequenceId, after, most);
  }

  /** Runs that ended because no step was left, by id, a page at a time. */
  List<RunStore.Run> finished(long sequenceId, long after, int most) {
    return page(FINISHED, sequenceId, after, most);
  }

  private List<RunStore.Run> page(String sql, long sequenceId, long after, int most) {
    return db.sql(sql)
        .param("sequenceId", sequenceId)
        .param("after", after)
        .param("most", most)
        .query(RunStore::run)
        .list();
  }

  void reopen(long runId) {
    db.sql(REOPEN).param("id", runId).update();
  }

  List<StepNumbers> counts(long sequenceId) {
    return db.sql(COUNTS)
        .param("sequenceId", sequenceId)
        .query(
            (row, n) ->
                new StepNumbers(
                    row.getLong("step_id"),
                    row.getLong("sent"),
                    row.getLong("bounced"),
                    row.getLong("opened"),
                    row.getLong("machine_opened"),
                    row.getLong("clicked"),
                    row.getLong("people_left"),
                    row.getLong("skipped"),
                    row.getLong("ahead")))
        .list();
  }

  long onTheirWay(long sequenceId) {
    return db.sql(ON_THEIR_WAY).param("sequenceId", sequenceId).query(Long.class).single();
  }

  Map<Long, Long> allOnTheirWay() {
    Map<Long, Long> counts = new HashMap<>();
    db.sql(ALL_ON_THEIR_WAY)
        .query(
            row -> {
              counts.put(row.getLong("sequence_id"), row.getLong("n"));
            });
    return counts;
  }

  long dueBefore(long sequenceId, Instant before) {
    return db.sql(DUE_BEFORE)
        .param("sequenceId", sequenceId)
        .param("before", Utc.bind(before))
        .query(Long.class)
        .single();
  }

  /** Keeps a start for later; one that is kept already stays, unless it is to be replaced. */
  void startLater(Ahead ahead, boolean replaces) {
    db.sql(replaces ? REPLACE_START : ADD_START)
        .param("sequenceId", ahead.sequenceId())
        .param("personId", ahead.personId())
        .param("offerId", ahead.offerId().orElse(null))
        .param("dueAt", Utc.bind(ahead.dueAt()))
        .update();
  }

  /** Takes out what is to start now; locked until the transaction ends, and gone then. */
  List<Ahead> takeStarts(Instant now, int limit) {
    List<Ahead> due =
        db.sql(LOCK_STARTS)
            .param("now", Utc.bind(now))
            .param("limit", limit)
            .query(
                (row, n) ->
                    new Ahead(
                        row.getLong("id"),
                        row.getLong("sequence_id"),
                        row.getLong("person_id"),
                        Optional.ofNullable(row.getObject("offer_id", Long.class)),
                        Utc.read(row, "due_at")))
            .list();
    if (!due.isEmpty()) {
      delete(due.stream().map(Ahead::id).toList());
    }
    return due;
  }

  private void delete(Collection<Long> ids) {
    db.sql(DELETE_STARTS).param("ids", ids).update();
  }

  Optional<Instant> nextStart() {
    return db.sql(NEXT_START).query((row, n) -> Utc.readOptional(row, "next")).single();
  }
}
