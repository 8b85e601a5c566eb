package jeton.server.confirm;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import jeton.core.upkeep.KeptKind;
import jeton.server.database.Documents;
import jeton.server.database.Fading;
import jeton.server.database.Utc;
import jeton.server.people.People;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Confirmation links, and the sign-ups they confirm. */
@Repository
class ConfirmationStore implements Fading {
  private static final String ADD =
      """
      INSERT INTO confirmation (token_hash, sign_up_id, created_at, expires_at)
      VALUES (:hash, :signUpId, :now, :expiresAt)
      """;

  private static final String FIND =
      """
      SELECT c.sign_up_id, s.person_id, s.offer_id, s.at, c.expires_at, s.confirmed_at
        FROM confirmation c
        JOIN sign_up s ON s.id = c.sign_up_id
       WHERE c.token_hash = :hash
      """;

  private static final String CONFIRM =
      """
      UPDATE sign_up
         SET confirmed_at = :now, confirmed_network = :network, confirmed_by = :by
       WHERE id = :id AND confirmed_at IS NULL
      """;

  private static final String TOLD =
      """
      SELECT told_email, told_first_name, told_answers, zone
        FROM sign_up
       WHERE id = :id AND told_email IS NOT NULL
      """;
  private static final String CONFIRMED_SINCE =
      """
      SELECT COUNT(*) FROM sign_up
       WHERE person_id = :personId AND offer_id = :offerId AND confirmed_at >= :since
      """;

  private static final String FORGET =
      "DELETE FROM confirmation WHERE expires_at < :before LIMIT :most";

  private final JdbcClient db;
  private final Documents documents;

  ConfirmationStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  void add(byte[] hash, long signUpId, Instant now, Instant expiresAt) {
    db.sql(ADD)
        .param("hash", hash)
        .param("signUpId", signUpId)
        .param("now", Utc.bind(now))
        .param("expiresAt", Utc.bind(expiresAt))
        .update();
  }

  Optional<Confirmations.Link> find(byte[] hash) {
    return db.sql(FIND).param("hash", hash).query(ConfirmationStore::link).optional();
  }

  /**
   * Notes that it is confirmed, under the caller's lock.
   *
   * @throws OptimisticLockingFailureException when another node of a replicated database, which
   *     knows nothing of our locks, was first: the whole is done again then
   */
  void confirm(long signUpId, Instant now, String network, String by) {
    int rows =
        db.sql(CONFIRM)
            .param("id", signUpId)
            .param("now", Utc.bind(now))
            .param("network", network)
            .param("by", by)
            .update();
    if (rows != 1) {
      throw new OptimisticLockingFailureException(
          "Sign-up " + signUpId + " was confirmed by somebody else under our lock");
    }
  }

  /** The lists a sign-up puts its person on (L1). */
  List<Long> lists(long signUpId) {
    String numbers =
        db.sql("SELECT lists FROM sign_up WHERE id = :id")
            .param("id", signUpId)
            .query(String.class)
            .single();
    return Arrays.stream(numbers.split(",")).filter(n -> !n.isEmpty()).map(Long::valueOf).toList();
  }

  /** What a sign-up told of somebody who was known already. */
  Optional<Told.Kept> told(long signUpId) {
    return db.sql(TOLD)
        .param("id", signUpId)
        .query(
            (row, n) ->
                new Told.Kept(
                    new People.Confirmed(
                        row.getString("told_email"),
                        row.getString("told_first_name"),
                        Optional.ofNullable(row.getString("zone"))),
                    documents.readMap(row.getString("told_answers"))))
        .optional();
  }

  /** Whether the person confirmed this offer at or after a moment. */
  boolean confirmedSince(long personId, long offerId, Instant since) {
    return db.sql(CONFIRMED_SINCE)
            .param("personId", personId)
            .param("offerId", offerId)
            .param("since", Utc.bind(since))
            .query(Long.class)
            .single()
        > 0;
  }

  private static Confirmations.Link link(ResultSet row, int n) throws SQLException {
    return new Confirmations.Link(
        row.getLong("sign_up_id"),
        row.getLong("person_id"),
        row.getLong("offer_id"),
        Utc.read(row, "at"),
        Utc.read(row, "expires_at"),
        Utc.readOptional(row, "confirmed_at"));
  }

  @Override
  public KeptKind kind() {
    return KeptKind.CONFIRM_LINKS;
  }

  @Override
  public int forget(Instant before, int most) {
    return db.sql(FORGET).param("before", Utc.bind(before)).param("most", most).update();
  }
}
