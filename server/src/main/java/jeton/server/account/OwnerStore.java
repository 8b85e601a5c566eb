package jeton.server.account;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Owners, invitations, and ways back in. */
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
  private static final String SET_PASSWORD =
      "UPDATE owner SET password_hash = :hash WHERE id = :id";
  private static final String RENEW_PASSWORD =
      "UPDATE owner SET password_hash = :hash WHERE id = :id AND password_hash = :until";
  private static final String ADD_RESET =
      """
      INSERT INTO password_reset (token_hash, owner_id, created_at, expires_at)
      VALUES (:hash, :ownerId, :now, :expiresAt)
      """;
  private static final String RESETS_SINCE =
      "SELECT created_at FROM password_reset WHERE owner_id = :ownerId AND created_at > :since";
  private static final String FIND_RESET =
      "SELECT owner_id FROM password_reset WHERE token_hash = :hash AND expires_at > :now";
  // Used or not, no other way back in is good any more; when they were asked for still counts.
  private static final String END_RESETS =
      "UPDATE password_reset SET expires_at = created_at WHERE owner_id = :ownerId AND expires_at > :now";
  private static final String FORGET_RESETS =
      "DELETE FROM password_reset WHERE created_at < :before";

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

  Optional<Owner> byId(long id) {
    return db.sql("SELECT id, password_hash FROM owner WHERE id = :id")
        .param("id", id)
        .query((row, n) -> new Owner(row.getLong("id"), row.getString("password_hash")))
        .optional();
  }

  void setPassword(long id, String hash) {
    db.sql(SET_PASSWORD).param("id", id).param("hash", hash).update();
  }

  /** Sets another password than a known one. False when it is not that any more. */
  boolean renewPassword(Owner owner, String hash) {
    return 1
        == db.sql(RENEW_PASSWORD)
            .param("id", owner.id())
            .param("until", owner.passwordHash())
            .param("hash", hash)
            .update();
  }

  List<Instant> resetsSince(long ownerId, Instant since) {
    return db.sql(RESETS_SINCE)
        .param("ownerId", ownerId)
        .param("since", Utc.bind(since))
        .query((row, n) -> Utc.read(row, "created_at"))
        .list();
  }

  void addReset(byte[] hash, long ownerId, Instant now, Instant expiresAt) {
    db.sql(FORGET_RESETS).param("before", Utc.bind(now.minusSeconds(2 * 86_400))).update();
    db.sql(ADD_RESET)
        .param("hash", hash)
        .param("ownerId", ownerId)
        .param("now", Utc.bind(now))
        .param("expiresAt", Utc.bind(expiresAt))
        .update();
  }

  /** Whose reset this is, if it is still good. */
  Optional<Long> reset(byte[] hash, Instant now) {
    return db.sql(FIND_RESET)
        .param("hash", hash)
        .param("now", Utc.bind(now))
        .query(Long.class)
        .optional();
  }

  /** Ends all of an owner's resets. False when another request was first. */
  boolean endResets(long ownerId, Instant now) {
    return db.sql(END_RESETS).param("ownerId", ownerId).param("now", Utc.bind(now)).update() > 0;
  }
}
