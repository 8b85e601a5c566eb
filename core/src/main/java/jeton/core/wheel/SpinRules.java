package jeton.core.wheel;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.format.TextStyle;
import java.util.Locale;
import jeton.core.problem.Problems;

/**
 * How often a mailbox may spin, as the owner sets it (W3).
 *
 * @param spins most in one period, 1 to 100
 * @param days of a period, 0 to 366; 0 for no periods: so many spins in all
 * @param firstDay on which some period begins
 * @param at local time at which periods begin
 * @param gapHours least elapsed hours between two spins, 0 to 8,784
 */
public record SpinRules(int spins, int days, LocalDate firstDay, LocalTime at, int gapHours) {
  /** Once a week, from Monday morning on. */
  public static final SpinRules USUAL =
      new SpinRules(1, 7, LocalDate.of(2026, 1, 5), LocalTime.of(6, 0), 0);

  private static final int MOST_SPINS = 100;
  private static final int MOST_DAYS = 366;
  private static final int DAY = 24;
  private static final int WEEK = 7;

  public SpinRules {
    firstDay = firstDay == null ? LocalDate.of(2026, 1, 5) : firstDay;
    at = at == null ? LocalTime.MIDNIGHT : at;
  }

  /** As it is judged by. */
  public SpinLimits limits() {
    return new SpinLimits(spins, days, firstDay, at, Duration.ofHours(gapHours));
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    problems.when(
        spins < 1 || spins > MOST_SPINS, path + ".spins", "out_of_range", "1 to 100 spins.");
    problems.when(days < 0 || days > MOST_DAYS, path + ".days", "out_of_range", "0 to 366 days.");
    problems.when(
        gapHours < 0 || gapHours > MOST_DAYS * DAY,
        path + ".gapHours",
        "out_of_range",
        "0 to 8,784 hours between two spins.");
  }

  /** All of it in one sentence. */
  public String inWords() {
    return (spins == 1 ? "One spin " : spins + " spins ")
        + period()
        + (gapHours == 0 ? "" : "; at least " + gap() + " between")
        + ".";
  }

  private String period() {
    return switch (days) {
      case 0 -> "in all";
      case 1 -> "a day, starting over at " + at;
      case WEEK -> "a week, starting over " + weekday() + " at " + at;
      case 2 * WEEK -> "a fortnight, starting over " + weekday() + " at " + at;
      default -> "in " + days + " days, starting over at " + at;
    };
  }

  private String weekday() {
    DayOfWeek day = firstDay.getDayOfWeek();
    return day.getDisplayName(TextStyle.FULL, Locale.UK) + "s";
  }

  private String gap() {
    if (gapHours % DAY == 0) {
      return gapHours == DAY ? "a day" : gapHours / DAY + " days";
    }
    return gapHours == 1 ? "an hour" : gapHours + " hours";
  }
}
