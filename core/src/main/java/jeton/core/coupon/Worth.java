package jeton.core.coupon;

import java.math.BigDecimal;
import java.math.RoundingMode;
import jeton.core.problem.Problems;

/**
 * What a coupon is worth (rules C3, C4).
 *
 * @param percentHundredths for {@link Kind#PERCENT}: hundredths of a percent, 1 to 10,000
 * @param amount for {@link Kind#AMOUNT}: minor units of the coupon's currency
 * @param words for {@link Kind#WORDS}: what it is, in the owner's words
 */
public record Worth(Kind kind, int percentHundredths, long amount, String words) {
  private static final int ALL = 10_000;
  private static final long MOST_AMOUNT = 100_000_000_000L;

  /** How it is counted. */
  public enum Kind {
    PERCENT,
    AMOUNT,
    FREE_SHIPPING,
    WORDS
  }

  public Worth {
    kind = kind == null ? Kind.PERCENT : kind;
    words = words == null ? "" : words;
  }

  /** So many percent, in hundredths: 1250 for 12.5 %. */
  public static Worth percent(int hundredths) {
    return new Worth(Kind.PERCENT, hundredths, 0, "");
  }

  /** An amount in minor units. */
  public static Worth amount(long minor) {
    return new Worth(Kind.AMOUNT, 0, minor, "");
  }

  /**
   * What it takes off (C4): never more than the eligible part; percent rounded half up to the minor
   * unit. Nothing where it is no money.
   *
   * @param eligible the part of the order it applies to, in minor units
   */
  public long discount(long eligible) {
    return switch (kind) {
      case PERCENT ->
          BigDecimal.valueOf(eligible)
              .multiply(BigDecimal.valueOf(percentHundredths))
              .divide(BigDecimal.valueOf(ALL), 0, RoundingMode.HALF_UP)
              .longValueExact();
      case AMOUNT -> Math.min(amount, eligible);
      case FREE_SHIPPING, WORDS -> 0;
    };
  }

  /**
   * In words, to stand in a sentence: {@code 12 % off papers, threads}.
   *
   * @param appliesTo what it is for; empty for everything
   */
  public String inWords(String currency, String appliesTo) {
    String what = appliesTo.isBlank() ? "" : " " + appliesTo.strip();
    return switch (kind) {
      case PERCENT ->
          BigDecimal.valueOf(percentHundredths, 2).stripTrailingZeros().toPlainString()
              + " % off"
              + what;
      case AMOUNT -> Money.words(amount, currency) + " off" + what;
      case FREE_SHIPPING -> "free shipping" + (what.isEmpty() ? "" : " for" + what);
      case WORDS -> words.strip();
    };
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    problems.when(
        kind == Kind.PERCENT && (percentHundredths < 1 || percentHundredths > ALL),
        path + ".percentHundredths",
        "out_of_range",
        "A percentage is 0.01 to 100.");
    problems.when(
        kind == Kind.AMOUNT && (amount < 1 || amount > MOST_AMOUNT),
        path + ".amount",
        "out_of_range",
        "How much is it worth?");
    problems.line(words, path + ".words", "What it is worth", 120);
    problems.when(
        kind == Kind.WORDS && words.isBlank(),
        path + ".words",
        "empty",
        "Say in words what it is worth.");
  }
}
