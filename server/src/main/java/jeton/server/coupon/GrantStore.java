package jeton.server.coupon;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Who was given which code. */
@Repository
class GrantStore {
  private static final String SELECT =
      "SELECT id, offer_id, person_id, code_id, at FROM coupon_grant";

  private static final String ADD =
      """
      INSERT INTO coupon_grant (offer_id, person_id, mailbox, code_id, at)
      VALUES (:offerId, :personId, :mailbox, :codeId, :now)
      """;

  private final JdbcClient db;

  GrantStore(JdbcClient db) {
    this.db = db;
  }

  /**
   * A code given to a person.
   *
   * @param codeId empty while the pool is dry
   */
  record Row(long id, long offerId, long personId, Optional<Long> codeId, Instant at) {}

  /** Somebody who is to be given a code: their address, and what they were given before. */
  record Asker(String email, Optional<Row> held) {}

  /** A person that must exist, with the newest they were given. */
  Asker asker(long offerId, long personId) {
    return db.sql(
            """
            SELECT p.email, g.id, g.offer_id, g.person_id, g.code_id, g.at
              FROM person p
              LEFT JOIN coupon_grant g ON g.person_id = p.id AND g.offer_id = :offerId
             WHERE p.id = :personId
             ORDER BY g.id DESC
             LIMIT 1
            """)
        .param("offerId", offerId)
        .param("personId", personId)
        .query(
            (row, n) ->
                new Asker(
                    row.getString("email"),
                    row.getObject("id") == null ? Optional.empty() : Optional.of(row(row, n))))
        .single();
  }

  /** The newest of a person. */
  Optional<Row> newest(long offerId, long personId) {
    return db.sql(
            SELECT
                + " WHERE person_id = :personId AND offer_id = :offerId ORDER BY id DESC LIMIT 1")
        .param("personId", personId)
        .param("offerId", offerId)
        .query(GrantStore::row)
        .optional();
  }

  /** All of these people, oldest first. */
  List<Row> of(Collection<Long> people, Collection<Long> offers) {
    return db.sql(SELECT + " WHERE person_id IN (:people) AND offer_id IN (:offers) ORDER BY id")
        .param("people", people)
        .param("offers", offers)
        .query(GrantStore::row)
        .list();
  }

  Optional<Row> ofMailbox(long offerId, String mailbox) {
    return db.sql(SELECT + " WHERE offer_id = :offerId AND mailbox = :mailbox")
        .param("offerId", offerId)
        .param("mailbox", mailbox)
        .query(GrantStore::row)
        .optional();
  }

  /** The same, held until the transaction ends. */
  Optional<Row> lockOfMailbox(long offerId, String mailbox) {
    return db.sql(SELECT + " WHERE offer_id = :offerId AND mailbox = :mailbox FOR UPDATE")
        .param("offerId", offerId)
        .param("mailbox", mailbox)
        .query(GrantStore::row)
        .optional();
  }

  boolean isWaiting(long id) {
    return db.sql("SELECT 1 FROM coupon_grant WHERE id = :id AND code_id IS NULL")
        .param("id", id)
        .query(Integer.class)
        .optional()
        .isPresent();
  }

  /**
   * @param mailbox empty where it may have several
   * @throws org.springframework.dao.DuplicateKeyException when the mailbox was given one already
   */
  void add(Row row, Optional<String> mailbox) {
    db.sql(ADD)
        .param("offerId", row.offerId())
        .param("personId", row.personId())
        .param("mailbox", mailbox.orElse(null))
        .param("codeId", row.codeId().orElse(null))
        .param("now", Utc.bind(row.at()))
        .update();
  }

  void giveCode(long id, long codeId) {
    db.sql("UPDATE coupon_grant SET code_id = :codeId WHERE id = :id")
        .param("id", id)
        .param("codeId", codeId)
        .update();
  }

  /** Who waits for a code, the longest first. */
  List<Row> waiting(long offerId, int most) {
    return db.sql(SELECT + " WHERE offer_id = :offerId AND code_id IS NULL ORDER BY id LIMIT :most")
        .param("offerId", offerId)
        .param("most", most)
        .query(GrantStore::row)
        .list();
  }

  /** Who has a code, if it is somebody's own and was not used by them before. */
  List<Long> unusedHolders(long codeId) {
    return db.sql(
            "SELECT person_id FROM coupon_grant WHERE code_id = :codeId AND used_at IS NULL ORDER BY person_id")
        .param("codeId", codeId)
        .query(Long.class)
        .list();
  }

  void used(long codeId, Instant now) {
    db.sql("UPDATE coupon_grant SET used_at = :now WHERE code_id = :codeId AND used_at IS NULL")
        .param("codeId", codeId)
        .param("now", Utc.bind(now))
        .update();
  }

  void seen(long id, Instant now) {
    db.sql("UPDATE coupon_grant SET seen_at = :now WHERE id = :id AND seen_at IS NULL")
        .param("id", id)
        .param("now", Utc.bind(now))
        .update();
  }

  /**
   * Notes that its code was copied.
   *
   * @return whether for the first time
   */
  boolean copied(long id, Instant now) {
    return db.sql(
                """
            UPDATE coupon_grant SET copied_at = :now, seen_at = COALESCE(seen_at, :now)
             WHERE id = :id AND copied_at IS NULL
            """)
            .param("id", id)
            .param("now", Utc.bind(now))
            .update()
        > 0;
  }

  /** Who has a code that is somebody's own; the first of them. */
  Optional<Long> holder(long codeId) {
    return db.sql("SELECT person_id FROM coupon_grant WHERE code_id = :codeId ORDER BY id LIMIT 1")
        .param("codeId", codeId)
        .query(Long.class)
        .optional();
  }

  /** How many people were given the code so far. */
  long holders(long codeId) {
    return db.sql("SELECT COUNT(*) FROM coupon_grant WHERE code_id = :codeId")
        .param("codeId", codeId)
        .query(Long.class)
        .single();
  }

  long givenSince(long offerId, Instant since) {
    return db.sql("SELECT COUNT(*) FROM coupon_grant WHERE offer_id = :offerId AND at >= :since")
        .param("offerId", offerId)
        .param("since", Utc.bind(since))
        .query(Long.class)
        .single();
  }

  private static Row row(ResultSet row, int n) throws SQLException {
    return new Row(
        row.getLong("id"),
        row.getLong("offer_id"),
        row.getLong("person_id"),
        Optional.ofNullable(row.getObject("code_id", Long.class)),
        Utc.read(row, "at"));
  }
}
