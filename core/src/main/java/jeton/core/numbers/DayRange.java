package jeton.core.numbers;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;
import java.util.stream.Stream;
import jeton.core.problem.Problems;

/**
 * Days of the business, both ends included (N1).
 *
 * @param from the first
 * @param to the last
 */
public record DayRange(LocalDate from, LocalDate to) {
  /** As many days as can be looked at: ten years. */
  public static final int MOST_DAYS = 3_660;

  /** What a range is compared with. */
  public enum Against {
    /** As many days, right before. */
    BEFORE,
    /** The same days of the year before; 28 February stands for the 29th. */
    YEAR_BEFORE
  }

  /** So many days, the last of them this one. */
  public static DayRange last(int days, LocalDate today) {
    return new DayRange(today.minusDays(days - 1L), today);
  }

  /** How many. */
  public long days() {
    return ChronoUnit.DAYS.between(from, to) + 1;
  }

  /** What it is compared with. */
  public DayRange before(Against against) {
    return switch (against) {
      case BEFORE -> new DayRange(from.minusDays(days()), from.minusDays(1));
      case YEAR_BEFORE -> new DayRange(from.minusYears(1), to.minusYears(1));
    };
  }

  /**
   * The whole weeks in it, from a Monday to a Sunday: what was added up by weeks need not be added
   * up by days. Empty, and right behind it, where there is none.
   */
  public DayRange wholeWeeks() {
    LocalDate monday = from.with(TemporalAdjusters.nextOrSame(DayOfWeek.MONDAY));
    LocalDate sunday = to.with(TemporalAdjusters.previousOrSame(DayOfWeek.SUNDAY));
    return sunday.isAfter(monday) ? new DayRange(monday, sunday) : new DayRange(to.plusDays(1), to);
  }

  /** Each of them, the first first. */
  public Stream<LocalDate> each() {
    return from.datesUntil(to.plusDays(1));
  }

  /** Notes why nothing can be counted for it. */
  public void check(Problems problems) {
    problems.when(to.isBefore(from), "to", "ends_first", "The last day is before the first.");
    problems.when(days() > MOST_DAYS, "from", "too_many", "At most ten years at a time.");
  }
}
