package jeton.server.mailing;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import jeton.core.followup.SendTimes;
import jeton.core.mailing.MailingSettings;
import jeton.core.mailing.SendWhen;
import jeton.core.people.PersonState;
import jeton.core.problem.Problem;
import jeton.server.business.Business;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.segment.CriterionSql;
import jeton.server.segment.Segments;
import org.springframework.stereotype.Service;

/** What would happen if an email to many went out as it is written now. */
@Service
public class Outlook {
  private static final int READERS = 3;
  private static final int MOMENTS = 5;
  private static final Duration LOOKS_BACK = Duration.ofDays(3);

  /** Emails a second per connection, before anything was measured. */
  private static final double GUESS = 10;

  private final Mailings mailings;
  private final OutlookStore store;
  private final Segments segments;
  private final People people;
  private final Business business;
  private final Clock clock;

  Outlook(
      Mailings mailings,
      OutlookStore store,
      Segments segments,
      People people,
      Business business,
      Clock clock) {
    this.mailings = mailings;
    this.store = store;
    this.segments = segments;
    this.people = people;
    this.business = business;
    this.clock = clock;
  }

  /**
   * What would happen.
   *
   * @param people who would get it now
   * @param unreachable who fits and cannot be reached, or stopped by the owner
   * @param moments the first times it goes out
   * @param last when the last one leaves, at the present pace
   * @param perSecond the pace
   * @param measured whether the pace was measured; else it is a guess
   * @param hours how many get it in which hour, for what leaves by the readers' zones
   * @param readers some who would get it, to be read as
   * @param keeps what keeps it from going out
   */
  public record Forecast(
      long people,
      long unreachable,
      List<Instant> moments,
      Optional<Instant> last,
      double perSecond,
      boolean measured,
      List<HourCount> hours,
      List<Person> readers,
      List<Problem> keeps) {}

  /** How many get it in the hour that begins then. */
  public record HourCount(Instant hour, long people) {}

  /** For settings that need not be saved. */
  public Forecast of(long id, MailingSettings settings) {
    Mailing saved = mailings.get(id);
    Mailing mailing =
        new Mailing(
            saved.id(),
            settings,
            saved.version(),
            saved.state(),
            saved.nextAt(),
            saved.issues(),
            saved.againOf(),
            saved.updatedAt());
    CriterionSql.Where where = segments.where(mailings.question(settings), "q");
    long listId = mailings.recipients(settings).listId();
    Map<String, Long> states = store.states(listId, where);
    long count = states.getOrDefault(PersonState.ON_THE_LIST.name(), 0L);
    long away =
        states.getOrDefault(PersonState.UNREACHABLE.name(), 0L)
            + states.getOrDefault(PersonState.BLOCKED.name(), 0L);
    List<Instant> moments = moments(settings.when());
    Optional<Double> measured = store.pace(clock.instant().minus(LOOKS_BACK));
    double pace = pace(measured);
    List<HourCount> hours =
        settings.when().kind() == SendWhen.Kind.WHEREVER
            ? hours(settings.when(), store.zones(listId, where))
            : List.of();
    return new Forecast(
        count,
        away,
        moments,
        last(moments, hours, count, pace),
        pace,
        measured.isPresent(),
        hours,
        store.readers(listId, where, READERS).stream().map(people::get).toList(),
        mailings.keeps(mailing));
  }

  private List<Instant> moments(SendWhen when) {
    List<Instant> moments = new ArrayList<>();
    Instant now = clock.instant();
    for (int n = 0; n < MOMENTS; n++) {
      when.moment(n, mailings.zone(), now).ifPresent(moments::add);
    }
    return moments;
  }

  private double pace(Optional<Double> measured) {
    int limit = business.now().settings().sending().perSecond();
    double own = measured.orElse(GUESS * business.now().settings().sending().connections());
    return limit > 0 ? Math.min(limit, own) : own;
  }

  private Optional<Instant> last(
      List<Instant> moments, List<HourCount> hours, long count, double pace) {
    if (count == 0) {
      return Optional.empty();
    }
    if (!hours.isEmpty()) {
      HourCount end = hours.get(hours.size() - 1);
      return Optional.of(end.hour().plus(takes(end.people(), pace)));
    }
    return moments.stream()
        .findFirst()
        .map(first -> first.isBefore(clock.instant()) ? clock.instant() : first)
        .map(first -> first.plus(takes(count, pace)));
  }

  private static Duration takes(long count, double pace) {
    return Duration.ofMillis(Math.round(count / pace * 1000));
  }

  private List<HourCount> hours(SendWhen when, Map<String, Long> zones) {
    Map<Instant, Long> hours = new TreeMap<>();
    Map<String, Instant> due = new HashMap<>();
    Instant now = clock.instant();
    zones.forEach(
        (zone, count) -> {
          Instant at =
              due.computeIfAbsent(
                  zone, name -> when.dueIn(SendTimes.knownZone(name).orElse(mailings.zone()), now));
          hours.merge(at.truncatedTo(java.time.temporal.ChronoUnit.HOURS), count, Long::sum);
        });
    return hours.entrySet().stream()
        .map(hour -> new HourCount(hour.getKey(), hour.getValue()))
        .collect(Collectors.toList());
  }
}
