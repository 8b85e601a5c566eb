package jeton.server.coupon;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Orders that codes were used for. */
@Repository
class RedemptionStore {
  private static final String ADD =
      """
      INSERT INTO coupon_redemption (offer_id, code_id, order_id, subtotal, eligible, currency, discount, at)
      VALUES (:offerId, :codeId, :orderId, :subtotal, :eligible, :currency, :discount, :now)
      """;

  private static final String OF_ORDER =
      """
      SELECT id, offer_id, code_id, order_id, subtotal, eligible, currency, discount, at, released_at
        FROM coupon_redemption
       WHERE order_id = :orderId
      """;

  private final JdbcClient db;

  RedemptionStore(JdbcClient db) {
    this.db = db;
  }

  /** A code used for an order. Amounts in minor units. */
  record Row(
      long id,
      long offerId,
      long codeId,
      ShopOrder order,
      long discount,
      Instant at,
      Optional<Instant> releasedAt) {}

  Optional<Row> ofOrder(String orderId) {
    return db.sql(OF_ORDER).param("orderId", orderId).query(RedemptionStore::row).optional();
  }

  /**
   * @throws org.springframework.dao.DuplicateKeyException when the order came before
   */
  void add(Row row) {
    db.sql(ADD)
        .param("offerId", row.offerId())
        .param("codeId", row.codeId())
        .param("orderId", row.order().id())
        .param("subtotal", row.order().subtotal())
        .param("eligible", row.order().eligible())
        .param("currency", row.order().currency())
        .param("discount", row.discount())
        .param("now", Utc.bind(row.at()))
        .update();
  }

  /** False when it was released before. */
  boolean release(long id, Instant now) {
    return 1
        == db.sql(
                "UPDATE coupon_redemption SET released_at = :now WHERE id = :id AND released_at IS NULL")
            .param("id", id)
            .param("now", Utc.bind(now))
            .update();
  }

  private static Row row(ResultSet row, int n) throws SQLException {
    return new Row(
        row.getLong("id"),
        row.getLong("offer_id"),
        row.getLong("code_id"),
        new ShopOrder(
            row.getString("order_id"),
            row.getLong("subtotal"),
            row.getLong("eligible"),
            row.getString("currency")),
        row.getLong("discount"),
        Utc.read(row, "at"),
        Utc.readOptional(row, "released_at"));
  }
}
