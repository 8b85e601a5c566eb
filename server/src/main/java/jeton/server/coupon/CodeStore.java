package jeton.server.coupon;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.coupon.Terms;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Codes and how often each was used. */
@Repository
class CodeStore {
  private static final String SELECT =
      """
      SELECT id, offer_id, code_key, shown, source, state, terms, issued_at, ends_at, uses
        FROM coupon_code
      """;

  private static final String ADD =
      """
      INSERT IGNORE INTO coupon_code (offer_id, code_key, shown, source, state, terms, issued_at, ends_at)
      VALUES (:offerId, :key, :shown, :source, :state, :terms, :issuedAt, :endsAt)
      """;

  private static final String FREE =
      SELECT
          + " WHERE offer_id = :offerId AND state = 'FREE' AND id > :after ORDER BY id LIMIT 1 FOR UPDATE";

  private static final String LAST_FREE =
      """
      SELECT c.offer_id, c.id
        FROM offer o
        JOIN coupon_code c
          ON c.id = (SELECT f.id FROM coupon_code f
                      WHERE f.offer_id = o.id AND f.state = 'FREE'
                      ORDER BY f.id DESC LIMIT 1)
       WHERE o.kind = 'COUPON'
      """;

  private static final String USED_IN_ALL =
      """
      SELECT COALESCE((SELECT uses FROM coupon_total WHERE offer_id = :offerId),
                      (SELECT COUNT(*) FROM coupon_redemption
                        WHERE offer_id = :offerId AND released_at IS NULL))
      """;

  private static final String ISSUE =
      """
      UPDATE coupon_code
         SET state = 'OUT', terms = :terms, issued_at = :issuedAt, ends_at = :endsAt
       WHERE id = :id AND terms IS NULL
      """;

  private static final String COUNT_USE =
      """
      UPDATE coupon_code SET uses = uses + 1
       WHERE id = :id AND state = 'OUT' AND (:most IS NULL OR uses < :most)
      """;

  private static final String SEED_TOTAL =
      """
      INSERT IGNORE INTO coupon_total (offer_id, uses)
      SELECT :offerId, COUNT(*) FROM coupon_redemption
       WHERE offer_id = :offerId AND released_at IS NULL
      """;

  private static final String COUNT_IN_ALL =
      "UPDATE coupon_total SET uses = uses + 1 WHERE offer_id = :offerId AND uses < :most";

  private static final String WITHDRAW =
      """
      UPDATE coupon_code SET state = 'WITHDRAWN', reason = :reason, withdrawn_at = :now
       WHERE id = :id AND offer_id = :offerId AND state <> 'WITHDRAWN'
      """;

  private static final String RESTORE =
      """
      UPDATE coupon_code
         SET state = IF(terms IS NULL, 'FREE', 'OUT'), reason = '', withdrawn_at = NULL
       WHERE id = :id AND offer_id = :offerId AND state = 'WITHDRAWN'
      """;

  private static final int LOOKED_BACK = 24;

  private final JdbcClient db;
  private final NamedParameterJdbcTemplate batches;
  private final Documents documents;
  private final Map<Long, Long> found = new ConcurrentHashMap<>();

  CodeStore(JdbcClient db, NamedParameterJdbcTemplate batches, Documents documents) {
    this.db = db;
    this.batches = batches;
    this.documents = documents;
  }

  /** A code that was handed out, with what is fixed then. */
  record Issue(Terms terms, Instant at, Optional<Instant> endsAt) {}

  /** Adds a code that is handed out at once; empty when the key is taken. */
  Optional<Long> addOut(long offerId, Code.Name name, Code.Source source, Issue issue) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    int added =
        db.sql(ADD)
            .param("offerId", offerId)
            .param("key", name.key())
            .param("shown", name.shown())
            .param("source", source.name())
            .param("state", Code.State.OUT.name())
            .param("terms", documents.write(issue.terms()))
            .param("issuedAt", Utc.bind(issue.at()))
            .param("endsAt", Utc.bind(issue.endsAt()))
            .update(id);
    return added == 1 ? Optional.of(id.getKey().longValue()) : Optional.empty();
  }

  /**
   * Puts codes into the pool; those whose key is taken are passed over. @return how many went in
   */
  int addFree(long offerId, List<Code.Name> names) {
    SqlParameterSource[] rows =
        names.stream()
            .map(
                name ->
                    new MapSqlParameterSource("offerId", offerId)
                        .addValue("key", name.key())
                        .addValue("shown", name.shown())
                        .addValue("source", Code.Source.POOL.name())
                        .addValue("state", Code.State.FREE.name())
                        .addValue("terms", null)
                        .addValue("issuedAt", null)
                        .addValue("endsAt", null))
            .toArray(SqlParameterSource[]::new);
    int added = 0;
    for (int changed : batches.batchUpdate(ADD, rows)) {
      // A driver that sends a batch in one go may say only that it was done.
      added += Math.max(changed, 0);
    }
    return added;
  }

  /**
   * A free code nobody else is taking, locked; waits for one only if all the others are taken. It
   * is looked for from where the last one was found: what was given out before lies in the way
   * until the database has cleared it up.
   */
  Optional<Code> lockFree(long offerId) {
    Optional<Code> free =
        free(offerId, found.getOrDefault(offerId, 0L) - LOOKED_BACK, " SKIP LOCKED")
            .or(() -> free(offerId, 0, " SKIP LOCKED"))
            .or(() -> free(offerId, 0, ""));
    free.ifPresent(code -> found.put(offerId, code.id()));
    return free;
  }

  private Optional<Code> free(long offerId, long after, String locking) {
    return db.sql(FREE + locking)
        .param("offerId", offerId)
        .param("after", after)
        .query(this::code)
        .optional();
  }

  /** The last number among the free codes of each pool. */
  Map<Long, Long> lastFree() {
    Map<Long, Long> last = new HashMap<>();
    // By the index, pool for pool: a million codes given out are not looked through.
    db.sql(LAST_FREE)
        .query(
            row -> {
              last.put(row.getLong("offer_id"), row.getLong("id"));
            });
    return last;
  }

  /** Back into the pool, as if it had never been handed out. */
  void free(long id) {
    db.sql(
            "UPDATE coupon_code SET state = 'FREE', terms = NULL, issued_at = NULL, ends_at = NULL WHERE id = :id")
        .param("id", id)
        .update();
  }

  void remove(long id) {
    db.sql("DELETE FROM coupon_code WHERE id = :id").param("id", id).update();
  }

  boolean hasFree(long offerId) {
    return db.sql("SELECT 1 FROM coupon_code WHERE offer_id = :offerId AND state = 'FREE' LIMIT 1")
        .param("offerId", offerId)
        .query(Integer.class)
        .optional()
        .isPresent();
  }

  long countFree(long offerId) {
    return db.sql("SELECT COUNT(*) FROM coupon_code WHERE offer_id = :offerId AND state = 'FREE'")
        .param("offerId", offerId)
        .query(Long.class)
        .single();
  }

  /** Fixes the terms of a code that has none. */
  void issue(long id, Issue issue) {
    db.sql(ISSUE)
        .param("id", id)
        .param("terms", documents.write(issue.terms()))
        .param("issuedAt", Utc.bind(issue.at()))
        .param("endsAt", Utc.bind(issue.endsAt()))
        .update();
  }

  Optional<Code> byKey(String key) {
    return db.sql(SELECT + " WHERE code_key = :key").param("key", key).query(this::code).optional();
  }

  Optional<Code> find(long id) {
    return db.sql(SELECT + " WHERE id = :id").param("id", id).query(this::code).optional();
  }

  /** Some codes by their ids. */
  Map<Long, Code> all(Collection<Long> ids) {
    return ids.isEmpty()
        ? Map.of()
        : db.sql(SELECT + " WHERE id IN (:ids)").param("ids", ids).query(this::code).list().stream()
            .collect(Collectors.toMap(Code::id, Function.identity()));
  }

  /** Counts a use unless that would be one too many; the code's row is locked by it. */
  boolean countUse(long id, Optional<Integer> most) {
    return 1 == db.sql(COUNT_USE).param("id", id).param("most", most.orElse(null)).update();
  }

  void takeUseBack(long id) {
    db.sql("UPDATE coupon_code SET uses = uses - 1 WHERE id = :id AND uses > 0")
        .param("id", id)
        .update();
  }

  /** Begins the count over all codes, with what was used until now, where there is none yet. */
  void beginTotal(long offerId) {
    boolean begun =
        db.sql("SELECT 1 FROM coupon_total WHERE offer_id = :offerId")
            .param("offerId", offerId)
            .query(Integer.class)
            .optional()
            .isPresent();
    if (!begun) {
      db.sql(SEED_TOTAL).param("offerId", offerId).update();
    }
  }

  /** How often all codes of a coupon were used. */
  long usedInAll(long offerId) {
    return db.sql(USED_IN_ALL).param("offerId", offerId).query(Long.class).single();
  }

  /** Counts a use over all codes unless that would be one too many. */
  boolean countInAll(long offerId, int most) {
    return 1 == db.sql(COUNT_IN_ALL).param("offerId", offerId).param("most", most).update();
  }

  void takeBackInAll(long offerId) {
    db.sql("UPDATE coupon_total SET uses = uses - 1 WHERE offer_id = :offerId AND uses > 0")
        .param("offerId", offerId)
        .update();
  }

  /** The count over all codes is made anew when it is next needed. */
  void forgetTotal(long offerId) {
    db.sql("DELETE FROM coupon_total WHERE offer_id = :offerId").param("offerId", offerId).update();
  }

  boolean withdraw(long offerId, long id, String reason, Instant now) {
    return 1
        == db.sql(WITHDRAW)
            .param("id", id)
            .param("offerId", offerId)
            .param("reason", reason)
            .param("now", Utc.bind(now))
            .update();
  }

  boolean restore(long offerId, long id) {
    return 1 == db.sql(RESTORE).param("id", id).param("offerId", offerId).update();
  }

  private Code code(ResultSet row, int n) throws SQLException {
    Optional<Instant> issued = Utc.readOptional(row, "issued_at");
    String terms = row.getString("terms");
    return new Code(
        row.getLong("id"),
        row.getLong("offer_id"),
        new Code.Name(row.getString("code_key"), row.getString("shown")),
        Code.Source.valueOf(row.getString("source")),
        Code.State.valueOf(row.getString("state")),
        terms == null
            ? Optional.empty()
            : Optional.of(
                new Issue(
                    documents.read(terms, Terms.class),
                    issued.orElseThrow(),
                    Utc.readOptional(row, "ends_at"))),
        row.getInt("uses"));
  }
}
