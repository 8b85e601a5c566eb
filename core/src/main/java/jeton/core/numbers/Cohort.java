package jeton.core.numbers;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * Those who first signed up in one week, and how many of them had come to a {@link Mark} by the
 * n-th week after their own sign-up.
 *
 * @param week its Monday
 * @param people how many
 * @param byAfter how many came to it in each week after their sign-up, as {@link Mark#weeksAfter}
 *     counts
 */
public record Cohort(LocalDate week, long people, Map<Integer, Long> byAfter) {

  /**
   * By the end of the first week, the second, and so on.
   *
   * @param weeks at most so many
   * @return as far as all of them have had the time: the last who signed up, on the Sunday, are
   *     waited for
   */
  public List<Rate> byWeek(int weeks, LocalDate today) {
    return IntStream.range(0, weeks)
        .filter(n -> week.plusDays(6 + 7L * (n + 1)).compareTo(today) <= 0)
        .mapToObj(this::by)
        .toList();
  }

  private Rate by(int last) {
    long came =
        byAfter.entrySet().stream()
            .filter(after -> after.getKey() <= last)
            .mapToLong(Map.Entry::getValue)
            .sum();
    return new Rate(Math.min(came, people), people);
  }
}
