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
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import jeton.core.numbers.DayRange;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.business.Business;
import jeton.server.form.Forms;
import jeton.server.history.History;
import jeton.server.reading.Readings;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionOperations;

/** Counts by day against counting from scratch (N1). */
class CountingTest {
  private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
  private static final Readings.Fetch PERSON =
      new Readings.Fetch("Mozilla/5.0 (X11; Linux x86_64) Firefox/140.0", "");
  private final TestServer server = TestServer.get();
  private final Readings readings = server.bean(Readings.class);
  private final Counting counting = server.bean(Counting.class);
  private final JdbcClient db = server.bean(JdbcClient.class);
  private final MarksFromScratch scratch = new MarksFromScratch(db, DUBLIN);

  private void count() {
    while (counting.work()) {
      // Until nobody is due.
    }
  }

  private DayRange allDays() {
    LocalDate today = LocalDate.ofInstant(server.clock.instant(), DUBLIN);
    return DayRange.last(3000, today.plusDays(1));
  }

  private Numbers.Track byDays(long offerId) {
    Map<Long, Numbers.Track> byForm = server.bean(DayNumbers.class).forms(allDays());
    return server.bean(Forms.class).of(offerId).stream()
        .map(form -> byForm.getOrDefault(form.id(), Numbers.Track.EMPTY))
        .reduce(Numbers.Track.EMPTY, Numbers.Track::plus);
  }

  private Numbers.Track fromScratch(long offerId) {
    return server.bean(Numbers.class).track(offerId);
  }

  /** People by the day of their first sign-up, straight from what happened. */
  private Map<LocalDate, Long> firstDays(long offerId) {
    record First(long personId, Instant at) {}
    Map<LocalDate, Long> days = new HashMap<>();
    db.sql("SELECT person_id, MIN(at) AS at FROM sign_up WHERE offer_id = :id GROUP BY person_id")
        .param("id", offerId)
        .query(
            (row, n) ->
                new First(row.getLong("person_id"), jeton.server.database.Utc.read(row, "at")))
        .list()
        .forEach(first -> days.merge(LocalDate.ofInstant(first.at(), DUBLIN), 1L, Long::sum));
    return days;
  }

  private Map<LocalDate, Long> countedDays(long offerId) {
    Map<LocalDate, Long> days = new HashMap<>();
    db.sql("SELECT day, SUM(signed_up) AS n FROM track_day WHERE offer_id = :id GROUP BY day")
        .param("id", offerId)
        .query(
            row -> {
              if (row.getLong("n") != 0) {
                days.put(row.getObject("day", LocalDate.class), row.getLong("n"));
              }
            });
    return days;
  }

  private void agrees(SampleOffer offer) {
    assertThat(byDays(offer.id)).isEqualTo(fromScratch(offer.id));
    assertThat(countedDays(offer.id)).isEqualTo(firstDays(offer.id));
    scratch.agrees(offer.id);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void anyHistory_countsAsFromScratch_howeverLateAndOftenItIsNoted(long seed) {
    Random chance = new Random(seed);
    SampleOffer offer = new SampleOffer(SampleOffer.step(1, "A"));
    List<String> waiting = new ArrayList<>();
    List<String> confirmed = new ArrayList<>();
    for (int turn = 0; turn < 40; turn++) {
      switch (chance.nextInt(9)) {
        case 7 -> anEmailOf(offer, chance).ifPresent(one -> readings.opened(one, PERSON));
        case 8 -> {
          anEmailOf(offer, chance).ifPresent(one -> readings.passOpened(one, PERSON));
          if (!confirmed.isEmpty() && chance.nextInt(3) == 0) {
            String email = confirmed.get(chance.nextInt(confirmed.size()));
            offer.visitor.form(offer.link(email, "/u/"), Map.of("List-Unsubscribe", "One-Click"));
          }
        }
        case 0, 1 -> {
          String email = SampleOffer.newAddress();
          offer.signUp(email);
          server.settle();
          waiting.add(email);
        }
        case 2, 3 -> {
          if (!waiting.isEmpty()) {
            String email = waiting.remove(chance.nextInt(waiting.size()));
            offer.confirm(email);
            server.settle();
            confirmed.add(email);
          }
        }
        case 4 -> {
          if (!confirmed.isEmpty()) {
            String email = confirmed.get(chance.nextInt(confirmed.size()));
            offer.visitor.get(offer.link(email, "/g/") + "/files/1");
          }
        }
        case 5 -> {
          Stream.concat(waiting.stream(), confirmed.stream()).findFirst().ifPresent(offer::signUp);
          server.forward(Duration.ofHours(chance.nextInt(30)));
        }
        default -> count();
      }
      if (chance.nextInt(5) == 0) {
        // As if it had been noted once more, long after.
        Stream.concat(waiting.stream(), confirmed.stream())
            .forEach(
                email ->
                    server
                        .bean(History.class)
                        .note(
                            History.Event.of(
                                server.clock.instant(),
                                History.Kind.PASS_USED,
                                personId(email),
                                offer.id,
                                "")));
      }
    }
    count();
    agrees(offer);
    assertThat(fromScratch(offer.id).signedUp()).isPositive();
    // Made again from what happened, it is the same.
    db.sql("UPDATE track_day SET signed_up = signed_up + 5 WHERE offer_id = :id")
        .param("id", offer.id)
        .update();
    db.sql("UPDATE mark_week SET people = people + 5").update();
    counting.again();
    count();
    agrees(offer);
  }

  private Optional<Long> anEmailOf(SampleOffer offer, Random chance) {
    List<Long> sent =
        db.sql("SELECT id FROM outbox WHERE offer_id = :id AND state = 'SENT' ORDER BY id")
            .param("id", offer.id)
            .query(Long.class)
            .list();
    return sent.isEmpty() ? Optional.empty() : Optional.of(sent.get(chance.nextInt(sent.size())));
  }

  private long personId(String email) {
    return db.sql("SELECT id FROM person WHERE email = :email")
        .param("email", email)
        .query(Long.class)
        .single();
  }

  @Test
  void twoInstancesAtOnce_countEverybodyOnce() {
    SampleOffer offer = new SampleOffer();
    for (int i = 0; i < 30; i++) {
      offer.signUp(SampleOffer.newAddress());
    }
    CompletableFuture.allOf(
            Stream.generate(() -> CompletableFuture.runAsync(this::count))
                .limit(4)
                .toArray(CompletableFuture[]::new))
        .join();
    count();
    agrees(offer);
    assertThat(byDays(offer.id).signedUp()).isEqualTo(30);
  }

  @Test
  void whoIsTakenTogether_isCountedAsOne_andApartAgainAsTwo() {
    SampleOffer offer = new SampleOffer();
    String kept = SampleOffer.newAddress();
    String gone = SampleOffer.newAddress();
    offer.join(kept);
    offer.join(gone);
    count();
    assertThat(byDays(offer.id).signedUp()).isEqualTo(2);
    String path = "/api/people/" + personId(kept);
    server.owner().json("POST", path + "/merge", Map.of("with", personId(gone)));
    count();
    agrees(offer);
    assertThat(byDays(offer.id).signedUp()).isEqualTo(1);
    server.owner().json("POST", path + "/unmerge", Map.of());
    count();
    agrees(offer);
    assertThat(byDays(offer.id).signedUp()).isEqualTo(2);
  }

  @Test
  void daysAreTheBusinesss_alsoWhenItMoves() {
    SampleOffer offer = new SampleOffer();
    offer.signUp(SampleOffer.newAddress());
    count();
    agrees(offer);
    Optional<LocalDate> day = countedDays(offer.id).keySet().stream().findFirst();
    // As they stood while the business was elsewhere.
    db.sql("UPDATE track_zone SET zone = 'Pacific/Kiritimati'").update();
    db.sql("UPDATE track_day SET day = day + INTERVAL 1 DAY WHERE offer_id = :id")
        .param("id", offer.id)
        .update();
    db.sql("UPDATE track SET day = day + INTERVAL 1 DAY WHERE offer_id = :id")
        .param("id", offer.id)
        .update();
    Counting afterwards =
        new Counting(
            server.bean(TrackStore.class),
            server.bean(MarkStore.class),
            server.bean(SourceStore.class),
            server.bean(EmailDays.class),
            server.bean(Business.class),
            server.bean(TransactionOperations.class));
    while (afterwards.work()) {
      // Until nobody is due.
    }
    assertThat(countedDays(offer.id).keySet()).containsExactly(day.orElseThrow());
  }

  @Test
  void madeAgainWhileOthersCount_nothingIsCountedTwiceOrLost() {
    SampleOffer offer = new SampleOffer();
    for (int i = 0; i < 20; i++) {
      offer.signUp(SampleOffer.newAddress());
      server.forward(Duration.ofHours(13));
    }
    CompletableFuture.allOf(
            CompletableFuture.runAsync(this::count),
            CompletableFuture.runAsync(counting::again),
            CompletableFuture.runAsync(this::count),
            CompletableFuture.runAsync(counting::again))
        .join();
    count();
    agrees(offer);
  }
}
