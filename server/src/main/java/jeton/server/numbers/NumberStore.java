package jeton.server.numbers;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Counts, straight from what happened. */
@Repository
class NumberStore {
  private static final String TRACKS =
      """
      SELECT o.id, COALESCE(v.seen, 0) AS seen,
             COALESCE(s.signed_up, 0) AS signed_up, COALESCE(s.confirmed, 0) AS confirmed,
             COALESCE(p.handed_over, 0) AS handed_over, COALESCE(p.used, 0) AS used,
             COALESCE(r.followed_up, 0) AS followed_up
        FROM offer o
        LEFT JOIN (SELECT f.offer_id, SUM(w.views) AS seen
                     FROM form f JOIN form_view w ON w.form_id = f.id
                    WHERE f.offer_id IN (:ids)
                    GROUP BY f.offer_id) v ON v.offer_id = o.id
        LEFT JOIN (SELECT offer_id, COUNT(DISTINCT person_id) AS signed_up,
                          COUNT(DISTINCT CASE WHEN confirmed_at IS NOT NULL OR decision = 'HAND_OVER'
                                              THEN person_id END) AS confirmed
                     FROM sign_up
                    WHERE offer_id IN (:ids)
                    GROUP BY offer_id) s ON s.offer_id = o.id
        LEFT JOIN (SELECT offer_id, COUNT(DISTINCT person_id) AS handed_over,
                          COUNT(DISTINCT CASE WHEN first_used_at IS NOT NULL THEN person_id END) AS used
                     FROM pass
                    WHERE offer_id IN (:ids)
                    GROUP BY offer_id) p ON p.offer_id = o.id
        LEFT JOIN (SELECT r.offer_id, COUNT(DISTINCT r.person_id) AS followed_up
                     FROM run r
                    WHERE r.offer_id IN (:ids)
                      AND EXISTS (SELECT 1 FROM run_step t WHERE t.run_id = r.id AND t.sent_at IS NOT NULL)
                    GROUP BY r.offer_id) r ON r.offer_id = o.id
       WHERE o.id IN (:ids)
      """;

  private static final String WAITING =
      "SELECT COUNT(*) FROM person WHERE state = 'WAITING_TO_CONFIRM'";

  private final JdbcClient db;

  NumberStore(JdbcClient db) {
    this.db = db;
  }

  Map<Long, Numbers.Track> tracks(List<Long> offerIds) {
    record Owned(long offerId, Numbers.Track track) {}
    return db
        .sql(TRACKS)
        .param("ids", offerIds)
        .query(
            (row, n) ->
                new Owned(
                    row.getLong("id"),
                    new Numbers.Track(
                        row.getLong("seen"),
                        row.getLong("signed_up"),
                        row.getLong("confirmed"),
                        row.getLong("handed_over"),
                        row.getLong("used"),
                        row.getLong("followed_up"))))
        .list()
        .stream()
        .collect(Collectors.toMap(Owned::offerId, Owned::track));
  }

  long waitingToConfirm() {
    return db.sql(WAITING).query(Long.class).single();
  }
}
