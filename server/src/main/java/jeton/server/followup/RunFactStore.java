package jeton.server.followup;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What runs are judged by: steps dealt with, emails sent, passes used. */
@Repository
class RunFactStore {
  private static final String HANDLED =
      "SELECT run_id, step_id FROM run_step WHERE run_id IN (:ids)";

  private static final String LOCK_PEOPLE =
      "UPDATE person SET guard = guard + 1 WHERE id IN (:ids) ORDER BY id";

  private static final String LAST_SENT =
      """
      SELECT person_id, MAX(last) AS last
        FROM (SELECT r.person_id, COALESCE(t.sent_at, t.at) AS last
                FROM run r
                JOIN run_step t ON t.run_id = r.id AND NOT t.skipped
               WHERE r.person_id IN (:ids)
               UNION ALL
              SELECT o.person_id, COALESCE(o.settled_at, o.due_at)
                FROM outbox o
               WHERE o.person_id IN (:ids) AND o.kind = 'MAILING' AND o.state IN ('WAITING', 'SENT')) sent
       GROUP BY person_id
      """;

  private static final String PASS_USED =
      "SELECT DISTINCT person_id, offer_id FROM pass WHERE person_id IN (:ids) AND first_used_at IS NOT NULL";

  private static final String RESULTS =
      "SELECT person_id, offer_id, result FROM result WHERE person_id IN (:ids)";

  private static final String ENDS =
      """
      SELECT p.person_id, p.offer_id, COALESCE(p.ends_at, p.expires_at) AS ends
        FROM pass p
       WHERE p.person_id IN (:ids)
       ORDER BY p.id
      """;

  private final JdbcClient db;

  RunFactStore(JdbcClient db) {
    this.db = db;
  }

  Map<Long, Set<Long>> handled(Collection<Long> runIds) {
    record Pair(long run, long step) {}
    return runIds.isEmpty()
        ? Map.of()
        : db
            .sql(HANDLED)
            .param("ids", runIds)
            .query((row, n) -> new Pair(row.getLong("run_id"), row.getLong("step_id")))
            .list()
            .stream()
            .collect(
                Collectors.groupingBy(
                    Pair::run, Collectors.mapping(Pair::step, Collectors.toSet())));
  }

  /**
   * When each of these last got a sequence email or one to many, in the outbox included, with the
   * people locked, so that nobody else sends them one at the same time (T13). The lock is a write:
   * other nodes of a replicated database see nothing else.
   */
  Map<Long, Instant> lastSentLocked(Collection<Long> personIds) {
    db.sql(LOCK_PEOPLE).param("ids", personIds).update();
    return lastSent(personIds);
  }

  /** The same without a lock, for telling what would be. */
  Map<Long, Instant> lastSent(Collection<Long> personIds) {
    if (personIds.isEmpty()) {
      return Map.of();
    }
    Map<Long, Instant> last = new HashMap<>();
    db.sql(LAST_SENT)
        .param("ids", personIds)
        .query(
            row -> {
              last.put(row.getLong("person_id"), Utc.read(row, "last"));
            });
    return last;
  }

  /** When what these people were given ends, by person and offer, by their newest passes (T15). */
  Map<Holding, Instant> ends(Collection<Long> personIds) {
    Map<Holding, Instant> ends = new HashMap<>();
    if (personIds.isEmpty()) {
      return ends;
    }
    db.sql(ENDS)
        .param("ids", personIds)
        .query(
            row -> {
              Holding holding = new Holding(row.getLong("person_id"), row.getLong("offer_id"));
              // The newest comes last and counts, without an end too.
              Utc.readOptional(row, "ends")
                  .ifPresentOrElse(end -> ends.put(holding, end), () -> ends.remove(holding));
            });
    return ends;
  }

  /** What these people came to with offers that are played. */
  Map<Holding, String> results(Collection<Long> personIds) {
    Map<Holding, String> results = new HashMap<>();
    if (!personIds.isEmpty()) {
      db.sql(RESULTS)
          .param("ids", personIds)
          .query(
              row -> {
                results.put(
                    new Holding(row.getLong("person_id"), row.getLong("offer_id")),
                    row.getString("result"));
              });
    }
    return results;
  }

  /** Somebody's pass of an offer. */
  public record Holding(long personId, long offerId) {}

  /** Offers of which these people have used a pass (T8, P4). */
  Map<Long, Set<Long>> passesUsed(Collection<Long> personIds) {
    Map<Long, Set<Long>> used = new HashMap<>();
    db.sql(PASS_USED)
        .param("ids", personIds)
        .query(
            row -> {
              used.computeIfAbsent(row.getLong("person_id"), id -> new HashSet<>())
                  .add(row.getLong("offer_id"));
            });
    return used;
  }
}
