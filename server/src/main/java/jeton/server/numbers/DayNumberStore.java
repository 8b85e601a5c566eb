package jeton.server.numbers;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import jeton.core.numbers.DayRange;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Counts of days added up. */
@Repository
class DayNumberStore {
  private static final String SUMS =
      """
      SUM(signed_up) AS signed_up, SUM(confirmed) AS confirmed, SUM(handed_over) AS handed_over,
             SUM(used) AS used, SUM(followed_up) AS followed_up
        FROM track_day WHERE day BETWEEN :from AND :to
      """;
  private static final String FORMS = "SELECT form_id, " + SUMS + " GROUP BY form_id";

  private static final String VIEWS =
      """
      SELECT form_id, SUM(views) AS views FROM form_view
       WHERE day BETWEEN :from AND :to
       GROUP BY form_id
      """;

  private static final String DAYS =
      """
      SELECT day, SUM(signed_up) AS n FROM track_day
       WHERE day BETWEEN :from AND :to
       GROUP BY day
      """;

  private final JdbcClient db;

  DayNumberStore(JdbcClient db) {
    this.db = db;
  }

  private JdbcClient.StatementSpec of(String sql, DayRange days) {
    return db.sql(sql).param("from", days.from()).param("to", days.to());
  }

  Map<Long, Numbers.Track> forms(DayRange days) {
    Map<Long, Numbers.Track> tracks = new HashMap<>();
    of(FORMS, days)
        .query(
            row -> {
              tracks.put(row.getLong("form_id"), track(row));
            });
    of(VIEWS, days)
        .query(
            row -> {
              tracks.merge(row.getLong("form_id"), seen(row.getLong("views")), Numbers.Track::plus);
            });
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
}
