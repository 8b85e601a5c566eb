package jeton.server.pass;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.handover.PassUse;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Passes, the links to them and their uses. */
@Repository
class PassStore {
  private static final String COLUMNS =
      "p.id, p.person_id, p.offer_id, p.expires_at, p.most_uses, p.uses, p.first_used_at, p.given";

  private static final String ADD =
      """
      INSERT INTO pass (person_id, offer_id, issued_at, expires_at, most_uses, ends_at, given)
      VALUES (:personId, :offerId, :now, :expiresAt, :mostUses, :endsAt, :given)
      """;

  private static final String ADD_LINK =
      "INSERT IGNORE INTO pass_link (token_hash, pass_id, outbox_id) VALUES (:hash, :passId, :outboxId)";

  private static final String NEWEST =
      "SELECT "
          + COLUMNS
          + " FROM pass p WHERE p.offer_id = :offerId AND p.person_id = :personId ORDER BY p.id DESC LIMIT 1";

  private static final String FIRST_ISSUED =
      """
      SELECT issued_at FROM pass
       WHERE offer_id = :offerId AND person_id = :personId
       ORDER BY id LIMIT 1
      """;

  private static final String BY_LINK =
      "SELECT "
          + COLUMNS
          + " FROM pass_link l JOIN pass p ON p.id = l.pass_id WHERE l.token_hash = :hash";

  private static final String LATEST_USE =
      """
      SELECT at, last_at FROM pass_use
       WHERE pass_id = :passId AND hash = :hash
       ORDER BY at DESC, id DESC
       LIMIT 1
      """;

  private static final String ADD_USE =
      "INSERT INTO pass_use (pass_id, hash, at, last_at) VALUES (:passId, :hash, :now, :now)";
  private static final String PROLONG_USE =
      """
      UPDATE pass_use SET last_at = :now
       WHERE pass_id = :passId AND hash = :hash AND at = :first AND last_at < :now
      """;

  private static final String PROLONG_IF_IT_GOES_ON =
      """
      UPDATE pass_use SET last_at = GREATEST(last_at, :now)
       WHERE pass_id = :passId AND hash = :hash AND at >= :oldestFirst AND last_at >= :oldestLast
       ORDER BY at DESC, id DESC LIMIT 1
      """;

  private static final String COUNT_USE =
      """
      UPDATE pass
         SET uses = uses + 1, first_used_at = COALESCE(first_used_at, :now)
       WHERE id = :passId
      """;

  private static final String ENDS_AT =
      """
      UPDATE pass SET ends_at = :endsAt
       WHERE offer_id = :offerId AND person_id = :personId
       ORDER BY id DESC LIMIT 1
      """;

  private static final String USED_ELSEWHERE =
      """
      UPDATE pass SET first_used_at = :now
       WHERE offer_id = :offerId AND person_id = :personId AND first_used_at IS NULL
         AND NOT EXISTS (SELECT 1 FROM (SELECT id FROM pass
                                         WHERE offer_id = :offerId AND person_id = :personId
                                           AND first_used_at IS NOT NULL) used)
       ORDER BY id DESC LIMIT 1
      """;

  private static final String RESULT =
      """
      INSERT INTO result (person_id, offer_id, result, at) VALUES (:personId, :offerId, :result, :now)
          ON DUPLICATE KEY UPDATE result = VALUES(result), at = VALUES(at)
      """;

  private final JdbcClient db;

  PassStore(JdbcClient db) {
    this.db = db;
  }

  /** What a pass is issued with. */
  record Issue(
      Passes.Holder holder,
      Instant at,
      Optional<Instant> expiresAt,
      Optional<Integer> mostUses,
      Passes.For what) {}

  long add(Issue issue) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD)
        .param("personId", issue.holder().personId())
        .param("offerId", issue.holder().offerId())
        .param("now", Utc.bind(issue.at()))
        .param("expiresAt", Utc.bind(issue.expiresAt()))
        .param("mostUses", issue.mostUses().orElse(null))
        .param("endsAt", Utc.bind(issue.what().endsAt()))
        .param("given", issue.what().given().orElse(null))
        .update(id);
    return id.getKey().longValue();
  }

  void endsAt(Passes.Holder holder, Optional<Instant> endsAt) {
    holder(db.sql(ENDS_AT), holder).param("endsAt", Utc.bind(endsAt)).update();
  }

  void result(Passes.Holder holder, String result, Instant now) {
    holder(db.sql(RESULT), holder).param("result", result).param("now", Utc.bind(now)).update();
  }

  /** The person's row is locked by the caller, so that it is the first time once. */
  boolean usedElsewhere(Passes.Holder holder, Instant now) {
    return 1 == holder(db.sql(USED_ELSEWHERE), holder).param("now", Utc.bind(now)).update();
  }

  private static JdbcClient.StatementSpec holder(
      JdbcClient.StatementSpec sql, Passes.Holder holder) {
    return sql.param("offerId", holder.offerId()).param("personId", holder.personId());
  }

  void addLink(long passId, byte[] hash, Optional<Long> outboxId) {
    db.sql(ADD_LINK)
        .param("hash", hash)
        .param("passId", passId)
        .param("outboxId", outboxId.orElse(null))
        .update();
  }

  Optional<Long> carriedBy(byte[] hash) {
    return db.sql(
            "SELECT outbox_id FROM pass_link WHERE token_hash = :hash AND outbox_id IS NOT NULL")
        .param("hash", hash)
        .query(Long.class)
        .optional();
  }

  Optional<Passes.Pass> newest(Passes.Holder holder) {
    return db.sql(NEWEST)
        .param("offerId", holder.offerId())
        .param("personId", holder.personId())
        .query(PassStore::pass)
        .optional();
  }

  List<Long> offersOf(long personId) {
    return db.sql(
            "SELECT DISTINCT offer_id FROM pass WHERE person_id = :personId ORDER BY offer_id")
        .param("personId", personId)
        .query(Long.class)
        .list();
  }

  Optional<Instant> firstIssued(Passes.Holder holder) {
    return holder(db.sql(FIRST_ISSUED), holder)
        .query((row, n) -> Utc.read(row, "issued_at"))
        .optional();
  }

  Optional<Passes.Pass> byLink(byte[] hash, boolean lock) {
    return db.sql(lock ? BY_LINK + " FOR UPDATE" : BY_LINK)
        .param("hash", hash)
        .query(PassStore::pass)
        .optional();
  }

  Optional<PassUse> latestUse(long passId, String hash) {
    return db.sql(LATEST_USE)
        .param("passId", passId)
        .param("hash", hash)
        .query((row, n) -> new PassUse(Utc.read(row, "at"), Utc.read(row, "last_at")))
        .optional();
  }

  void prolong(long passId, String hash, PassUse use, Instant now) {
    db.sql(PROLONG_USE)
        .param("passId", passId)
        .param("hash", hash)
        .param("first", Utc.bind(use.first()))
        .param("now", Utc.bind(now))
        .update();
  }

  /** One statement: it stands between a player and every range of its recording. */
  boolean prolongIfItGoesOn(long passId, String hash, Instant now) {
    return 1
        == db.sql(PROLONG_IF_IT_GOES_ON)
            .param("passId", passId)
            .param("hash", hash)
            .param("oldestLast", Utc.bind(PassUse.oldestLast(now)))
            .param("oldestFirst", Utc.bind(PassUse.oldestFirst(now)))
            .param("now", Utc.bind(now))
            .update();
  }

  void countUse(long passId, String hash, Instant now) {
    db.sql(ADD_USE)
        .param("passId", passId)
        .param("hash", hash)
        .param("now", Utc.bind(now))
        .update();
    db.sql(COUNT_USE).param("passId", passId).param("now", Utc.bind(now)).update();
  }

  private static Passes.Pass pass(ResultSet row, int n) throws SQLException {
    return new Passes.Pass(
        row.getLong("id"),
        row.getLong("person_id"),
        row.getLong("offer_id"),
        Utc.readOptional(row, "expires_at"),
        Optional.ofNullable(row.getObject("most_uses", Integer.class)),
        row.getInt("uses"),
        Utc.readOptional(row, "first_used_at"),
        Optional.ofNullable(row.getObject("given", Long.class)));
  }
}
