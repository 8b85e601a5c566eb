package jeton.server.numbers;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.numbers.Mark;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;

/** What came of sign-ups, looked up one person and one mark at a time. */
final class MarksFromScratch {
  private static final Map<Mark, String> FIRST =
      Map.of(
          Mark.CONFIRMED,
          "SELECT MIN(COALESCE(confirmed_at, at)) AS at FROM sign_up WHERE person_id = :person AND"
              + " offer_id = :offer AND (confirmed_at IS NOT NULL OR decision = 'HAND_OVER')",
          Mark.USED,
          "SELECT MIN(first_used_at) AS at FROM pass WHERE person_id = :person AND offer_id = :offer",
          Mark.OPENED,
          "SELECT MIN(COALESCE(LEAST(opened_at, clicked_at), opened_at, clicked_at)) AS at FROM email_reading r"
              + " JOIN outbox o ON o.id = r.outbox_id WHERE person_id = :person AND offer_id = :offer",
          Mark.CLICKED,
          "SELECT MIN(clicked_at) AS at FROM email_reading r"
              + " JOIN outbox o ON o.id = r.outbox_id WHERE person_id = :person AND offer_id = :offer",
          Mark.LEFT,
          "SELECT MIN(left_at) AS at FROM list_member WHERE person_id = :person AND :offer = :offer",
          Mark.COPIED,
          "SELECT MIN(copied_at) AS at FROM coupon_grant WHERE person_id = :person AND offer_id = :offer",
          Mark.CODE_USED,
          "SELECT MIN(used_at) AS at FROM coupon_grant WHERE person_id = :person AND offer_id = :offer",
          Mark.BOUGHT,
          "SELECT MIN(at) AS at FROM (SELECT used_at AS at FROM coupon_grant WHERE person_id = :person"
              + " AND offer_id = :offer UNION ALL SELECT at FROM purchase WHERE person_id = :person) b");

  private final JdbcClient db;
  private final ZoneId zone;

  MarksFromScratch(JdbcClient db, ZoneId zone) {
    this.db = db;
    this.zone = zone;
  }

  /** Where a mark is added up: the day of the sign-up, and how many weeks later it came. */
  private record Place(LocalDate day, Mark mark, int after) {}

  private record Person(long id, Instant first) {}

  private Map<Place, Long> places(long offerId) {
    List<Person> people =
        db.sql("SELECT person_id, MIN(at) AS at FROM sign_up WHERE offer_id = :id GROUP BY 1")
            .param("id", offerId)
            .query((row, n) -> new Person(row.getLong("person_id"), Utc.read(row, "at")))
            .list();
    Map<Place, Long> places = new HashMap<>();
    for (Person person : people) {
      LocalDate day = LocalDate.ofInstant(person.first(), zone);
      FIRST.forEach(
          (mark, sql) ->
              first(sql, person.id(), offerId)
                  .filter(at -> !at.isBefore(person.first()))
                  .map(at -> LocalDate.ofInstant(at, zone))
                  .ifPresent(
                      at ->
                          places.merge(
                              new Place(day, mark, Mark.weeksAfter(day, at)), 1L, Long::sum)));
    }
    return places;
  }

  private Optional<Instant> first(String sql, long person, long offerId) {
    return db.sql(sql)
        .param("person", person)
        .param("offer", offerId)
        .query((row, n) -> Utc.readOptional(row, "at"))
        .single();
  }

  void agrees(long offerId) {
    Map<Place, Long> places = places(offerId);
    Map<String, Long> days = new HashMap<>();
    Map<String, Long> weeks = new HashMap<>();
    places.forEach(
        (place, people) -> {
          days.merge(place.day() + " " + place.mark(), people, Long::sum);
          LocalDate monday = place.day().minusDays(place.day().getDayOfWeek().getValue() - 1L);
          weeks.merge(monday + " " + place.mark() + " " + place.after(), people, Long::sum);
        });
    assertThat(
            counted(
                "SELECT CONCAT_WS(' ', day, mark) AS place, people FROM mark_day WHERE offer_id = :id",
                offerId))
        .isEqualTo(days);
    assertThat(
            counted(
                "SELECT CONCAT_WS(' ', week, mark, after) AS place, people FROM mark_week WHERE offer_id = :id",
                offerId))
        .isEqualTo(weeks);
    // All offers together are the sum of each.
    assertThat(
            counted(
                "SELECT mark AS place, SUM(people) AS people FROM mark_week WHERE offer_id = :id GROUP BY mark",
                0))
        .isEqualTo(
            counted(
                "SELECT mark AS place, SUM(people) AS people FROM mark_week WHERE offer_id > :id GROUP BY mark",
                0));
  }

  private Map<String, Long> counted(String sql, long offerId) {
    Map<String, Long> counted = new HashMap<>();
    db.sql(sql)
        .param("id", offerId)
        .query(
            row -> {
              if (row.getLong("people") != 0) {
                counted.put(row.getString("place"), row.getLong("people"));
              }
            });
    return counted;
  }
}
