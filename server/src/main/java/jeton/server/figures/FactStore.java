package jeton.server.figures;

import java.time.DayOfWeek;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jeton.core.numbers.DayRange;
import jeton.core.numbers.Rate;
import jeton.core.numbers.WorthTrying;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What else is known of a range of days, read across rooms. */
@Repository
class FactStore {
  // Monday is the first of seven, as with java.time.
  private static final String WEEKDAYS =
      """
      SELECT WEEKDAY(day) + 1 AS weekday, SUM(opened) AS opened, SUM(sent) AS sent FROM email_kind_day
       WHERE day BETWEEN :from AND :to AND kind IN ('FOLLOW_UP', 'MAILING')
       GROUP BY WEEKDAY(day)
      """;
  private static final String QUESTIONS =
      """
      SELECT offer_id, item, SUM(IF(what = 'SEEN', n, 0)) AS seen,
             SUM(IF(what = 'ANSWERED', n, 0)) AS answered
        FROM quiz_step
       WHERE day BETWEEN :from AND :to AND what IN ('SEEN', 'ANSWERED')
       GROUP BY offer_id, item
      """;
  private static final String PLAYED =
      """
      SELECT offer_id, SUM(IF(what = 'STARTED', n, 0)) AS begun, SUM(IF(what = 'ASKED', n, 0)) AS ended
        FROM quiz_step
       WHERE day BETWEEN :from AND :to AND what IN ('STARTED', 'ASKED')
       GROUP BY offer_id
      """;
  private static final String CODES =
      """
      SELECT offer_id, COUNT(*) AS copied, COUNT(used_at) AS used FROM coupon_grant
       WHERE offer_id IN (:offers) AND at >= :since AND copied_at IS NOT NULL
       GROUP BY offer_id
      """;

  private final JdbcClient db;

  FactStore(JdbcClient db) {
    this.db = db;
  }

  private JdbcClient.StatementSpec of(String sql, DayRange days) {
    return db.sql(sql).param("from", days.from()).param("to", days.to());
  }

  List<WorthTrying.DayFact> weekdays(DayRange days) {
    return of(WEEKDAYS, days)
        .query(
            (row, n) ->
                new WorthTrying.DayFact(
                    DayOfWeek.of(row.getInt("weekday")),
                    Figures.rate(row.getLong("opened"), row.getLong("sent"))))
        .list();
  }

  /** How many stopped at each question of each quiz, by its key. */
  Map<Long, Map<String, Rate>> questions(DayRange days) {
    Map<Long, Map<String, Rate>> questions = new HashMap<>();
    of(QUESTIONS, days)
        .query(
            row -> {
              long seen = row.getLong("seen");
              questions
                  .computeIfAbsent(row.getLong("offer_id"), id -> new HashMap<>())
                  .put(
                      row.getString("item"),
                      // Who went back answers twice.
                      Figures.rate(Math.max(0, seen - row.getLong("answered")), seen));
            });
    return questions;
  }

  /**
   * How a quiz was played by visitors, known or not.
   *
   * @param begun answered the first question
   * @param ended came to where the address is asked
   */
  record Played(long begun, long ended) {
    static final Played NOT = new Played(0, 0);
  }

  /** By quiz. */
  Map<Long, Played> played(DayRange days) {
    Map<Long, Played> played = new HashMap<>();
    of(PLAYED, days)
        .query(
            row -> {
              played.put(
                  row.getLong("offer_id"), new Played(row.getLong("begun"), row.getLong("ended")));
            });
    return played;
  }

  /** How many bought with the code that they copied, by offer. */
  Map<Long, Rate> codes(List<Long> offers, Instant since) {
    Map<Long, Rate> codes = new HashMap<>();
    if (offers.isEmpty()) {
      return codes;
    }
    db.sql(CODES)
        .param("offers", offers)
        .param("since", Utc.bind(since))
        .query(
            row -> {
              codes.put(
                  row.getLong("offer_id"),
                  Figures.rate(row.getLong("used"), row.getLong("copied")));
            });
    return codes;
  }
}
