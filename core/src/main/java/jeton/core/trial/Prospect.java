package jeton.core.trial;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jeton.core.numbers.Rate;

/**
 * How long a trial still takes, should people go on coming as they came and doing what they did
 * (X2).
 *
 * @param versions what was counted so far
 * @param began when it began
 */
public record Prospect(TwoVersions versions, Instant began) {
  /** Longer than that is not worth waiting for. */
  public static final Duration LONGEST = Duration.ofDays(90);

  // Whatever differs by less than can be told of so many will not be told.
  private static final double MOST_MET = 2_000_000;

  /**
   * How long from now until it may end, at least; empty when millions would not do, or nobody met
   * one of them yet.
   */
  public Optional<Duration> from(Instant now) {
    Duration past = Duration.between(began, now);
    if (versions.a().of() == 0 || versions.b().of() == 0 || past.isNegative() || past.isZero()) {
      return Optional.empty();
    }
    double farthest = MOST_MET / Math.max(versions.a().of(), versions.b().of());
    double enough = 1;
    while (!areEnough(enough)) {
      enough *= 2;
      if (enough > farthest) {
        return Optional.empty();
      }
    }
    double tooLittle = enough / 2;
    while (enough > 1 && enough - tooLittle > 0.01 * enough) {
      double between = (enough + tooLittle) / 2;
      if (areEnough(between)) {
        enough = between;
      } else {
        tooLittle = between;
      }
    }
    Duration more = Duration.ofMillis(Math.round(past.toMillis() * (enough - 1)));
    Duration least = TwoVersions.SHORTEST.minus(past);
    return Optional.of(
        more.compareTo(least) > 0 ? more : least.isNegative() ? Duration.ZERO : least);
  }

  /** Whether it could end by its counts when they were so many times as large. */
  private boolean areEnough(double times) {
    TwoVersions then = new TwoVersions(times(versions.a(), times), times(versions.b(), times));
    return then.ends(began, began.plus(TwoVersions.SHORTEST)).isPresent();
  }

  private static Rate times(Rate rate, double times) {
    return new Rate(Math.round(rate.successes() * times), Math.round(rate.of() * times));
  }
}
