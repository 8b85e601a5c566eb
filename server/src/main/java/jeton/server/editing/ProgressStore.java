package jeton.server.editing;

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
  private static final String COUNTS =
      """
      SELECT s.id AS step_id,
             COUNT(DISTINCT CASE WHEN o.state IN ('SENT', 'BOUNCED') THEN o.person_id END) AS sent,
             COUNT(DISTINCT CASE WHEN o.state IN ('BOUNCED', 'REFUSED') THEN o.person_id END) AS bounced,
             COUNT(DISTINCT CASE WHEN g.opened_at IS NOT NULL OR g.clicked_at IS NOT NULL THEN o.person_id END)
               + COALESCE(MAX(f.opened), 0) AS opened,
             COUNT(DISTINCT CASE WHEN g.opened_at IS NULL AND g.machine_opened_at IS NOT NULL THEN o.person_id END)
               + COALESCE(MAX(f.machine_opened), 0) AS machine_opened,
             COUNT(DISTINCT CASE WHEN g.clicked_at IS NOT NULL THEN o.person_id END)
               + COALESCE(MAX(f.clicked), 0) AS clicked,
             COUNT(DISTINCT CASE WHEN g.left_at IS NOT NULL THEN o.person_id END)
               + COALESCE(MAX(f.gone), 0) AS people_left,
             (SELECT COUNT(*) FROM run_step t WHERE t.step_id = s.id AND t.skipped) AS skipped,
             (SELECT COUNT(*) FROM run r
               WHERE r.sequence_id = s.sequence_id AND r.ended_at IS NULL AND r.next_step_id = s.id) AS ahead
        FROM step s
        LEFT JOIN outbox o ON o.step_id = s.id
        LEFT JOIN email_reading g ON g.outbox_id = o.id
        LEFT JOIN (SELECT source_id, SUM(opened) AS opened, SUM(machine_opened) AS machine_opened,
                          SUM(clicked) AS clicked, SUM(gone) AS gone
                     FROM forgotten_reading WHERE kind = 'FOLLOW_UP' GROUP BY source_id) f ON f.source_id = s.id
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

  private final JdbcClient db;

  ProgressStore(JdbcClient db) {
    this.db = db;
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
}
