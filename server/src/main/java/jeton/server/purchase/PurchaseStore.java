package jeton.server.purchase;

import java.time.Instant;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Purchases. */
@Repository
class PurchaseStore {
  private static final String ADD =
      """
      INSERT IGNORE INTO purchase (order_id, person_id, at, total, currency)
      VALUES (:orderId, :personId, :at, :total, :currency)
      """;

  private final JdbcClient db;

  PurchaseStore(JdbcClient db) {
    this.db = db;
  }

  /** False where that order was told of before. */
  boolean add(Purchases.Order order, long personId, Instant at) {
    return db.sql(ADD)
            .param("orderId", order.id())
            .param("personId", personId)
            .param("at", Utc.bind(at))
            .param("total", order.total())
            .param("currency", order.currency())
            .update()
        > 0;
  }
}
