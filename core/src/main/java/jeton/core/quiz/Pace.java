package jeton.core.quiz;

import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * How long answers take, in stretches each a quarter longer than the one before: enough for a
 * median within a tenth or so, without keeping each time (Q12).
 */
public final class Pace {
  private static final double STEP = 1.25;
  private static final double FIRST_MS = 500;
  private static final int MOST = 40;

  private Pace() {}

  /** The stretch a time falls into, from 0; a very long one into the last. */
  public static int stretch(Duration took) {
    double ms = Math.max(FIRST_MS, took.toMillis());
    return (int) Math.min(MOST, Math.round(Math.log(ms / FIRST_MS) / Math.log(STEP)));
  }

  /** The middle of a stretch. */
  static Duration middle(int stretch) {
    return Duration.ofMillis(Math.round(FIRST_MS * Math.pow(STEP, stretch)));
  }

  /**
   * The median.
   *
   * @param counts how many took a stretch
   */
  public static Optional<Duration> median(Map<Integer, Long> counts) {
    SortedMap<Integer, Long> sorted = new TreeMap<>(counts);
    long all = sorted.values().stream().mapToLong(n -> n).sum();
    long so = 0;
    for (Map.Entry<Integer, Long> one : sorted.entrySet()) {
      so += one.getValue();
      if (2 * so >= all && all > 0) {
        return Optional.of(middle(one.getKey()));
      }
    }
    return Optional.empty();
  }
}
