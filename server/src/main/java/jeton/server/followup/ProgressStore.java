package jeton.server.followup;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Runs as their owner looks at them: how many are where, and what became of each email. */
@Repository
class ProgressStore {
  private static final String COLUMNS =
      """
      r.id, r.sequence_id, r.person_id, r.offer_id, r.anchor_at, r.last_rank, r.next_step_id,
      COALESCE(r.next_due_at, r.held_due_at) AS next_due_at, p.state, p.zone
      """;

  // By itself the optimizer begins each page at the sequence's first run: a page costs as much as
  // all before it. Forced, it goes on in the index where the last page ended.
  private static final String WAITING =
      "SELECT "
          + COLUMNS
          + """
              FROM run r FORCE INDEX (by_sequence)
              JOIN person p ON p.id = r.person_id
             WHERE r.sequence_id = :sequenceId AND r.ended_at IS NULL
               AND (r.next_due_at IS NOT NULL OR r.held_due_at IS NOT NULL) AND r.id > :after
             ORDER BY r.id
             LIMIT :most
            """;

  // The newest run of each person, if nothing but the end of the steps ended it.
  private static final String HAS_FINISHED =
      """
      (r.end_reason = 'STEPS_EXHAUSTED' AND p.state = 'ON_THE_LIST'
         AND NOT EXISTS (SELECT 1 FROM run n
                          WHERE n.person_id = r.person_id AND n.sequence_id = r.sequence_id AND n.id > r.id))
      """;
  private static final String THAT_ENDED =
      """
       JOIN person p ON p.id = r.person_id
       WHERE r.sequence_id = :sequenceId AND r.ended_at IS NOT NULL AND r.id > :after
      """;
  private static final String A_PAGE = " ORDER BY r.id LIMIT :most";
  private static final String THAT_FINISHED = THAT_ENDED + " AND " + HAS_FINISHED + A_PAGE;

  // All pages together pass once over the table, however many they are.
  private static final String FINISHED =
      "SELECT " + COLUMNS + " FROM run r FORCE INDEX (PRIMARY)" + THAT_FINISHED;

  private static final String FEW_FINISHED =
      "SELECT " + COLUMNS + " FROM run r FORCE INDEX (by_sequence)" + THAT_FINISHED;

  private static final String ENDED_SOMEHOW =
      "SELECT "
          + COLUMNS
          + ", "
          + HAS_FINISHED
          + " AS finished FROM run r FORCE INDEX (PRIMARY)"
          + THAT_ENDED
          + A_PAGE;

  private static final String REOPEN =
      "UPDATE run SET ended_at = NULL, end_reason = NULL WHERE id = :id AND ended_at IS NOT NULL";

  private static final String COUNTS =
      """
      SELECT s.id AS step_id,
             COUNT(DISTINCT CASE WHEN o.state IN ('SENT', 'BOUNCED') THEN o.person_id END) AS sent,
             COUNT(DISTINCT CASE WHEN o.state IN ('BOUNCED', 'REFUSED') THEN o.person_id END) AS bounced,
             COUNT(DISTINCT CASE WHEN g.opened_at IS NOT NULL OR g.clicked_at IS NOT NULL THEN o.person_id END) AS opened,
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

  private static final String ON_THEIR_WAY_BY_SEQUENCE =
      """
      SELECT sequence_id, COUNT(*) AS n FROM run
       WHERE sequence_id IN (:ids) AND ended_at IS NULL
       GROUP BY sequence_id
      """;

  private static final String DUE_BEFORE =
      """
      SELECT COUNT(*) FROM run
       WHERE sequence_id = :sequenceId AND ended_at IS NULL AND (next_due_at < :before OR held_due_at < :before)
      """;

  private static final String GOING =
      "SELECT MIN(id) AS first, MAX(id) AS last FROM run WHERE sequence_id = :sequenceId AND ended_at IS NULL";
  private static final String OVER =
      "SELECT MIN(id) AS first, MAX(id) AS last FROM run WHERE sequence_id = :sequenceId AND ended_at IS NOT NULL";
  private static final String ENDED =
      "SELECT COUNT(*) FROM run WHERE sequence_id = :sequenceId AND ended_at IS NOT NULL";
  private final JdbcClient db;

  ProgressStore(JdbcClient db) {
    this.db = db;
  }

  /** The numbers of the first and the last of some runs; 0 when there are none. */
  record Span(long first, long last) {}

  /** Runs of a sequence that wait for a moment, by id, a page at a time. */
  List<RunStore.Run> waiting(long sequenceId, long after, int most) {
    return page(WAITING, sequenceId, after, most);
  }

  /** Runs that ended because no step was left, by id, a page at a time. */
  List<RunStore.Run> finished(long sequenceId, long after, int most) {
    return page(FINISHED, sequenceId, after, most);
  }

  /** The same where few runs of the sequence have ended: all of them. */
  List<RunStore.Run> fewFinished(long sequenceId, int most) {
    return page(FEW_FINISHED, sequenceId, 0, most);
  }

  /**
   * A run that is over.
   *
   * @param finished whether nothing but the end of the steps ended it, and nothing came after it
   */
  record Ended(RunStore.Run run, boolean finished) {}

  /** Runs that ended, whatever ended them, by id, a page at a time. */
  List<Ended> endedPage(long sequenceId, long after, int most) {
    return db.sql(ENDED_SOMEHOW)
        .param("sequenceId", sequenceId)
        .param("after", after)
        .param("most", most)
        .query((row, n) -> new Ended(RunStore.run(row, n), row.getBoolean("finished")))
        .list();
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

  /** The same of several sequences; those with nobody are left out. */
  Map<Long, Long> onTheirWay(Collection<Long> sequenceIds) {
    Map<Long, Long> counts = new HashMap<>();
    if (!sequenceIds.isEmpty()) {
      db.sql(ON_THEIR_WAY_BY_SEQUENCE)
          .param("ids", sequenceIds)
          .query(
              row -> {
                counts.put(row.getLong("sequence_id"), row.getLong("n"));
              });
    }
    return counts;
  }

  long dueBefore(long sequenceId, Instant before) {
    return db.sql(DUE_BEFORE)
        .param("sequenceId", sequenceId)
        .param("before", Utc.bind(before))
        .query(Long.class)
        .single();
  }

  /** Where the numbers of runs on their way lie. */
  Span going(long sequenceId) {
    return span(GOING, sequenceId);
  }

  /** Where the numbers of ended runs lie. */
  Span over(long sequenceId) {
    return span(OVER, sequenceId);
  }

  private Span span(String sql, long sequenceId) {
    return db.sql(sql)
        .param("sequenceId", sequenceId)
        .query((row, n) -> new Span(row.getLong("first"), row.getLong("last")))
        .single();
  }

  long ended(long sequenceId) {
    return db.sql(ENDED).param("sequenceId", sequenceId).query(Long.class).single();
  }
}
