package jeton.core.mailing;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.YearMonth;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import jeton.core.problem.Problems;

/**
 * Again and again (B2): every n days, weeks or months. The start's own day, week (from Monday) or
 * month is number 0.
 *
 * @param every how many of the unit lie between two
 * @param weekdays for weeks: on which; for months by weekday: the one
 * @param day for months: on which day, 29 to 31 standing for the last where there is none; empty
 *     where they go by weekday
 * @param week for months by weekday: the first to fourth, or {@link #LAST}
 */
public record Repeat(
    Unit unit, int every, Set<DayOfWeek> weekdays, Optional<Integer> day, Optional<Integer> week) {
  /** The last such weekday of a month, the fourth or the fifth. */
  public static final int LAST = 5;

  private static final int MOST_EVERY = 365;
  private static final int MOST_WEEK = 4;
  private static final int MOST_DAY = 31;
  // More days than lie between the two farthest matches of any pattern: none is looked for in vain.
  private static final int MOST_IDLE = 10_000;

  /** What is counted. */
  public enum Unit {
    DAYS,
    WEEKS,
    MONTHS
  }

  public Repeat {
    unit = unit == null ? Unit.WEEKS : unit;
    weekdays = weekdays == null ? Set.of() : Set.copyOf(weekdays);
    day = day == null ? Optional.empty() : day;
    week = week == null ? Optional.empty() : week;
  }

  /**
   * A repeat with its hours.
   *
   * @param start local; the first is the first that matches at or after it
   * @param at local time of day
   * @param until last day on which it may match
   * @param times how often in all
   */
  public record Course(
      Repeat repeat,
      LocalDateTime start,
      LocalTime at,
      Optional<LocalDate> until,
      Optional<Integer> times) {

    public Course {
      until = until == null ? Optional.empty() : until;
      times = times == null ? Optional.empty() : times;
    }

    /** The first of its moments, at most so many. */
    public List<Instant> moments(ZoneId zone, int most) {
      Instant from = start.atZone(zone).toInstant();
      List<Instant> moments = new ArrayList<>();
      int wanted = Math.min(most, times.orElse(most));
      LocalDate day = start.toLocalDate();
      int idle = 0;
      while (moments.size() < wanted && idle < MOST_IDLE && !isOver(day)) {
        Optional<Instant> moment =
            repeat.matches(start.toLocalDate(), day)
                ? notBefore(day.atTime(at).atZone(zone), from)
                : Optional.empty();
        moment.ifPresent(moments::add);
        idle = moment.isPresent() ? 0 : idle + 1;
        day = day.plusDays(1);
      }
      return moments;
    }

    /** The one with a number, from 0; empty when it ends before. */
    public Optional<Instant> moment(ZoneId zone, int number) {
      List<Instant> moments = moments(zone, number + 1);
      return moments.size() > number ? Optional.of(moments.get(number)) : Optional.empty();
    }

    private boolean isOver(LocalDate day) {
      return until.map(day::isAfter).orElse(false);
    }

    /** Where the first coming of an hour is over, the second is meant (T2). */
    private static Optional<Instant> notBefore(ZonedDateTime local, Instant from) {
      Instant first = local.toInstant();
      Instant second = local.withLaterOffsetAtOverlap().toInstant();
      if (!first.isBefore(from)) {
        return Optional.of(first);
      }
      return second.isBefore(from) ? Optional.empty() : Optional.of(second);
    }
  }

  /** Whether a day matches, counted from the start's. */
  boolean matches(LocalDate start, LocalDate day) {
    return switch (unit) {
      case DAYS -> (day.toEpochDay() - start.toEpochDay()) % every == 0;
      case WEEKS ->
          weekdays.contains(day.getDayOfWeek())
              && (monday(day).toEpochDay() - monday(start).toEpochDay()) / 7 % every == 0;
      case MONTHS -> monthsBetween(start, day) % every == 0 && isTheDayOf(day);
    };
  }

  private static LocalDate monday(LocalDate day) {
    return day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
  }

  private static long monthsBetween(LocalDate start, LocalDate day) {
    return YearMonth.from(start).until(YearMonth.from(day), java.time.temporal.ChronoUnit.MONTHS);
  }

  private boolean isTheDayOf(LocalDate date) {
    if (day.isPresent()) {
      return date.getDayOfMonth() == Math.min(day.get(), date.lengthOfMonth());
    }
    DayOfWeek weekday = new TreeSet<>(weekdays).first();
    LocalDate meant =
        week.orElse(LAST) == LAST
            ? date.with(TemporalAdjusters.lastInMonth(weekday))
            : date.with(TemporalAdjusters.dayOfWeekInMonth(week.get(), weekday));
    return date.equals(meant);
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    problems.when(every < 1 || every > MOST_EVERY, path + ".every", "bad_every", "Every 1 to 365.");
    problems.when(
        unit == Unit.WEEKS && weekdays.isEmpty(),
        path + ".weekdays",
        "empty",
        "On which weekdays?");
    if (unit != Unit.MONTHS) {
      return;
    }
    day.ifPresent(
        d -> problems.when(d < 1 || d > MOST_DAY, path + ".day", "bad_day", "A day from 1 to 31."));
    if (day.isEmpty()) {
      problems.when(weekdays.size() != 1, path + ".weekdays", "one_weekday", "On which weekday?");
      problems.when(
          week.filter(w -> w >= 1 && w <= MOST_WEEK || w == LAST).isEmpty(),
          path + ".week",
          "week_not_offered",
          "The first to fourth such weekday of a month, or the last.");
    }
  }
}
