package jeton.server.wheel;

import java.time.Instant;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What the shop is still to be told of winners. */
@Repository
class WinNoticeStore {
  private final JdbcClient db;

  WinNoticeStore(JdbcClient db) {
    this.db = db;
  }

  /** A notice, and whom and what it is about. */
  record Due(
      long id,
      long spinId,
      long offerId,
      String address,
      int tries,
      String email,
      String firstName) {}

  void add(long spinId, long offerId, String address, Instant now) {
    db.sql(
            """
            INSERT INTO win_notice (spin_id, offer_id, address, due_at)
            VALUES (:spinId, :offerId, :address, :now)
            """)
        .param("spinId", spinId)
        .param("offerId", offerId)
        .param("address", address)
        .param("now", Utc.bind(now))
        .update();
  }

  /** One that is due, locked; what another instance has locked is left to it. */
  Optional<Due> lockDue(Instant now) {
    return db.sql(
            """
            SELECT n.id, n.spin_id, n.offer_id, n.address, n.tries, p.email, p.first_name
              FROM win_notice n
              JOIN spin s ON s.id = n.spin_id
              JOIN person p ON p.id = s.person_id
             WHERE n.due_at <= :now
             ORDER BY n.due_at, n.id LIMIT 1 FOR UPDATE SKIP LOCKED
            """)
        .param("now", Utc.bind(now))
        .query(
            (row, n) ->
                new Due(
                    row.getLong("id"),
                    row.getLong("spin_id"),
                    row.getLong("offer_id"),
                    row.getString("address"),
                    row.getInt("tries"),
                    row.getString("email"),
                    row.getString("first_name")))
        .optional();
  }

  void done(long id) {
    db.sql("DELETE FROM win_notice WHERE id = :id").param("id", id).update();
  }

  void later(long id, Instant at) {
    db.sql("UPDATE win_notice SET tries = tries + 1, due_at = :at WHERE id = :id")
        .param("id", id)
        .param("at", Utc.bind(at))
        .update();
  }
}
