package jeton.core.mailing;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Optional;
import jeton.core.problem.Problems;

/**
 * When an email to many goes out (B2, B3). Local times are the business's, but for {@link
 * Kind#WHEREVER}.
 *
 * @param at the moment; for what comes again, the first day it may
 * @param day for WHEREVER: the readers' day
 * @param time of day: the readers' own for WHEREVER, else of what comes again
 * @param repeat for REPEATED: how it comes again
 * @param until last day, of what comes again
 * @param times how often in all, of what comes again
 */
public record SendWhen(
    Kind kind,
    Optional<LocalDateTime> at,
    Optional<LocalDate> day,
    Optional<LocalTime> time,
    Optional<Repeat> repeat,
    Optional<LocalDate> until,
    Optional<Integer> times) {
  /** Where a day begins first. */
  private static final ZoneId FIRST_ZONE = ZoneId.of("Pacific/Kiritimati");

  private static final int MOST_TIMES = 1000;

  /** How. */
  public enum Kind {
    NOW,
    AT,
    REPEATED,
    /** At a time of day of each reader's own zone. */
    WHEREVER
  }

  public SendWhen {
    kind = kind == null ? Kind.NOW : kind;
    at = at == null ? Optional.empty() : at;
    day = day == null ? Optional.empty() : day;
    time = time == null ? Optional.empty() : time;
    repeat = repeat == null ? Optional.empty() : repeat;
    until = until == null ? Optional.empty() : until;
    times = times == null ? Optional.empty() : times;
  }

  /** As soon as the owner says so. */
  public static SendWhen now() {
    return new SendWhen(Kind.NOW, null, null, null, null, null, null);
  }

  /** At a moment of the business's. */
  public static SendWhen at(LocalDateTime at) {
    return new SendWhen(Kind.AT, Optional.of(at), null, null, null, null, null);
  }

  /** At a time of the readers' own. */
  public static SendWhen wherever(LocalDate day, LocalTime time) {
    return new SendWhen(Kind.WHEREVER, null, Optional.of(day), Optional.of(time), null, null, null);
  }

  /** Again and again. */
  public static SendWhen repeated(Repeat.Course course) {
    return new SendWhen(
        Kind.REPEATED,
        Optional.of(course.start()),
        null,
        Optional.of(course.at()),
        Optional.of(course.repeat()),
        course.until(),
        course.times());
  }

  /** Whether it goes out more than once. */
  public boolean comesAgain() {
    return kind == Kind.REPEATED;
  }

  /**
   * When it goes out for the n-th time; empty when it does not.
   *
   * @param number from 0
   * @param zone the business's
   * @param now when it was set
   */
  public Optional<Instant> moment(int number, ZoneId zone, Instant now) {
    if (kind != Kind.REPEATED && number > 0) {
      return Optional.empty();
    }
    return switch (kind) {
      case NOW -> Optional.of(now);
      case AT -> at.map(local -> local.atZone(zone).toInstant());
      case WHEREVER -> Optional.of(local(FIRST_ZONE));
      case REPEATED -> course().moment(zone, number);
    };
  }

  /** When it is due for somebody (B3): for whoever is past it, at once. */
  public Instant dueIn(ZoneId zone, Instant begun) {
    Instant due = kind == Kind.WHEREVER ? local(zone) : begun;
    return due.isBefore(begun) ? begun : due;
  }

  private Instant local(ZoneId zone) {
    return ZonedDateTime.of(day.orElseThrow(), time.orElseThrow(), zone).toInstant();
  }

  /** What comes again, as a course. */
  public Repeat.Course course() {
    return new Repeat.Course(
        repeat.orElseThrow(), at.orElseThrow(), time.orElseThrow(), until, times);
  }

  /** Notes what keeps this from being saved. */
  void check(String path, Problems problems) {
    switch (kind) {
      case NOW -> {
        // Nothing to choose.
      }
      case AT -> problems.when(at.isEmpty(), path + ".at", "empty", "At which moment?");
      case WHEREVER -> {
        problems.when(day.isEmpty(), path + ".day", "empty", "On which day?");
        problems.when(time.isEmpty(), path + ".time", "empty", "At what time of theirs?");
      }
      case REPEATED -> {
        problems.when(at.isEmpty(), path + ".at", "empty", "From which day on?");
        problems.when(time.isEmpty(), path + ".time", "empty", "At what time of day?");
        problems.when(repeat.isEmpty(), path + ".repeat", "empty", "How often?");
        repeat.ifPresent(how -> how.check(path + ".repeat", problems));
        times.ifPresent(
            n ->
                problems.when(
                    n < 1 || n > MOST_TIMES, path + ".times", "out_of_range", "1 to 1,000 times."));
      }
    }
  }
}
