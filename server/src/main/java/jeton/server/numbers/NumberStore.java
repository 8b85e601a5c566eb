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
      SELECT o.id,
             (SELECT COALESCE(SUM(v.views), 0) FROM form f JOIN form_view v ON v.form_id = f.id
               WHERE f.offer_id = o.id) AS seen,
             (SELECT COUNT(DISTINCT s.person_id) FROM sign_up s WHERE s.offer_id = o.id) AS signed_up,
             (SELECT COUNT(DISTINCT s.person_id) FROM sign_up s
               WHERE s.offer_id = o.id AND (s.confirmed_at IS NOT NULL OR s.decision = 'HAND_OVER')) AS confirmed,
             (SELECT COUNT(DISTINCT p.person_id) FROM pass p WHERE p.offer_id = o.id) AS handed_over,
             (SELECT COUNT(DISTINCT p.person_id) FROM pass p
               WHERE p.offer_id = o.id AND p.first_used_at IS NOT NULL) AS used,
             (SELECT COUNT(DISTINCT r.person_id) FROM run r JOIN run_step t ON t.run_id = r.id
               WHERE r.offer_id = o.id AND t.sent_at IS NOT NULL) AS followed_up
        FROM offer o
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
