package jeton.server.notice;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What does not work as it should. */
@Repository
class TroubleStore {
  private static final String OPEN =
      "SELECT trouble_key, offer_id, words, href, since FROM trouble WHERE over_at IS NULL ORDER BY since, trouble_key";

  // Affected rows: 1 when it is new. One that is over may come back.
  private static final String ADD =
      """
      INSERT IGNORE INTO trouble (trouble_key, offer_id, words, href, since)
      VALUES (:key, :offerId, :words, :href, :now)
      """;
  private static final String BACK =
      """
      UPDATE trouble SET over_at = NULL, words = :words, href = :href, since = :now
       WHERE trouble_key = :key AND over_at IS NOT NULL AND over_at <= :before
      """;
  private static final String GOES_ON =
      "UPDATE trouble SET over_at = NULL, words = :words WHERE trouble_key = :key";
  private static final String OVER =
      "UPDATE trouble SET over_at = :now WHERE trouble_key = :key AND over_at IS NULL";

  private final JdbcClient db;

  TroubleStore(JdbcClient db) {
    this.db = db;
  }

  /** What there is now, the oldest first. */
  List<Troubles.Trouble> open() {
    return db.sql(OPEN)
        .query(
            (row, n) ->
                new Troubles.Trouble(
                    row.getString("trouble_key"),
                    Optional.ofNullable(row.getObject("offer_id", Long.class)),
                    row.getString("words"),
                    row.getString("href"),
                    Utc.read(row, "since")))
        .list();
  }

  /**
   * Something is amiss.
   *
   * @param before when it must have been over by to be news again
   * @return whether it is news
   */
  boolean begins(Troubles.Trouble trouble, Instant before) {
    if (1
        == db.sql(ADD)
            .param("key", trouble.key())
            .param("offerId", trouble.offerId().orElse(null))
            .param("words", trouble.words())
            .param("href", trouble.href())
            .param("now", Utc.bind(trouble.since()))
            .update()) {
      return true;
    }
    boolean back =
        1
            == db.sql(BACK)
                .param("key", trouble.key())
                .param("words", trouble.words())
                .param("href", trouble.href())
                .param("now", Utc.bind(trouble.since()))
                .param("before", Utc.bind(before))
                .update();
    if (!back) {
      db.sql(GOES_ON).param("key", trouble.key()).param("words", trouble.words()).update();
    }
    return back;
  }

  void ends(String key, Instant now) {
    db.sql(OVER).param("key", key).param("now", Utc.bind(now)).update();
  }
}
