package jeton.server.account;

import org.springframework.stereotype.Repository;
import java.time.Instant;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Owners, invitations, and wrong guesses. */
@Repository
class OwnerStore {
  private static final String ADD =
      "INSERT IGNORE INTO owner (email_key, password_hash, created_at) VALUES (:email, :hash, :now)";
  private static final String FIND = "SELECT id, password_hash FROM owner WHERE email_key = :email";
  private static final String EMAIL = "SELECT email_key FROM owner WHERE id = :id";
  private static final String COUNT = "SELECT COUNT(*) FROM owner";
  private static final String ADD_INVITE =
      "INSERT INTO owner_invite (token_hash, expires_at) VALUES (:hash, :expiresAt)";
  private static final String TAKE_INVITE =
      "DELETE FROM owner_invite WHERE token_hash = :hash AND expires_at > :now";
  private static final String ADD_FAILURE =
      "INSERT INTO sign_in_failure (who, at) VALUES (:who, :now)";
  private static final String FORGET_FAILURES = "DELETE FROM sign_in_failure WHERE at < :before";
  private static final String FAILURES =
      "SELECT COUNT(*) FROM sign_in_failure WHERE who = :who AND at > :since";

  private final JdbcClient db;

  OwnerStore(JdbcClient db) {
    this.db = db;
  }

  record Owner(long id, String passwordHash) {}

  /** False when the address is taken. */
  boolean add(String email, String hash, Instant now) {
    return 1
        == db.sql(ADD)
            .param("email", email)
            .param("hash", hash)
            .param("now", Utc.bind(now))
            .update();
  }

  Optional<Owner> find(String email) {
    if (!email.chars().allMatch(c -> c > 31 && c < 127)) {
      return Optional.empty();
    }
    return db.sql(FIND)
        .param("email", email)
        .query((row, n) -> new Owner(row.getLong("id"), row.getString("password_hash")))
        .optional();
  }

  Optional<String> email(long id) {
    return db.sql(EMAIL).param("id", id).query(String.class).optional();
  }

  long count() {
    return db.sql(COUNT).query(Long.class).single();
  }

  void addInvite(byte[] hash, Instant expiresAt) {
    db.sql(ADD_INVITE).param("hash", hash).param("expiresAt", Utc.bind(expiresAt)).update();
  }

  /** False when it was taken already or is over. */
  boolean takeInvite(byte[] hash, Instant now) {
    return 1 == db.sql(TAKE_INVITE).param("hash", hash).param("now", Utc.bind(now)).update();
  }

  void addFailure(byte[] who, Instant now) {
    db.sql(FORGET_FAILURES).param("before", Utc.bind(now.minusSeconds(86_400))).update();
    db.sql(ADD_FAILURE).param("who", who).param("now", Utc.bind(now)).update();
  }

  long failures(byte[] who, Instant since) {
    return db.sql(FAILURES)
        .param("who", who)
        .param("since", Utc.bind(since))
        .query(Long.class)
        .single();
  }
}
