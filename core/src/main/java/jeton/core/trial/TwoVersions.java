package jeton.core.trial;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jeton.core.numbers.Rate;

/**
 * Two versions of something compared by how many of those who met each did what it asks (X2). Their
 * rates are independent, each with the density Beta(1 + k, 1 + n − k): before anything was seen,
 * all rates are equally likely.
 *
 * @param a k of n for version A
 * @param b k of n for version B
 */
public record TwoVersions(Rate a, Rate b) {
  /** Nothing is decided before so many met each. */
  public static final int FEWEST = 100;

  /** Nor before so much time has passed since it began: all hours of the day, thrice. */
  public static final Duration SHORTEST = Duration.ofHours(72);

  /** A version is good enough when taking it is expected to lose less: 0.1 percentage points. */
  public static final double SMALL = 0.001;

  private static final double NEGLIGIBLE = 1e-22;

  /** How likely it is that B's rate is the higher one. */
  public double chanceOfB() {
    return chance(a.of(), a.successes(), b.of(), b.successes());
  }

  /** What taking A is expected to lose, in units of the rate: E max(B − A, 0). */
  public double lossOfA() {
    double better = mean(b) * chance(a.of(), a.successes(), b.of() + 1, b.successes() + 1);
    return better - mean(a) * chance(a.of() + 1, a.successes() + 1, b.of(), b.successes());
  }

  /** What taking B is expected to lose: E max(A − B, 0). */
  public double lossOfB() {
    return new TwoVersions(b, a).lossOfA();
  }

  /**
   * Whether it may end by itself now, and with which version; empty to go on.
   *
   * @param began when it began
   */
  public Optional<Trial.Version> ends(Instant began, Instant now) {
    boolean tooEarly =
        a.of() < FEWEST || b.of() < FEWEST || Duration.between(began, now).compareTo(SHORTEST) < 0;
    if (tooEarly) {
      return Optional.empty();
    }
    boolean aWillDo = lossOfA() < SMALL;
    boolean bWillDo = lossOfB() < SMALL;
    if (aWillDo && bWillDo) {
      return Optional.of(isAHigher() ? Trial.Version.A : Trial.Version.B);
    }
    return aWillDo
        ? Optional.of(Trial.Version.A)
        : bWillDo ? Optional.of(Trial.Version.B) : Optional.empty();
  }

  /** Whether A loses no more than B, exactly: the losses differ by the difference of the means. */
  private boolean isAHigher() {
    return Math.multiplyExact(b.successes() + 1, a.of() + 2)
        <= Math.multiplyExact(a.successes() + 1, b.of() + 2);
  }

  private static double mean(Rate rate) {
    return (rate.successes() + 1.0) / (rate.of() + 2.0);
  }

  /**
   * P(B &gt; A): the share that the first kB + 1 terms C(kA + j, j) · C(nA − kA + nB + 1 − j, nB +
   * 1 − j) have of all nB + 2. Each is a simple multiple of the one before; they rise to one
   * highest term and fall, so they are counted from there, in its units, and nothing over- or
   * underflows.
   */
  private static double chance(long nA, long kA, long nB, long kB) {
    long last = nB + 1;
    long top = 0;
    while (top < last && ratio(nA, kA, last, top) > 1) {
      top++;
    }
    double upTo = top <= kB ? 1 : 0;
    double all = 1;
    double term = 1;
    for (long j = top; j > 0 && term > NEGLIGIBLE; j--) {
      term /= ratio(nA, kA, last, j - 1);
      all += term;
      upTo += j - 1 <= kB ? term : 0;
    }
    term = 1;
    for (long j = top; j < last && term > NEGLIGIBLE; j++) {
      term *= ratio(nA, kA, last, j);
      all += term;
      upTo += j + 1 <= kB ? term : 0;
    }
    return upTo / all;
  }

  /** Term j + 1 by term j. */
  private static double ratio(long nA, long kA, long last, long j) {
    return (kA + j + 1.0) / (j + 1.0) * (last - j) / (nA - kA + last - j);
  }
}
