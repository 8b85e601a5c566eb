package jeton.server.figures;

import java.time.LocalDate;
import java.util.Optional;
import jeton.core.numbers.DayRange;
import jeton.core.problem.Problems;
import jeton.server.problem.Refused;

/**
 * Days of the business as an address asks for them.
 *
 * @param days the last so many; 28 where nothing is said
 * @param from the first day instead; goes before {@code days}
 * @param to the last day; today where nothing is said
 * @param against what they are compared with; the days right before where nothing is said
 */
record RangeAsked(Integer days, LocalDate from, LocalDate to, DayRange.Against against) {
  private static final int USUAL_DAYS = 28;

  /** The days meant; refused where they cannot be counted. */
  DayRange range(LocalDate today) {
    LocalDate last = Optional.ofNullable(to).orElse(today);
    DayRange range =
        Optional.ofNullable(from)
            .map(first -> new DayRange(first, last))
            .orElseGet(() -> DayRange.last(Optional.ofNullable(days).orElse(USUAL_DAYS), last));
    Problems problems = new Problems();
    range.check(problems);
    Refused.unlessNone(problems.list());
    return range;
  }

  /** What they are compared with. */
  DayRange before(DayRange range) {
    return range.before(Optional.ofNullable(against).orElse(DayRange.Against.BEFORE));
  }
}
