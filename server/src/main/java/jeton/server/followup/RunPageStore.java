package jeton.server.followup;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Runs of one sequence, a page after the other, and where their numbers lie. */
@Repository
class RunPageStore {
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

  private static final String GOING =
      "SELECT MIN(id) AS first, MAX(id) AS last FROM run WHERE sequence_id = :sequenceId AND ended_at IS NULL";
  private static final String OVER =
      "SELECT MIN(id) AS first, MAX(id) AS last FROM run WHERE sequence_id = :sequenceId AND ended_at IS NOT NULL";
  private static final String ENDED =
      "SELECT COUNT(*) FROM run WHERE sequence_id = :sequenceId AND ended_at IS NOT NULL";
  private final JdbcClient db;

  RunPageStore(JdbcClient db) {
    this.db = db;
  }

  /** Runs of a sequence that wait for a moment, by id, a page at a time. */
  List<Run> waiting(long sequenceId, long after, int most) {
    return page(WAITING, sequenceId, after, most);
  }

  /** Runs that ended because no step was left, by id, a page at a time. */
  List<Run> finished(long sequenceId, long after, int most) {
    return page(FINISHED, sequenceId, after, most);
  }

  /** The same where few runs of the sequence have ended: all of them. */
  List<Run> fewFinished(long sequenceId, int most) {
    return page(FEW_FINISHED, sequenceId, 0, most);
  }

  /** Runs that ended, whatever ended them, by id, a page at a time. */
  List<Runs.Ended> endedPage(long sequenceId, long after, int most) {
    return db.sql(ENDED_SOMEHOW)
        .param("sequenceId", sequenceId)
        .param("after", after)
        .param("most", most)
        .query((row, n) -> new Runs.Ended(RunStore.run(row, n), row.getBoolean("finished")))
        .list();
  }

  private List<Run> page(String sql, long sequenceId, long after, int most) {
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

  /** Where the numbers of runs on their way lie. */
  Runs.Span going(long sequenceId) {
    return span(GOING, sequenceId);
  }

  /** Where the numbers of ended runs lie. */
  Runs.Span over(long sequenceId) {
    return span(OVER, sequenceId);
  }

  private Runs.Span span(String sql, long sequenceId) {
    return db.sql(sql)
        .param("sequenceId", sequenceId)
        .query((row, n) -> new Runs.Span(row.getLong("first"), row.getLong("last")))
        .single();
  }

  long ended(long sequenceId) {
    return db.sql(ENDED).param("sequenceId", sequenceId).query(Long.class).single();
  }
}
