package jeton.server.setaside;

import java.time.Instant;
import java.util.List;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Runs and starts that stand aside. */
@Repository
class SetAsideStore {
  private static final String NEWEST =
      """
      (SELECT r.sequence_id, q.name AS sequence, r.person_id, p.email, r.set_aside_at, r.trouble
         FROM run r
         JOIN sequence q ON q.id = r.sequence_id
         JOIN person p ON p.id = r.person_id
        WHERE r.set_aside_at IS NOT NULL
        ORDER BY r.set_aside_at DESC
        LIMIT :most)
       UNION ALL
      (SELECT t.sequence_id, q.name, t.person_id, p.email, t.set_aside_at, t.trouble
         FROM run_start t
         JOIN sequence q ON q.id = t.sequence_id
         JOIN person p ON p.id = t.person_id
        WHERE t.set_aside_at IS NOT NULL
        ORDER BY t.set_aside_at DESC
        LIMIT :most)
       ORDER BY set_aside_at DESC
       LIMIT :most
      """;
  private static final String COUNT =
      """
      SELECT (SELECT COUNT(*) FROM run WHERE set_aside_at IS NOT NULL)
           + (SELECT COUNT(*) FROM run_start WHERE set_aside_at IS NOT NULL)
      """;
  private static final String RUNS =
      "SELECT id FROM run WHERE set_aside_at <= :until ORDER BY set_aside_at LIMIT :most";
  private static final String STARTS =
      "SELECT id FROM run_start WHERE set_aside_at <= :until ORDER BY set_aside_at LIMIT :most";
  private static final String RUNS_AGAIN =
      """
      UPDATE run r JOIN sequence s ON s.id = r.sequence_id
         SET r.set_aside_at = NULL, r.trouble = NULL,
             r.next_due_at = CASE WHEN s.paused_at IS NULL THEN :now END,
             r.held_due_at = CASE WHEN s.paused_at IS NULL THEN NULL ELSE :now END
       WHERE r.id IN (:ids) AND r.set_aside_at IS NOT NULL AND r.ended_at IS NULL
      """;
  private static final String STARTS_AGAIN =
      """
      UPDATE run_start SET due_at = :now, set_aside_at = NULL, trouble = NULL
       WHERE id IN (:ids) AND set_aside_at IS NOT NULL
      """;

  private final JdbcClient db;

  SetAsideStore(JdbcClient db) {
    this.db = db;
  }

  List<SetAside.Line> newest(int most) {
    return db.sql(NEWEST)
        .param("most", most)
        .query(
            (row, n) ->
                new SetAside.Line(
                    row.getLong("sequence_id"),
                    row.getString("sequence"),
                    row.getLong("person_id"),
                    row.getString("email"),
                    Utc.read(row, "set_aside_at"),
                    row.getString("trouble")))
        .list();
  }

  long count() {
    return db.sql(COUNT).query(Long.class).single();
  }

  /** Some of the runs that stand aside since a moment or longer. */
  List<Long> runs(Instant until, int most) {
    return page(RUNS, until, most);
  }

  /** Some of the starts that stand aside since a moment or longer. */
  List<Long> starts(Instant until, int most) {
    return page(STARTS, until, most);
  }

  private List<Long> page(String sql, Instant until, int most) {
    return db.sql(sql).param("until", Utc.bind(until)).param("most", most).query(Long.class).list();
  }

  int runsAgain(List<Long> ids, Instant now) {
    return db.sql(RUNS_AGAIN).param("ids", ids).param("now", Utc.bind(now)).update();
  }

  int startsAgain(List<Long> ids, Instant now) {
    return db.sql(STARTS_AGAIN).param("ids", ids).param("now", Utc.bind(now)).update();
  }
}
