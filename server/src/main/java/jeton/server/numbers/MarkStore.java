package jeton.server.numbers;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.TemporalAdjusters;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.numbers.DayRange;
import jeton.core.numbers.Mark;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** When each mark came for the first time, person by person, and added up by days and weeks. */
@Repository
class MarkStore {
  private static final long ALL_OFFERS = 0;
  // Rows that all offers share are written in one order: two instances seldom cross.
  private static final Comparator<Tracked.MarkPlace> OF_ALL =
      Comparator.comparing((Tracked.MarkPlace place) -> monday(place.day()))
          .thenComparing(Tracked.MarkPlace::mark)
          .thenComparing(Tracked.MarkPlace::after);

  // Who clicked has opened (N3). Of what happened before the first sign-up, nothing came of it.
  private static final String COUNT =
      """
      SELECT m.person_id, m.mark, MIN(m.at) AS at
        FROM (SELECT person_id, MIN(at) AS at FROM sign_up
               WHERE offer_id = :offerId AND person_id IN (:people)
               GROUP BY person_id) f
        JOIN (SELECT person_id, 'CONFIRMED' AS mark, COALESCE(confirmed_at, at) AS at FROM sign_up
               WHERE offer_id = :offerId AND person_id IN (:people)
                 AND (confirmed_at IS NOT NULL OR decision = 'HAND_OVER')
               UNION ALL
              SELECT person_id, 'USED', first_used_at FROM pass
               WHERE offer_id = :offerId AND person_id IN (:people) AND first_used_at IS NOT NULL
               UNION ALL
              SELECT o.person_id, 'OPENED',
                     LEAST(COALESCE(r.opened_at, r.clicked_at), COALESCE(r.clicked_at, r.opened_at))
                FROM outbox o JOIN email_reading r ON r.outbox_id = o.id
               WHERE o.offer_id = :offerId AND o.person_id IN (:people)
                 AND (r.opened_at IS NOT NULL OR r.clicked_at IS NOT NULL)
               UNION ALL
              SELECT o.person_id, 'CLICKED', r.clicked_at
                FROM outbox o JOIN email_reading r ON r.outbox_id = o.id
               WHERE o.offer_id = :offerId AND o.person_id IN (:people) AND r.clicked_at IS NOT NULL
               UNION ALL
              SELECT person_id, 'LEFT', left_at FROM list_member
               WHERE person_id IN (:people) AND left_at IS NOT NULL
               UNION ALL
              SELECT person_id, 'CODE_USED', used_at FROM coupon_grant
               WHERE offer_id = :offerId AND person_id IN (:people) AND used_at IS NOT NULL
               UNION ALL
              SELECT person_id, 'BOUGHT', used_at FROM coupon_grant
               WHERE offer_id = :offerId AND person_id IN (:people) AND used_at IS NOT NULL
               UNION ALL
              SELECT person_id, 'BOUGHT', at FROM purchase WHERE person_id IN (:people)
               UNION ALL
              SELECT person_id, 'COPIED', copied_at FROM coupon_grant
               WHERE offer_id = :offerId AND person_id IN (:people) AND copied_at IS NOT NULL
               UNION ALL
              SELECT person_id, 'WON', at FROM spin
               WHERE offer_id = :offerId AND person_id IN (:people) AND won AND state = 'GIVEN'
               UNION ALL
              SELECT person_id, 'PIECE_OPENED', first_at FROM page_progress
               WHERE offer_id = :offerId AND person_id IN (:people)) m
          ON m.person_id = f.person_id AND m.at >= f.at
       GROUP BY m.person_id, m.mark
      """;
  private static final String KNOWN =
      "SELECT person_id, mark, day FROM track_mark WHERE offer_id = :offerId AND person_id IN (:people)";
  private static final String FORGET =
      "DELETE FROM track_mark WHERE offer_id = :offerId AND person_id IN (:people)";
  private static final String KEEP =
      "INSERT INTO track_mark (offer_id, person_id, mark, day) VALUES (:offerId, :personId, :mark, :day)";

  private static final String ADD_DAY =
      """
      INSERT INTO mark_day (day, offer_id, mark, people) VALUES (:day, :offerId, :mark, :people)
          ON DUPLICATE KEY UPDATE people = people + VALUES(people)
      """;
  private static final String ADD_SUM =
      """
      INSERT INTO mark_sum (week, offer_id, mark, people) VALUES (:week, :offerId, :mark, :people)
          ON DUPLICATE KEY UPDATE people = people + VALUES(people)
      """;
  private static final String ADD_WEEK =
      """
      INSERT INTO mark_week (week, offer_id, mark, after, people)
      VALUES (:week, :offerId, :mark, :after, :people)
          ON DUPLICATE KEY UPDATE people = people + VALUES(people)
      """;

  private static final String ADD_UP_DAYS =
      """
      INSERT INTO mark_day (day, offer_id, mark, people)
      SELECT t.day, t.offer_id, m.mark, COUNT(*)
        FROM track t
        JOIN track_mark m ON m.offer_id = t.offer_id AND m.person_id = t.person_id
       GROUP BY t.day, t.offer_id, m.mark
      """;
  // %s: the offer, or all.
  private static final String ADD_UP_WEEKS =
      """
      INSERT INTO mark_week (week, offer_id, mark, after, people)
      SELECT t.day - INTERVAL WEEKDAY(t.day) DAY AS week, %s AS offer, m.mark,
             GREATEST(0, LEAST(:mostWeeks, TRUNCATE(DATEDIFF(m.day, t.day) / 7, 0))) AS after, COUNT(*)
        FROM track t
        JOIN track_mark m ON m.offer_id = t.offer_id AND m.person_id = t.person_id
       GROUP BY week, offer, m.mark, after
      """;

  private static final String ADD_UP_SUMS =
      """
      INSERT INTO mark_sum (week, offer_id, mark, people)
      SELECT day - INTERVAL WEEKDAY(day) DAY AS week, offer_id, mark, SUM(people) FROM mark_day
       GROUP BY week, offer_id, mark
      """;

  // %s: the table and its days.
  private static final String OF_DAYS =
      """
      SELECT offer_id, mark, SUM(people) AS people FROM %s AND mark IN (:marks)
       GROUP BY offer_id, mark
      """;
  private static final List<String> PARTS =
      List.of(
          "mark_day WHERE (day >= :from AND day < :monday"
              + " OR day > :sunday AND day <= :to AND day >= :monday)",
          "mark_sum WHERE week BETWEEN :monday AND :sunday");
  private static final String OF_WEEKS =
      """
      SELECT week, after, people FROM mark_week
       WHERE week BETWEEN :from AND :to AND offer_id = :offerId AND mark = :mark
      """;

  private final JdbcClient db;
  private final NamedParameterJdbcTemplate batch;

  MarkStore(JdbcClient db, NamedParameterJdbcTemplate batch) {
    this.db = db;
    this.batch = batch;
  }

  /** From what happened. */
  Map<Long, Map<Mark, LocalDate>> count(long offerId, List<Long> people, ZoneId zone) {
    Map<Long, Map<Mark, LocalDate>> marks = new HashMap<>();
    db.sql(COUNT)
        .param("offerId", offerId)
        .param("people", people)
        .query(
            row -> {
              marks
                  .computeIfAbsent(row.getLong("person_id"), id -> new EnumMap<>(Mark.class))
                  .put(
                      Mark.valueOf(row.getString("mark")),
                      LocalDate.ofInstant(Utc.read(row, "at"), zone));
            });
    return marks;
  }

  /** As they were counted. */
  Map<Long, Map<Mark, LocalDate>> known(long offerId, List<Long> people) {
    Map<Long, Map<Mark, LocalDate>> marks = new HashMap<>();
    db.sql(KNOWN)
        .param("offerId", offerId)
        .param("people", people)
        .query(
            row -> {
              marks
                  .computeIfAbsent(row.getLong("person_id"), id -> new EnumMap<>(Mark.class))
                  .put(Mark.valueOf(row.getString("mark")), row.getObject("day", LocalDate.class));
            });
    return marks;
  }

  void replace(long offerId, List<Long> people, List<Tracked> now) {
    db.sql(FORGET).param("offerId", offerId).param("people", people).update();
    batch.batchUpdate(
        KEEP,
        now.stream()
            .flatMap(
                one ->
                    one.marks().entrySet().stream()
                        .map(
                            mark ->
                                new MapSqlParameterSource("offerId", offerId)
                                    .addValue("personId", one.personId())
                                    .addValue("mark", mark.getKey().name())
                                    .addValue("day", mark.getValue())))
            .toArray(SqlParameterSource[]::new));
  }

  /** Adds these to the days', to their weeks', and to those of all offers, in the order given. */
  void add(Map<Tracked.MarkPlace, Long> changes) {
    SqlParameterSource[] rows =
        changes.entrySet().stream()
            .map(change -> row(change.getKey(), change.getKey().offerId(), change.getValue()))
            .toArray(SqlParameterSource[]::new);
    batch.batchUpdate(ADD_DAY, rows);
    batch.batchUpdate(ADD_SUM, rows);
    batch.batchUpdate(ADD_WEEK, rows);
    batch.batchUpdate(
        ADD_WEEK,
        changes.entrySet().stream()
            .sorted(Map.Entry.comparingByKey(OF_ALL))
            .map(change -> row(change.getKey(), ALL_OFFERS, change.getValue()))
            .toArray(SqlParameterSource[]::new));
  }

  private static SqlParameterSource row(Tracked.MarkPlace place, long offerId, long people) {
    return new MapSqlParameterSource("day", place.day())
        .addValue("week", monday(place.day()))
        .addValue("offerId", offerId)
        .addValue("mark", place.mark().name())
        .addValue("after", place.after())
        .addValue("people", people);
  }

  private static LocalDate monday(LocalDate day) {
    return day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
  }

  /** Adds up all days and weeks anew from how far each person was counted to have come. */
  void addUp() {
    db.sql("DELETE FROM mark_day").update();
    db.sql("DELETE FROM mark_sum").update();
    db.sql("DELETE FROM mark_week").update();
    db.sql(ADD_UP_DAYS).update();
    db.sql(ADD_UP_SUMS).update();
    for (String offer : List.of("t.offer_id", Long.toString(ALL_OFFERS))) {
      db.sql(ADD_UP_WEEKS.formatted(offer)).param("mostWeeks", Mark.MOST_WEEKS).update();
    }
  }

  Map<Long, Map<Mark, Long>> of(DayRange days, Collection<Mark> marks) {
    Map<Long, Map<Mark, Long>> people = new HashMap<>();
    DayRange weeks = days.wholeWeeks();
    for (String part : PARTS) {
      db.sql(OF_DAYS.formatted(part))
          .param("from", days.from())
          .param("to", days.to())
          .param("monday", weeks.from())
          .param("sunday", weeks.to())
          .param("marks", marks.stream().map(Mark::name).toList())
          .query(
              row -> {
                people
                    .computeIfAbsent(row.getLong("offer_id"), id -> new EnumMap<>(Mark.class))
                    .merge(Mark.valueOf(row.getString("mark")), row.getLong("people"), Long::sum);
              });
    }
    return people;
  }

  /** How many of each week, by how much later. */
  Map<LocalDate, Map<Integer, Long>> weeks(DayRange weeks, Optional<Long> offer, Mark mark) {
    Map<LocalDate, Map<Integer, Long>> people = new HashMap<>();
    db.sql(OF_WEEKS)
        .param("from", weeks.from())
        .param("to", weeks.to())
        .param("offerId", offer.orElse(ALL_OFFERS))
        .param("mark", mark.name())
        .query(
            row -> {
              people
                  .computeIfAbsent(row.getObject("week", LocalDate.class), week -> new HashMap<>())
                  .put(row.getInt("after"), row.getLong("people"));
            });
    return people;
  }
}
