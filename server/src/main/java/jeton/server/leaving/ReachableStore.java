package jeton.server.leaving;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** People whose addresses were thought not to work, and what ended with that. */
@Repository
class ReachableStore {
  private static final String COUNT =
      "SELECT COUNT(*) FROM person WHERE state = 'UNREACHABLE' AND state_since >= :since";
  private static final String PAGE =
      """
      SELECT id FROM person
       WHERE state = 'UNREACHABLE' AND state_since >= :since AND id > :after
       ORDER BY id
       LIMIT :most
      """;
  // Where they stood before; of an older install that did not keep it, where they can have stood.
  private static final String AGAIN =
      """
      UPDATE person
         SET state = CASE WHEN former_state IS NOT NULL THEN former_state
                          WHEN confirmed_at IS NOT NULL THEN 'ON_THE_LIST'
                          ELSE 'WAITING_TO_CONFIRM' END,
             former_state = 'UNREACHABLE', state_since = :at
       WHERE id IN (:ids)
       ORDER BY id
      """;
  // A run goes on from where it was broken off: the engine looks at it next.
  private static final String RUNS_AGAIN =
      """
      UPDATE run r
        JOIN person p ON p.id = r.person_id
        JOIN sequence s ON s.id = r.sequence_id
        LEFT JOIN run other ON other.person_id = r.person_id AND other.sequence_id = r.sequence_id
             AND other.ended_at IS NULL
         SET r.ended_at = NULL, r.end_reason = NULL,
             r.next_due_at = CASE WHEN s.paused_at IS NULL THEN :at END,
             r.held_due_at = CASE WHEN s.paused_at IS NULL THEN NULL ELSE :at END
       WHERE r.person_id IN (:ids) AND p.state = 'ON_THE_LIST' AND r.end_reason = 'PERSON_UNREACHABLE'
         AND r.ended_at >= :since AND other.id IS NULL
         AND r.id = (SELECT newest.id FROM (SELECT MAX(x.id) AS id, x.person_id, x.sequence_id FROM run x
                                             WHERE x.person_id IN (:ids) GROUP BY x.person_id, x.sequence_id) newest
                      WHERE newest.person_id = r.person_id AND newest.sequence_id = r.sequence_id)
      """;
  private static final String TELL =
      """
      INSERT INTO event (at, kind, person_id, offer_id, detail)
      SELECT :at, :kind, id, NULL, '' FROM person WHERE id IN (:ids)
      """;
  private static final String CAME_BACK =
      """
      SELECT id FROM person
       WHERE former_state = 'UNREACHABLE' AND state <> 'UNREACHABLE' AND state_since = :at AND id > :after
       ORDER BY id
       LIMIT :most
      """;
  private static final String BACK =
      """
      UPDATE person
         SET former_state = state, state = 'UNREACHABLE', state_since = :now
       WHERE id IN (:ids)
       ORDER BY id
      """;

  private static final String STILL =
      "SELECT id FROM person WHERE id IN (:ids) AND state = 'UNREACHABLE' AND state_since >= :since";
  private static final String STILL_BACK =
      """
      SELECT id FROM person
       WHERE id IN (:ids) AND former_state = 'UNREACHABLE' AND state <> 'UNREACHABLE' AND state_since = :at
      """;

  private final JdbcClient db;

  ReachableStore(JdbcClient db) {
    this.db = db;
  }

  long count(Instant since) {
    return db.sql(COUNT).param("since", Utc.bind(since)).query(Long.class).single();
  }

  List<Long> page(Instant since, long after, int most) {
    return db.sql(PAGE)
        .param("since", Utc.bind(since))
        .param("after", after)
        .param("most", most)
        .query(Long.class)
        .list();
  }

  /** Which of these, locked by the caller, are unreachable still. */
  List<Long> still(Collection<Long> ids, Instant since) {
    return db.sql(STILL).param("ids", ids).param("since", Utc.bind(since)).query(Long.class).list();
  }

  /** Which of these, locked by the caller, have not moved since they were made reachable. */
  List<Long> stillBack(Collection<Long> ids, Instant at) {
    return db.sql(STILL_BACK).param("ids", ids).param("at", Utc.bind(at)).query(Long.class).list();
  }

  /** Puts these back where they stood, with what was broken off. */
  void again(Collection<Long> ids, Instant since, Instant at) {
    db.sql(AGAIN).param("ids", ids).param("at", Utc.bind(at)).update();
    db.sql(RUNS_AGAIN)
        .param("ids", ids)
        .param("since", Utc.bind(since))
        .param("at", Utc.bind(at))
        .update();
    tell(ids, "REACHABLE_AGAIN", at);
  }

  List<Long> cameBack(Instant at, long after, int most) {
    return db.sql(CAME_BACK)
        .param("at", Utc.bind(at))
        .param("after", after)
        .param("most", most)
        .query(Long.class)
        .list();
  }

  void back(Collection<Long> ids, Instant now) {
    db.sql(BACK).param("ids", ids).param("now", Utc.bind(now)).update();
    tell(ids, "UNREACHABLE", now);
  }

  private void tell(Collection<Long> ids, String kind, Instant at) {
    db.sql(TELL).param("ids", ids).param("kind", kind).param("at", Utc.bind(at)).update();
  }
}
