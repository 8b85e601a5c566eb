package jeton.server.numbers;

import java.time.Instant;
import java.util.List;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What became of emails at their readers, forgotten but for its sums. */
@Repository
class ForgottenReadingStore {
  // By number, which is nearly by time: what is newer is not looked through each night.
  private static final String LAST =
      """
      SELECT COALESCE(MAX(id), 0)
        FROM (SELECT id FROM outbox WHERE settled_at < :before
               ORDER BY settled_at DESC, id DESC LIMIT 10000) newest
      """;
  private static final String OLD =
      """
      SELECT r.outbox_id
        FROM email_reading r JOIN outbox o ON o.id = r.outbox_id
       WHERE r.outbox_id <= :last AND o.settled_at < :before
         AND GREATEST(COALESCE(r.opened_at, '1970-01-01'), COALESCE(r.machine_opened_at, '1970-01-01'),
                      COALESCE(r.clicked_at, '1970-01-01'), COALESCE(r.left_at, '1970-01-01'),
                      COALESCE(r.replied_at, '1970-01-01'), COALESCE(r.complained_at, '1970-01-01')) < :before
         AND NOT EXISTS (SELECT 1 FROM link_click c WHERE c.outbox_id = o.id AND c.at >= :before)
         AND NOT EXISTS (SELECT 1 FROM track_due d
                          WHERE d.offer_id = o.offer_id AND d.person_id = o.person_id)
       ORDER BY r.outbox_id
       LIMIT :most
         FOR UPDATE
      """;
  // As steps and issues count them.
  private static final String ADD_UP =
      """
      INSERT INTO forgotten_reading (kind, source_id, version, opened, machine_opened, clicked, gone)
      SELECT o.kind, COALESCE(o.step_id, o.issue_id, o.offer_id, 0), COALESCE(o.version, 'A'),
             SUM(r.opened_at IS NOT NULL OR r.clicked_at IS NOT NULL),
             SUM(r.opened_at IS NULL AND r.clicked_at IS NULL AND r.machine_opened_at IS NOT NULL),
             SUM(r.clicked_at IS NOT NULL), SUM(r.left_at IS NOT NULL)
        FROM outbox o JOIN email_reading r ON r.outbox_id = o.id
       WHERE o.id IN (:ids)
       GROUP BY o.kind, COALESCE(o.step_id, o.issue_id, o.offer_id, 0), COALESCE(o.version, 'A')
          ON DUPLICATE KEY UPDATE opened = opened + VALUES(opened),
             machine_opened = machine_opened + VALUES(machine_opened),
             clicked = clicked + VALUES(clicked), gone = gone + VALUES(gone)
      """;

  private final JdbcClient db;

  ForgottenReadingStore(JdbcClient db) {
    this.db = db;
  }

  /** Forgets some of what is wholly older than a moment, and whose people are counted. */
  int forget(Instant before, int most) {
    long last = db.sql(LAST).param("before", Utc.bind(before)).query(Long.class).single();
    List<Long> old =
        db.sql(OLD)
            .param("last", last)
            .param("before", Utc.bind(before))
            .param("most", most)
            .query(Long.class)
            .list();
    if (!old.isEmpty()) {
      db.sql(ADD_UP).param("ids", old).update();
      for (String table : List.of("link_click", "email_reading")) {
        db.sql("DELETE FROM " + table + " WHERE outbox_id IN (:ids)").param("ids", old).update();
      }
    }
    return old.size();
  }
}
