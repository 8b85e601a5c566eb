package jeton.core.numbers;

import java.util.Collection;
import java.util.function.Function;

/**
 * One rate beside what others come to together. Something is said of them only where the counts
 * carry it: at least 100 on both sides, and 95 % intervals (N2) that do not touch.
 */
record Compared(Rate one, Rate others) {

  /** One of some beside all the others of them, by what they come to together. */
  static Compared ofAll(Rate one, Rate all) {
    return new Compared(one, new Rate(all.successes() - one.successes(), all.of() - one.of()));
  }

  /** What some come to together. */
  static <T> Rate sum(Collection<T> all, Function<T, Rate> rate) {
    return all.stream()
        .map(rate)
        .reduce(new Rate(0, 0), (a, b) -> new Rate(a.successes() + b.successes(), a.of() + b.of()));
  }

  private boolean isEnough() {
    return one.of() >= WorthTrying.FEWEST && others.of() >= WorthTrying.FEWEST;
  }

  boolean isBelow() {
    return isEnough() && one.high() < others.low();
  }

  boolean isAbove() {
    return isEnough() && one.low() > others.high();
  }

  /** How many more, or fewer, there could be. */
  double gain() {
    return Math.abs(others.share() - one.share()) * one.of();
  }

  /**
   * “8 in 100 fill it in, elsewhere 15”: both numbers, in whole hundreds where they differ there.
   */
  String words(String pattern) {
    boolean fine = Math.round(100 * one.share()) == Math.round(100 * others.share());
    return pattern.formatted(inHundred(one, fine), inHundred(others, fine));
  }

  private static String inHundred(Rate rate, boolean fine) {
    return fine
        ? String.format(java.util.Locale.ROOT, "%.1f", 100 * rate.share())
        : Long.toString(Math.round(100 * rate.share()));
  }
}
