package jeton.server.mailing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.core.mailing.MailingSettings;
import jeton.core.mailing.Recipients;
import jeton.core.mailing.Repeat;
import jeton.core.mailing.SendWhen;
import jeton.server.leaving.Departures;
import jeton.server.problem.Refused;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** When it goes, rests, stops and comes again (B2, B3, B4, B6). */
class MailingTimesTest extends ToMany {
  @Test
  void whoLeavesWhileItGoes_getsItNoMore() {
    long list = steps.list("Slow");
    List<Long> people = steps.people(3, list);
    Mailing mailing = steps.draft("x", Recipients.of(list), SendWhen.now());
    mailings.schedule(mailing.id(), mailing.version());
    while (server.bean(GoingOut.class).work()) {
      // Until all are in the outbox.
    }
    server.bean(Departures.class).leaveLists(people.get(1), List.of(list), "x", Optional.empty());
    server.settle();
    assertThat(steps.readers(mailing)).containsExactlyInAnyOrder(people.get(0), people.get(2));
  }

  @Test
  void comesAgain_whenItShould_andMakesUpForOneMissedTimeOnly() {
    long list = steps.list("Weekly");
    long person = steps.people(1, list).get(0);
    LocalDate monday =
        LocalDate.ofInstant(server.clock.instant(), DUBLIN).plusWeeks(1).with(DayOfWeek.MONDAY);
    Repeat weekly = new Repeat(Repeat.Unit.WEEKS, 1, Set.of(DayOfWeek.MONDAY), null, null);
    Repeat.Course course =
        new Repeat.Course(weekly, monday.atStartOfDay(), LocalTime.of(9, 0), null, Optional.of(5));
    Mailing mailing = steps.draft("weekly", Recipients.of(list), SendWhen.repeated(course));
    mailings.schedule(mailing.id(), mailing.version());
    Instant first = monday.atTime(9, 0).atZone(DUBLIN).toInstant();
    assertThat(mailings.get(mailing.id()).nextAt()).contains(first);
    server.clock.moveTo(first.minusMillis(1));
    server.settle();
    assertThat(steps.count(person, "weekly")).isZero();
    server.forward(Duration.ofMillis(1));
    assertThat(steps.count(person, "weekly")).isEqualTo(1);
    // A clock set back, and going past the moment again, sends nothing twice.
    server.clock.back(Duration.ofHours(2));
    server.settle();
    server.forward(Duration.ofHours(2));
    assertThat(steps.count(person, "weekly")).isEqualTo(1);
    // Three weeks away: the newest one is made up for.
    server.forward(Duration.ofDays(22));
    assertThat(steps.count(person, "weekly")).isEqualTo(2);
    server.forward(Duration.ofDays(30));
    assertThat(steps.count(person, "weekly")).isEqualTo(3);
    assertThat(mailings.get(mailing.id()).state()).isEqualTo(Mailing.State.ENDED);
  }

  @Test
  void atNineWhereverTheyAre() {
    long list = steps.list("Everywhere");
    List<Long> people = steps.people(3, list);
    steps.zone(people.get(0), "Pacific/Auckland");
    steps.zone(people.get(1), "America/New_York");
    LocalDate day = LocalDate.ofInstant(server.clock.instant(), DUBLIN).plusDays(3);
    Mailing mailing =
        steps.draft("nine", Recipients.of(list), SendWhen.wherever(day, LocalTime.of(9, 0)));
    Outlook.Forecast forecast = server.bean(Outlook.class).of(mailing.id(), mailing.settings());
    assertThat(forecast.hours()).extracting(Outlook.HourCount::people).containsExactly(1L, 1L, 1L);
    mailings.schedule(mailing.id(), mailing.version());
    for (String zone : List.of("Pacific/Auckland", "Europe/Dublin", "America/New_York")) {
      Instant nine = day.atTime(9, 0).atZone(ZoneId.of(zone)).toInstant();
      int before = steps.readers(mailing).size();
      server.clock.moveTo(nine.minusMillis(1));
      server.settle();
      assertThat(steps.readers(mailing)).hasSize(before);
      server.forward(Duration.ofMillis(1));
      assertThat(steps.readers(mailing)).hasSize(before + 1);
    }
  }

  @Test
  void canBePaused_goneOnWith_andStopped() {
    long list = steps.list("Paused");
    steps.people(4, list);
    Mailing mailing = steps.draft("x", Recipients.of(list), SendWhen.now());
    mailings.schedule(mailing.id(), mailing.version());
    while (server.bean(GoingOut.class).work()) {
      // Until all are in the outbox.
    }
    long issue = issues.of(List.of(mailing.id())).get(0).id();
    issues.pause(issue);
    server.settle();
    assertThat(steps.readers(mailing)).isEmpty();
    issues.goOn(issue);
    issues.pause(issue);
    issues.stop(issue);
    server.settle();
    assertThat(steps.readers(mailing)).isEmpty();
    assertThat(issues.numbers(List.of(issue)).get(issue).get("A").dropped()).isEqualTo(4);
    Mailing other = steps.draft("y", Recipients.of(list), SendWhen.now());
    mailings.schedule(other.id(), other.version());
    while (server.bean(GoingOut.class).work()) {
      // Until all are in the outbox.
    }
    long second = issues.of(List.of(other.id())).get(0).id();
    issues.pause(second);
    server.settle();
    issues.goOn(second);
    server.settle();
    assertThat(steps.readers(other)).hasSize(4);
  }

  @Test
  void isSentAgain_toThoseWhoDidNotOpen_onceAndNotBeforeADayIsOver() {
    long list = steps.list("Again");
    List<Long> people = steps.people(3, list);
    Mailing first = steps.send(steps.draft("first", Recipients.of(list), SendWhen.now()));
    steps.opens(people.get(1));
    Mailing again = mailings.again(first.id());
    assertThat(mailings.again(first.id()).id()).isEqualTo(again.id());
    MailingSettings named =
        again.settings().withContent(again.settings().content().withSubject("second try"));
    Mailing saved = mailings.save(again.id(), again.version(), named);
    Assertions.assertThatThrownBy(() -> mailings.schedule(saved.id(), saved.version()))
        .isInstanceOfSatisfying(
            Refused.class,
            refused -> assertThat(refused.problems().get(0).code()).isEqualTo("too_soon"));
    server.forward(Duration.ofHours(24));
    steps.send(saved);
    assertThat(steps.readers(saved)).containsExactlyInAnyOrder(people.get(0), people.get(2));
  }

  @Test
  void spacing_countsWhatWentToManyToo() {
    long list = steps.list("Spaced");
    long person = steps.people(1, list).get(0);
    jeton.server.business.Business business = server.bean(jeton.server.business.Business.class);
    var before = business.now();
    jeton.server.business.SendingSettings spaced =
        new jeton.server.business.SendingSettings(2, 0, 0, 10, true, true);
    business.save(before.version(), before.settings().withSending(spaced));
    try {
      steps.send(steps.draft("one", Recipients.of(list), SendWhen.now()));
      steps.send(steps.draft("two", Recipients.of(list), SendWhen.now()));
      assertThat(steps.count(person, "one")).isEqualTo(1);
      server.forward(Duration.ofHours(10).minusMillis(1));
      assertThat(steps.count(person, "two")).isZero();
      server.forward(Duration.ofMillis(1));
      assertThat(steps.count(person, "two")).isEqualTo(1);
    } finally {
      business.save(business.now().version(), before.settings());
    }
  }
}
