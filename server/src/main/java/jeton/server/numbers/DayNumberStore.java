package jeton.server.numbers;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.numbers.DayRange;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Counts of days added up. */
@Repository
class DayNumberStore {
  // Asked of each table by itself: put together in the database they would be written out first.
  private static final String FORMS =
      """
      SELECT form_id, SUM(signed_up) AS signed_up, SUM(confirmed) AS confirmed,
             SUM(handed_over) AS handed_over, SUM(used) AS used, SUM(followed_up) AS followed_up
        FROM track_day
       WHERE day >= :from AND day < :monday OR day > :sunday AND day <= :to AND day >= :monday
       GROUP BY form_id
      """;
  private static final String FORMS_OF_WEEKS =
      """
      SELECT form_id, SUM(signed_up) AS signed_up, SUM(confirmed) AS confirmed,
             SUM(handed_over) AS handed_over, SUM(used) AS used, SUM(followed_up) AS followed_up
        FROM track_week WHERE week BETWEEN :monday AND :sunday
       GROUP BY form_id
      """;

  private static final String VIEWS =
      """
      SELECT form_id, SUM(views) AS views FROM form_view
       WHERE day >= :from AND day < :monday OR day > :sunday AND day <= :to AND day >= :monday
       GROUP BY form_id
      """;
  private static final String VIEWS_OF_WEEKS =
      """
      SELECT form_id, SUM(views) AS views FROM form_view_week WHERE week BETWEEN :monday AND :sunday
       GROUP BY form_id
      """;

  private static final String DAYS =
      """
      SELECT day, SUM(signed_up) AS n FROM track_day
       WHERE day BETWEEN :from AND :to
       GROUP BY day
      """;

  // Alike for one offer and, with 0, for all.
  private static final String WEEKS =
      """
      SELECT week, SUM(signed_up) AS n FROM track_week
       WHERE week BETWEEN :from AND :to AND (:offerId = 0 OR offer_id = :offerId)
       GROUP BY week
      """;

  private final JdbcClient db;

  DayNumberStore(JdbcClient db) {
    this.db = db;
  }

  private JdbcClient.StatementSpec of(String sql, DayRange days) {
    DayRange weeks = days.wholeWeeks();
    return db.sql(sql)
        .param("from", days.from())
        .param("to", days.to())
        .param("monday", weeks.from())
        .param("sunday", weeks.to());
  }

  Map<Long, Numbers.Track> forms(DayRange days) {
    Map<Long, Numbers.Track> tracks = new HashMap<>();
    for (String sql : List.of(FORMS, FORMS_OF_WEEKS)) {
      of(sql, days)
          .query(
              row -> {
                tracks.merge(row.getLong("form_id"), track(row), Numbers.Track::plus);
              });
    }
    for (String sql : List.of(VIEWS, VIEWS_OF_WEEKS)) {
      of(sql, days)
          .query(
              row -> {
                tracks.merge(
                    row.getLong("form_id"), seen(row.getLong("views")), Numbers.Track::plus);
              });
    }
    return tracks;
  }

  private static Numbers.Track track(ResultSet row) throws SQLException {
    return new Numbers.Track(
        0,
        row.getLong("signed_up"),
        row.getLong("confirmed"),
        row.getLong("handed_over"),
        row.getLong("used"),
        row.getLong("followed_up"));
  }

  private static Numbers.Track seen(long views) {
    return new Numbers.Track(views, 0, 0, 0, 0, 0);
  }

  Map<Long, Long> offersOfForms() {
    Map<Long, Long> offers = new HashMap<>();
    db.sql("SELECT id, offer_id FROM form")
        .query(
            row -> {
              offers.put(row.getLong("id"), row.getLong("offer_id"));
            });
    return offers;
  }

  Map<LocalDate, Long> signUps(DayRange days) {
    Map<LocalDate, Long> signUps = new HashMap<>();
    of(DAYS, days)
        .query(
            row -> {
              signUps.put(row.getObject("day", LocalDate.class), row.getLong("n"));
            });
    return signUps;
  }

  Map<LocalDate, Long> weeks(DayRange weeks, Optional<Long> offer) {
    Map<LocalDate, Long> signUps = new HashMap<>();
    of(WEEKS, weeks)
        .param("offerId", offer.orElse(0L))
        .query(
            row -> {
              signUps.put(row.getObject("week", LocalDate.class), row.getLong("n"));
            });
    return signUps;
  }
}
