package jeton.server.coupon;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Codes as their owner looks through them, and what they came to. */
@Repository
class CodeTableStore {
  private static final String ROWS =
      """
      SELECT c.id, c.shown, c.source, c.state, c.uses, c.issued_at, c.ends_at, c.reason,
             g.person_id, p.email, g.at AS given_at, g.copied_at,
             (SELECT GROUP_CONCAT(r.order_id ORDER BY r.id SEPARATOR ', ')
                FROM coupon_redemption r WHERE r.code_id = c.id AND r.released_at IS NULL) AS orders,
             (SELECT COALESCE(SUM(r.discount), 0)
                FROM coupon_redemption r WHERE r.code_id = c.id AND r.released_at IS NULL) AS discount
        FROM coupon_code c
        LEFT JOIN coupon_grant g
               ON g.id = (SELECT MIN(h.id) FROM coupon_grant h WHERE h.code_id = c.id)
        LEFT JOIN person p ON p.id = g.person_id
       WHERE c.offer_id = :offerId AND c.id < :below
         AND (:words = '' OR c.code_key LIKE CONCAT(:key, '%') OR p.email_key LIKE CONCAT(:words, '%'))
         AND (:state = '' OR c.state = :state)
         AND (NOT :used OR c.uses > 0)
       ORDER BY c.id DESC
       LIMIT :most
      """;

  private static final String TOTALS =
      """
      SELECT (SELECT COUNT(*) FROM coupon_grant WHERE offer_id = :offerId AND code_id IS NOT NULL) AS given,
             (SELECT COUNT(*) FROM coupon_grant WHERE offer_id = :offerId AND seen_at IS NOT NULL) AS seen,
             (SELECT COUNT(*) FROM coupon_grant WHERE offer_id = :offerId AND copied_at IS NOT NULL) AS copied,
             (SELECT COUNT(*) FROM coupon_grant WHERE offer_id = :offerId AND code_id IS NULL) AS waiting,
             (SELECT COUNT(*) FROM coupon_code WHERE offer_id = :offerId AND uses > 0) AS used,
             (SELECT COUNT(*) FROM coupon_code
               WHERE offer_id = :offerId AND state = 'OUT' AND uses = 0
                 AND ends_at >= :now AND ends_at < :soon) AS ending,
             (SELECT COUNT(*) FROM coupon_redemption
               WHERE offer_id = :offerId AND released_at IS NULL) AS orders,
             (SELECT COALESCE(SUM(subtotal), 0) FROM coupon_redemption
               WHERE offer_id = :offerId AND released_at IS NULL) AS order_worth,
             (SELECT COALESCE(SUM(discount), 0) FROM coupon_redemption
               WHERE offer_id = :offerId AND released_at IS NULL) AS discounts
      """;

  private final JdbcClient db;

  CodeTableStore(JdbcClient db) {
    this.db = db;
  }

  /**
   * A code in the table.
   *
   * @param personId the first it was given to; empty for one in the pool, or shared
   * @param orders ids of the orders it was used for
   * @param discount taken off in all, in minor units
   */
  record CodeRow(
      long id,
      String code,
      Code.Source source,
      Code.State state,
      int uses,
      Optional<Instant> givenAt,
      Optional<Instant> endsAt,
      Optional<Instant> copiedAt,
      String reason,
      Optional<Long> personId,
      Optional<String> email,
      String orders,
      long discount) {}

  /** Which codes. */
  record Wanted(long offerId, String words, String key, String state, boolean used) {}

  /** Newest first, older than one of them. */
  List<CodeRow> below(Wanted wanted, long below, int most) {
    return db.sql(ROWS)
        .param("offerId", wanted.offerId())
        .param("below", below)
        .param("words", wanted.words())
        .param("key", wanted.key())
        .param("state", wanted.state())
        .param("used", wanted.used())
        .param("most", most)
        .query(CodeTableStore::row)
        .list();
  }

  /** What codes came to. Money in minor units. */
  record Totals(
      long given,
      long seen,
      long copied,
      long waiting,
      long used,
      long endingSoon,
      long orders,
      long orderWorth,
      long discounts) {}

  Totals totals(long offerId, Instant now, Instant soon) {
    return db.sql(TOTALS)
        .param("offerId", offerId)
        .param("now", Utc.bind(now))
        .param("soon", Utc.bind(soon))
        .query(
            (row, n) ->
                new Totals(
                    row.getLong("given"),
                    row.getLong("seen"),
                    row.getLong("copied"),
                    row.getLong("waiting"),
                    row.getLong("used"),
                    row.getLong("ending"),
                    row.getLong("orders"),
                    row.getLong("order_worth"),
                    row.getLong("discounts")))
        .single();
  }

  private static CodeRow row(ResultSet row, int n) throws SQLException {
    return new CodeRow(
        row.getLong("id"),
        row.getString("shown"),
        Code.Source.valueOf(row.getString("source")),
        Code.State.valueOf(row.getString("state")),
        row.getInt("uses"),
        Utc.readOptional(row, "given_at"),
        Utc.readOptional(row, "ends_at"),
        Utc.readOptional(row, "copied_at"),
        row.getString("reason"),
        Optional.ofNullable(row.getObject("person_id", Long.class)),
        Optional.ofNullable(row.getString("email")),
        Optional.ofNullable(row.getString("orders")).orElse(""),
        row.getLong("discount"));
  }
}
