package jeton.server.numbers;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Wait;
import jeton.core.numbers.DayRange;
import jeton.harness.Counts;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.database.Utc;
import jeton.server.mail.Engine;
import jeton.server.mail.OutgoingEmail;
import jeton.server.reading.Readings;
import jeton.server.sequence.SequenceDraft;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionOperations;

/** Emails by day against counting from scratch (N3). */
class EmailDaysTest {
  private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
  private static final Readings.Fetch PERSON =
      new Readings.Fetch("Mozilla/5.0 (X11; Linux x86_64) Firefox/140.0", "");
  private static final Readings.Fetch MACHINE = new Readings.Fetch("Mozilla/5.0", "");
  private final TestServer server = TestServer.get();
  private final EmailDays days = server.bean(EmailDays.class);
  private final Counting counting = server.bean(Counting.class);
  private final JdbcClient db = server.bean(JdbcClient.class);
  private final Readings readings = server.bean(Readings.class);

  private void count() {
    Counts.settle();
  }

  private static SequenceDraft.StepDraft step(int n) {
    return new SequenceDraft.StepDraft(
        java.util.Optional.empty(),
        true,
        n,
        Wait.Unit.DAYS,
        new EmailContent(
            "Email " + n, "", "<p><a href=\"https://q.example/\">x</a></p>", EmailButton.NONE));
  }

  /** One email of ours, as the tables have it. */
  private record Email(
      long id,
      LocalDate day,
      OutgoingEmail.Kind kind,
      long source,
      String state,
      boolean opened,
      boolean machine,
      boolean clicked,
      boolean left,
      boolean replied,
      boolean complained) {}

  private List<Email> all(SampleOffer offer) {
    return db.sql(
            """
            SELECT o.*, r.opened_at, r.machine_opened_at, r.clicked_at, r.left_at, r.replied_at,
                   r.complained_at
              FROM outbox o LEFT JOIN email_reading r ON r.outbox_id = o.id
             WHERE o.settled_at IS NOT NULL AND o.state <> 'DROPPED' AND o.offer_id = :id
            """)
        .param("id", offer.id)
        .query(
            (row, n) -> {
              Instant at = Utc.read(row, "settled_at");
              OutgoingEmail.Kind kind = OutgoingEmail.Kind.valueOf(row.getString("kind"));
              return new Email(
                  row.getLong("id"),
                  LocalDate.ofInstant(at, DUBLIN),
                  kind,
                  kind == OutgoingEmail.Kind.FOLLOW_UP ? row.getLong("step_id") : offer.id,
                  row.getString("state"),
                  row.getTimestamp("opened_at") != null,
                  row.getTimestamp("machine_opened_at") != null,
                  row.getTimestamp("clicked_at") != null,
                  row.getTimestamp("left_at") != null,
                  row.getTimestamp("replied_at") != null,
                  row.getTimestamp("complained_at") != null);
            })
        .list();
  }

  private record Place(LocalDate day, EmailDays.Source source) {}

  private Map<Place, EmailDays.Fared> fromScratch(SampleOffer offer) {
    Map<Place, List<Email>> groups =
        all(offer).stream()
            .collect(
                Collectors.groupingBy(
                    e -> new Place(e.day(), new EmailDays.Source(e.kind(), e.source()))));
    Map<Place, EmailDays.Fared> fared = new HashMap<>();
    groups.forEach(
        (place, emails) -> {
          List<Email> sent = emails.stream().filter(e -> e.state().equals("SENT")).toList();
          fared.put(
              place,
              new EmailDays.Fared(
                  place.source(),
                  sent.size(),
                  emails.size() - sent.size(),
                  sent.stream().filter(e -> e.opened() || e.clicked()).count(),
                  sent.stream().filter(e -> e.machine() && !e.opened() && !e.clicked()).count(),
                  sent.stream().filter(Email::clicked).count(),
                  sent.stream().filter(Email::left).count(),
                  sent.stream().filter(Email::replied).count(),
                  sent.stream().filter(Email::complained).count()));
        });
    return fared;
  }

  private Map<Place, EmailDays.Fared> counted(SampleOffer offer) {
    Map<Place, EmailDays.Fared> counted = new HashMap<>();
    fromScratch(offer).keySet().stream()
        .map(Place::day)
        .distinct()
        .forEach(
            day ->
                days.of(new DayRange(day, day)).stream()
                    .filter(fared -> fromScratch(offer).containsKey(new Place(day, fared.source())))
                    .forEach(fared -> counted.put(new Place(day, fared.source()), fared)));
    return counted;
  }

  @ParameterizedTest
  @ValueSource(longs = {4, 5})
  void anyHistory_countsAsFromScratch_howeverLateAndOftenThingsHappen(long seed) {
    Random chance = new Random(seed);
    SampleOffer offer = new SampleOffer(step(1), step(2), step(3));
    List<String> people = new ArrayList<>();
    Engine engine = server.bean(Engine.class);
    TransactionOperations tx = server.bean(TransactionOperations.class);
    for (int turn = 0; turn < 60; turn++) {
      List<Email> sent = all(offer);
      if (sent.isEmpty() || chance.nextInt(6) == 0) {
        String email = SampleOffer.newAddress();
        offer.join(email);
        people.add(email);
        continue;
      }
      long one = sent.get(chance.nextInt(sent.size())).id();
      switch (chance.nextInt(7)) {
        case 0 -> server.forward(Duration.ofHours(chance.nextInt(40)));
        case 1 -> readings.opened(one, MACHINE);
        case 2, 3 -> readings.opened(one, PERSON);
        case 4 -> readings.passOpened(one, PERSON);
        case 5 -> {
          if (chance.nextInt(4) == 0) {
            tx.executeWithoutResult(status -> engine.bounced(one, "5.1.1 no such mailbox"));
          } else {
            tx.executeWithoutResult(status -> readings.leftBy(one));
            if (chance.nextBoolean()) {
              tx.executeWithoutResult(status -> readings.repliedTo(one));
            } else {
              tx.executeWithoutResult(status -> readings.complainedOf(one));
            }
          }
        }
        default -> count();
      }
    }
    count();
    assertThat(counted(offer)).isNotEmpty().isEqualTo(fromScratch(offer));
    assertThat(overWeeks(offer)).isEqualTo(summedUp(offer));
    assertThat(counted(offer).values().stream().mapToLong(EmailDays.Fared::opened).sum())
        .isPositive();
    db.sql("UPDATE email_day SET opened = opened + 7").update();
    counting.again();
    count();
    assertThat(counted(offer)).isEqualTo(fromScratch(offer));
    // Hours are of all emails: of those that other tests read by a bare way, too, once made again.
    assertThat(hoursOfAll()).isEqualTo(hoursFromScratch());
  }

  /** Whatever the tests' clocks and made-up emails say. */
  private static DayRange ever() {
    return new DayRange(LocalDate.of(1990, 1, 1), LocalDate.of(2100, 1, 1));
  }

  /** By the weeks that were added up. */
  private Map<EmailDays.Source, Long> overWeeks(SampleOffer offer) {
    Map<EmailDays.Source, Long> mine = summedUp(offer);
    return days.of(ever()).stream()
        .filter(fared -> mine.containsKey(fared.source()))
        .collect(Collectors.toMap(EmailDays.Fared::source, EmailDays.Fared::opened));
  }

  private Map<EmailDays.Source, Long> summedUp(SampleOffer offer) {
    return fromScratch(offer).values().stream()
        .collect(
            Collectors.groupingBy(
                EmailDays.Fared::source, Collectors.summingLong(EmailDays.Fared::opened)));
  }

  private Map<Integer, Long> hoursOfAll() {
    Map<Integer, Long> hours =
        days.hours(ever()).stream()
            .collect(Collectors.toMap(EmailDays.OpeningHour::hour, EmailDays.OpeningHour::opened));
    hours.values().removeIf(people -> people == 0);
    return hours;
  }

  private Map<Integer, Long> hoursFromScratch() {
    return db
        .sql(
            """
            SELECT r.opened_at AS at FROM email_reading r JOIN outbox o ON o.id = r.outbox_id
             WHERE o.state = 'SENT' AND r.opened_at IS NOT NULL AND o.settled_at IS NOT NULL
            """)
        .query((row, n) -> Utc.read(row, "at"))
        .list()
        .stream()
        .collect(Collectors.groupingBy(at -> at.atZone(DUBLIN).getHour(), Collectors.counting()));
  }

  @Test
  void whatIsRefused_andTriedAgainAfterAll_leavesTheDay() {
    SampleOffer offer = new SampleOffer();
    String email = SampleOffer.newAddress();
    server.refuse(email, 554);
    offer.signUp(email);
    server.settle();
    count();
    LocalDate today = LocalDate.ofInstant(server.clock.instant(), DUBLIN);
    EmailDays.Source confirmation = new EmailDays.Source(OutgoingEmail.Kind.CONFIRMATION, offer.id);
    assertThat(fared(today, confirmation)).extracting(EmailDays.Fared::refused).isEqualTo(1L);
    assertThat(days.domains(new DayRange(today, today), 50))
        .anySatisfy(domain -> assertThat(domain.refused()).isPositive());
    server.takeAgain(email);
    server.bean(Engine.class).retry(List.of(all(offer).get(0).id()));
    server.settle();
    count();
    assertThat(fared(today, confirmation).refused()).isZero();
    assertThat(fared(today, confirmation).sent()).isEqualTo(1);
  }

  private EmailDays.Fared fared(LocalDate day, EmailDays.Source source) {
    return days.of(new DayRange(day, day)).stream()
        .filter(fared -> fared.source().equals(source))
        .findFirst()
        .orElseThrow();
  }
}
