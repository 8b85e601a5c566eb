package jeton.server.mailing;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.server.database.Utc;
import jeton.server.segment.CriterionSql;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Whom an email to many would reach, and how fast emails have left so far. */
@Repository
class OutlookStore {
  private static final String ZONES =
      """
      SELECT p.zone, COUNT(*) AS people
        FROM person p
        JOIN list_member m ON m.person_id = p.id AND m.list_id = :listId AND m.left_at IS NULL
       WHERE p.state = 'ON_THE_LIST' AND %s
       GROUP BY p.zone
      """;
  private static final String STATES =
      """
      SELECT p.state, COUNT(*) AS people
        FROM person p
        JOIN list_member m ON m.person_id = p.id AND m.list_id = :listId AND m.left_at IS NULL
       WHERE %s
       GROUP BY p.state
      """;
  private static final String READERS =
      """
      SELECT p.id
        FROM person p
        JOIN list_member m ON m.person_id = p.id AND m.list_id = :listId AND m.left_at IS NULL
       WHERE p.state = 'ON_THE_LIST' AND %s
       ORDER BY (p.first_name = '') , p.id DESC
       LIMIT :most
      """;
  private static final String PACE =
      """
      SELECT COALESCE(MAX(n), 0) AS n
        FROM (SELECT COUNT(*) AS n FROM outbox WHERE settled_at > :since
               GROUP BY TIMESTAMPDIFF(MINUTE, '2020-01-01', settled_at)) minutes
      """;

  private static final int LEAST_MEASURED = 60;

  private final JdbcClient db;

  OutlookStore(JdbcClient db) {
    this.db = db;
  }

  /** How many readers are in which zone; the empty one for those without. */
  Map<String, Long> zones(long listId, CriterionSql.Where where) {
    return grouped(ZONES, "zone", listId, where);
  }

  Map<String, Long> states(long listId, CriterionSql.Where where) {
    return grouped(STATES, "state", listId, where);
  }

  private Map<String, Long> grouped(
      String sql, String column, long listId, CriterionSql.Where where) {
    Map<String, Long> counts = new HashMap<>();
    db.sql(sql.formatted(where.sql()))
        .params(where.params())
        .param("listId", listId)
        .query(
            row -> {
              counts.merge(
                  Optional.ofNullable(row.getString(column)).orElse(""),
                  row.getLong("people"),
                  Long::sum);
            });
    return counts;
  }

  /** Some of its readers, those with a name first. */
  List<Long> readers(long listId, CriterionSql.Where where, int most) {
    return db.sql(READERS.formatted(where.sql()))
        .params(where.params())
        .param("listId", listId)
        .param("most", most)
        .query(Long.class)
        .list();
  }

  /** Emails a second in the busiest minute since a moment; empty when that had too few. */
  Optional<Double> pace(Instant since) {
    long most = db.sql(PACE).param("since", Utc.bind(since)).query(Long.class).single();
    return most < LEAST_MEASURED ? Optional.empty() : Optional.of(most / 60.0);
  }
}
