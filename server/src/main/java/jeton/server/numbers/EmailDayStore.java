package jeton.server.numbers;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.TemporalAdjusters;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;
import java.util.stream.IntStream;
import jeton.core.numbers.DayRange;
import jeton.server.database.Utc;
import jeton.server.mail.OutgoingEmail;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Emails by the day they left, and which days are to be counted anew. */
@Repository
class EmailDayStore {
  private static final int SLOTS = 32;
  private static final int HOURS_A_DAY = 24;
  private static final Duration QUARTER = Duration.ofMinutes(15);
  private static final String MARK =
      """
      INSERT INTO email_day_due (day, slot, changes) VALUES (:day, :slot, 1)
          ON DUPLICATE KEY UPDATE changes = changes + 1
      """;
  private static final String MARK_ALL =
      """
      INSERT INTO email_day_due (day, slot, changes)
      SELECT day, 0, 1 FROM email_day
       UNION SELECT DISTINCT DATE(settled_at), 0, 1 FROM outbox WHERE settled_at IS NOT NULL
       UNION SELECT DISTINCT DATE(settled_at) - INTERVAL 1 DAY, 0, 1 FROM outbox WHERE settled_at IS NOT NULL
       UNION SELECT DISTINCT DATE(settled_at) + INTERVAL 1 DAY, 0, 1 FROM outbox WHERE settled_at IS NOT NULL
          ON DUPLICATE KEY UPDATE changes = changes + 1
      """;
  private static final String TURN =
      "SELECT id FROM email_day_turn WHERE id = 1 FOR UPDATE SKIP LOCKED";
  private static final String WAIT_FOR_TURN =
      "SELECT id FROM email_day_turn WHERE id = 1 FOR UPDATE";
  private static final String COUNTED_FROM = "SELECT counted_from FROM email_day_turn WHERE id = 1";
  private static final String COUNT_FROM =
      "UPDATE email_day_turn SET counted_from = GREATEST(COALESCE(counted_from, :day), :day) WHERE id = 1";
  private static final String DUE_BEFORE =
      "SELECT COUNT(*) FROM (SELECT 1 FROM email_day_due WHERE day < :day AND day >= COALESCE(:from, day) LIMIT 1) one";
  private static final String DUE =
      "SELECT day, slot, changes FROM email_day_due ORDER BY day DESC, slot LIMIT :most";
  private static final String DONE =
      "DELETE FROM email_day_due WHERE day = :day AND slot = :slot AND changes = :changes";

  // Who clicked has opened it (N3); what came back was not sent to anybody.
  private static final String COUNT =
      """
      INSERT INTO email_day
             (day, kind, source_id, sent, refused, opened, machine_opened, clicked, gone, replied,
              complained)
      SELECT :day, o.kind, COALESCE(o.step_id, o.issue_id, o.offer_id),
             SUM(o.state = 'SENT'), SUM(o.state <> 'SENT'),
             SUM(o.state = 'SENT' AND (r.opened_at IS NOT NULL OR r.clicked_at IS NOT NULL)),
             SUM(o.state = 'SENT' AND r.machine_opened_at IS NOT NULL AND r.opened_at IS NULL
                 AND r.clicked_at IS NULL),
             SUM(o.state = 'SENT' AND r.clicked_at IS NOT NULL),
             SUM(o.state = 'SENT' AND r.left_at IS NOT NULL),
             SUM(o.state = 'SENT' AND r.replied_at IS NOT NULL),
             SUM(o.state = 'SENT' AND r.complained_at IS NOT NULL)
        FROM outbox o
        LEFT JOIN email_reading r ON r.outbox_id = o.id
       WHERE o.settled_at >= :from AND o.settled_at < :to AND o.state <> 'DROPPED'
         AND COALESCE(o.step_id, o.issue_id, o.offer_id) IS NOT NULL
       GROUP BY o.kind, COALESCE(o.step_id, o.issue_id, o.offer_id)
      """;
  private static final String COUNT_DOMAINS =
      """
      INSERT INTO domain_day (day, domain, sent, refused, full, put_off)
      SELECT :day, LEFT(SUBSTRING_INDEX(p.email_key, '@', -1), 253) AS domain,
             SUM(o.state = 'SENT'), SUM(o.state <> 'SENT'), SUM(COALESCE(o.answer = 'FULL', FALSE)),
             SUM(o.failures > 0)
        FROM outbox o
        JOIN person p ON p.id = o.person_id
       WHERE o.settled_at >= :from AND o.settled_at < :to AND o.state <> 'DROPPED'
       GROUP BY domain
      """;

  private static final String WEEK =
      """
      INSERT INTO email_week
             (week, kind, source_id, sent, refused, opened, machine_opened, clicked, gone, replied,
              complained)
      SELECT :monday, kind, source_id, SUM(sent), SUM(refused), SUM(opened), SUM(machine_opened),
             SUM(clicked), SUM(gone), SUM(replied), SUM(complained)
        FROM email_day
       WHERE day BETWEEN :monday AND :sunday
       GROUP BY kind, source_id
      """;
  private static final String WEEKDAY =
      """
      INSERT INTO email_kind_day (day, kind, sent, opened)
      SELECT day, kind, SUM(sent), SUM(opened) FROM email_day WHERE day = :day GROUP BY kind
      """;
  private static final String DOMAIN_WEEK =
      """
      INSERT INTO domain_week (week, domain, sent, refused, full, put_off)
      SELECT :monday, domain, SUM(sent), SUM(refused), SUM(full), SUM(put_off)
        FROM domain_day
       WHERE day BETWEEN :monday AND :sunday
       GROUP BY domain
      """;

  // Quarters of hours since 1970: every zone's hours are made of whole ones.
  private static final String MOMENTS =
      """
      SELECT TIMESTAMPDIFF(MINUTE, '1970-01-01', r.%1$s) DIV 15 AS quarter, COUNT(*) AS people
        FROM outbox o
        JOIN email_reading r ON r.outbox_id = o.id
       WHERE o.settled_at >= :from AND o.settled_at < :to AND o.state = 'SENT' AND r.%1$s IS NOT NULL
       GROUP BY quarter
      """;
  private static final String HOUR =
      "INSERT INTO email_hour (day, hour, opened, clicked) VALUES (:day, :hour, :opened, :clicked)";
  private static final String COUNT_LINKS =
      """
      INSERT INTO link_day (day, link_id, kind, source_id, people)
      SELECT :day, c.link_id, o.kind, COALESCE(o.step_id, o.issue_id, o.offer_id), COUNT(*)
        FROM outbox o
        JOIN link_click c ON c.outbox_id = o.id
       WHERE o.settled_at >= :from AND o.settled_at < :to AND o.state = 'SENT'
         AND COALESCE(o.step_id, o.issue_id, o.offer_id) IS NOT NULL
       GROUP BY c.link_id, o.kind, COALESCE(o.step_id, o.issue_id, o.offer_id)
      """;

  // %s: the table and its days. Asked of each by itself: put together in the database they would be
  // written out first.
  private static final String SUMS =
      """
      SELECT kind, source_id, SUM(sent) AS sent, SUM(refused) AS refused, SUM(opened) AS opened,
             SUM(machine_opened) AS machine_opened, SUM(clicked) AS clicked, SUM(gone) AS gone,
             SUM(replied) AS replied, SUM(complained) AS complained
        FROM %s
         AND kind IN (:kinds)
       GROUP BY kind, source_id
      """;
  private static final List<String> PARTS =
      List.of(
          "email_day WHERE (day >= :from AND day < :monday"
              + " OR day > :sunday AND day <= :to AND day >= :monday)",
          "email_week WHERE week BETWEEN :monday AND :sunday");
  private static final String DOMAINS =
      """
      SELECT domain, SUM(sent) AS sent, SUM(refused) AS refused, SUM(full) AS full,
             SUM(put_off) AS put_off
        FROM (SELECT * FROM domain_day WHERE day >= :from AND day < :monday
               UNION ALL
              SELECT * FROM domain_week WHERE week BETWEEN :monday AND :sunday
               UNION ALL
              SELECT * FROM domain_day WHERE day > :sunday AND day <= :to AND day >= :monday) parts
       GROUP BY domain
       ORDER BY SUM(sent) + SUM(refused) DESC, domain LIMIT :most
      """;
  private static final String HOURS =
      """
      SELECT hour, SUM(opened) AS opened, SUM(clicked) AS clicked FROM email_hour
       WHERE day BETWEEN :from AND :to
       GROUP BY hour
      """;
  private static final String LINKS =
      """
      SELECT l.href, d.kind, d.source_id, SUM(d.people) AS people
        FROM link_day d JOIN tracked_link l ON l.id = d.link_id
       WHERE d.day BETWEEN :from AND :to
       GROUP BY d.link_id, d.kind, d.source_id
       ORDER BY people DESC, l.href LIMIT :most
      """;

  private final JdbcClient db;
  private final NamedParameterJdbcTemplate batch;

  EmailDayStore(JdbcClient db, NamedParameterJdbcTemplate batch) {
    this.db = db;
    this.batch = batch;
  }

  /** A day to be counted anew, and how often something changed in it by the notes of a slot. */
  record Due(LocalDate day, int slot, long changes) {}

  void mark(Collection<LocalDate> days) {
    int slot = ThreadLocalRandom.current().nextInt(SLOTS);
    days.forEach(day -> db.sql(MARK).param("day", day).param("slot", slot).update());
  }

  void markAll() {
    db.sql(MARK_ALL).update();
  }

  /** Whether it is this transaction's turn to count. */
  boolean takesTurn() {
    return db.sql(TURN).query(Long.class).optional().isPresent();
  }

  /** Has nobody else count until this transaction ends. */
  void waitForTurn() {
    db.sql(WAIT_FOR_TURN).query(Long.class).single();
  }

  /** The first day that may be counted anew: of those before, not all is known any more. */
  Optional<LocalDate> countedFrom() {
    return db.sql(COUNTED_FROM)
        .query((row, n) -> Optional.ofNullable(row.getObject(1, LocalDate.class)))
        .single();
  }

  /** Has days before this one counted no more. */
  void countFrom(LocalDate day) {
    db.sql(COUNT_FROM).param("day", day).update();
  }

  /** Whether a day before this one, of those that are counted, waits for it. */
  boolean isDueBefore(LocalDate day) {
    return 0
        < db.sql(DUE_BEFORE)
            .param("day", day)
            .param("from", countedFrom().orElse(null))
            .query(Long.class)
            .single();
  }

  /** The notes of the newest days that are due. */
  List<Due> due(int most) {
    return db.sql(DUE)
        .param("most", most * SLOTS)
        .query(
            (row, n) ->
                new Due(
                    row.getObject("day", LocalDate.class),
                    row.getInt("slot"),
                    row.getLong("changes")))
        .list();
  }

  /** Counts a day, and its week, from what happened, in the place of what was counted before. */
  void count(LocalDate day, ZoneId zone) {
    for (String table :
        List.of("email_day", "domain_day", "email_kind_day", "email_hour", "link_day")) {
      db.sql("DELETE FROM " + table + " WHERE day = :day").param("day", day).update();
    }
    for (String sql : List.of(COUNT, COUNT_DOMAINS, COUNT_LINKS)) {
      emailsOf(sql, day, zone).param("day", day).update();
    }
    db.sql(WEEKDAY).param("day", day).update();
    countHours(day, zone);
    addUpWeek(day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY)));
  }

  private JdbcClient.StatementSpec emailsOf(String sql, LocalDate day, ZoneId zone) {
    return db.sql(sql)
        .param("from", Utc.bind(day.atStartOfDay(zone).toInstant()))
        .param("to", Utc.bind(day.plusDays(1).atStartOfDay(zone).toInstant()));
  }

  private void countHours(LocalDate day, ZoneId zone) {
    Map<Integer, Long> opened = hours("opened_at", day, zone);
    Map<Integer, Long> clicked = hours("clicked_at", day, zone);
    batch.batchUpdate(
        HOUR,
        IntStream.range(0, HOURS_A_DAY)
            .filter(hour -> opened.containsKey(hour) || clicked.containsKey(hour))
            .mapToObj(
                hour ->
                    new MapSqlParameterSource("day", day)
                        .addValue("hour", hour)
                        .addValue("opened", opened.getOrDefault(hour, 0L))
                        .addValue("clicked", clicked.getOrDefault(hour, 0L)))
            .toArray(SqlParameterSource[]::new));
  }

  private Map<Integer, Long> hours(String when, LocalDate day, ZoneId zone) {
    Map<Integer, Long> hours = new HashMap<>();
    emailsOf(MOMENTS.formatted(when), day, zone)
        .query(
            row -> {
              Instant moment = Instant.EPOCH.plus(QUARTER.multipliedBy(row.getLong("quarter")));
              hours.merge(moment.atZone(zone).getHour(), row.getLong("people"), Long::sum);
            });
    return hours;
  }

  private void addUpWeek(LocalDate monday) {
    for (String table : List.of("email_week", "domain_week")) {
      db.sql("DELETE FROM " + table + " WHERE week = :monday").param("monday", monday).update();
    }
    for (String sql : List.of(WEEK, DOMAIN_WEEK)) {
      db.sql(sql).param("monday", monday).param("sunday", monday.plusDays(6)).update();
    }
  }

  /** Lets go of a note unless something changed since. */
  void done(Due due) {
    db.sql(DONE)
        .param("day", due.day())
        .param("slot", due.slot())
        .param("changes", due.changes())
        .update();
  }

  private JdbcClient.StatementSpec of(String sql, DayRange days) {
    DayRange weeks = days.wholeWeeks();
    return db.sql(sql)
        .param("from", days.from())
        .param("to", days.to())
        .param("monday", weeks.from())
        .param("sunday", weeks.to());
  }

  List<EmailDays.OpeningHour> hours(DayRange days) {
    return of(HOURS, days)
        .query(
            (row, n) ->
                new EmailDays.OpeningHour(
                    row.getInt("hour"), row.getLong("opened"), row.getLong("clicked")))
        .list();
  }

  List<EmailDays.Link> links(DayRange days, int most) {
    return of(LINKS, days)
        .param("most", most)
        .query(
            (row, n) ->
                new EmailDays.Link(row.getString("href"), source(row), row.getLong("people")))
        .list();
  }

  private static EmailDays.Source source(ResultSet row) throws SQLException {
    return new EmailDays.Source(
        OutgoingEmail.Kind.valueOf(row.getString("kind")), row.getLong("source_id"));
  }

  List<EmailDays.Fared> sums(DayRange days, Collection<OutgoingEmail.Kind> kinds) {
    Map<EmailDays.Source, EmailDays.Fared> sums = new HashMap<>();
    for (String part : PARTS) {
      of(SUMS.formatted(part), days)
          .param("kinds", kinds.stream().map(Enum::name).toList())
          .query(
              row -> {
                EmailDays.Fared fared = fared(row);
                sums.merge(fared.source(), fared, EmailDays.Fared::plus);
              });
    }
    return List.copyOf(sums.values());
  }

  private static EmailDays.Fared fared(ResultSet row) throws SQLException {
    return new EmailDays.Fared(
        source(row),
        row.getLong("sent"),
        row.getLong("refused"),
        row.getLong("opened"),
        row.getLong("machine_opened"),
        row.getLong("clicked"),
        row.getLong("gone"),
        row.getLong("replied"),
        row.getLong("complained"));
  }

  List<EmailDays.Domain> domains(DayRange days, int most) {
    return of(DOMAINS, days)
        .param("most", most)
        .query(
            (row, n) ->
                new EmailDays.Domain(
                    row.getString("domain"),
                    row.getLong("sent"),
                    row.getLong("refused"),
                    row.getLong("full"),
                    row.getLong("put_off")))
        .list();
  }
}
