package jeton.server.wheel;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Spins, counted and listed for their owner. */
@Repository
class SpinNumberStore {
  private static final String COUNTS =
      """
      SELECT COUNT(*) AS spins,
             COALESCE(SUM(won AND state = 'GIVEN'), 0) AS won,
             COALESCE(SUM(won AND state = 'RESERVED'), 0) AS reserved,
             COALESCE(SUM(won AND state IN ('FREED', 'TOO_LATE')), 0) AS freed,
             COALESCE(SUM(used_at IS NOT NULL), 0) AS used
        FROM spin WHERE offer_id = :offerId
      """;

  private static final String BY_EDITION =
      """
      SELECT edition_id, slice, COUNT(*) AS n FROM spin
       WHERE offer_id = :offerId GROUP BY edition_id, slice
      """;

  private static final String DRAWN_SINCE =
      """
      SELECT slice, COUNT(*) AS n FROM spin
       WHERE offer_id = :offerId AND at >= :since AND state <> 'VOID' GROUP BY slice
      """;

  private static final String LOG =
      """
      SELECT s.id, s.offer_id, s.edition_id, s.at, s.slice, s.won, s.state, s.person_id, s.counted_at,
             s.used_at, s.given_back, p.email, p.first_name
        FROM spin s JOIN person p ON p.id = s.person_id
       WHERE s.offer_id = :offerId AND s.id < :below
         AND (:slice = '' OR s.slice = :slice)
         AND (:words = '' OR p.email LIKE :words OR p.first_name LIKE :words)
         AND (:became = '' OR (:became = 'WON' AND s.won AND s.state = 'GIVEN')
              OR (:became = 'USED' AND s.used_at IS NOT NULL)
              OR (:became = 'NOTHING' AND NOT s.won) OR (s.won AND s.state = :became))
       ORDER BY s.id DESC LIMIT :most
      """;

  private final JdbcClient db;

  SpinNumberStore(JdbcClient db) {
    this.db = db;
  }

  WheelNumbers.SpinCounts counts(long offerId) {
    return db.sql(COUNTS)
        .param("offerId", offerId)
        .query(
            (row, n) ->
                new WheelNumbers.SpinCounts(
                    row.getLong("spins"),
                    row.getLong("won"),
                    row.getLong("reserved"),
                    row.getLong("freed"),
                    row.getLong("used")))
        .single();
  }

  /** How often each slice came, by editions. */
  Map<Long, Map<String, Long>> byEdition(long offerId) {
    Map<Long, Map<String, Long>> drawn = new HashMap<>();
    db.sql(BY_EDITION)
        .param("offerId", offerId)
        .query(
            row -> {
              drawn
                  .computeIfAbsent(row.getLong("edition_id"), id -> new HashMap<>())
                  .put(row.getString("slice"), row.getLong("n"));
            });
    return drawn;
  }

  Map<String, Long> drawnSince(long offerId, Instant since) {
    Map<String, Long> drawn = new HashMap<>();
    db.sql(DRAWN_SINCE)
        .param("offerId", offerId)
        .param("since", Utc.bind(since))
        .query(
            row -> {
              drawn.put(row.getString("slice"), row.getLong("n"));
            });
    return drawn;
  }

  /**
   * Which spins are wanted.
   *
   * @param words in the address or the name; empty for any
   * @param slice of this slice alone; empty for any
   * @param became WON, USED, NOTHING or a state; empty for any
   */
  record Wanted(long offerId, String words, String slice, String became, long below, int most) {}

  /** A spin, and whose. */
  record Line(Spin spin, String email, String firstName) {}

  List<Line> log(Wanted wanted) {
    String words = wanted.words().replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_");
    return db.sql(LOG)
        .param("offerId", wanted.offerId())
        .param("below", wanted.below())
        .param("slice", wanted.slice())
        .param("words", words.isEmpty() ? "" : "%" + words + "%")
        .param("became", wanted.became())
        .param("most", wanted.most())
        .query(
            (row, n) ->
                new Line(
                    SpinStore.spin(row, n),
                    row.getString("email"),
                    Optional.ofNullable(row.getString("first_name")).orElse("")))
        .list();
  }
}
