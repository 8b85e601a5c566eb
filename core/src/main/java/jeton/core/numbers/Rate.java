package jeton.core.numbers;

/**
 * A share of a number of people, with its 95 % Wilson score interval without continuity correction
 * (rule N2; E. B. Wilson, 1927).
 *
 * @param successes 0 to {@code of}
 * @param of how many stand behind it
 */
public record Rate(long successes, long of) {
  /** The 97.5 % point of the standard normal distribution. */
  private static final double Z = 1.959963984540054;

  /** From this many on, the interval is too narrow to be worth showing. */
  private static final long ENOUGH = 400;

  public Rate {
    if (successes < 0 || of < 0 || successes > of) {
      throw new IllegalArgumentException(
          successes + " of " + of + " is no share; 0 <= successes <= of is needed");
    }
  }

  /** The share, 0 to 1; 0 when nobody stands behind it. */
  public double share() {
    return of == 0 ? 0 : (double) successes / of;
  }

  /** Lower end of the interval; exactly 0 without any success. */
  public double low() {
    return successes == 0 ? 0 : centre() - half();
  }

  /** Upper end of the interval; exactly 1 with only successes. */
  public double high() {
    return successes == of ? 1 : centre() + half();
  }

  /** Whether the interval is to be shown beside the share. */
  public boolean intervalShown() {
    return of < ENOUGH;
  }

  private double centre() {
    return (share() + Z * Z / (2 * of)) / (1 + Z * Z / of);
  }

  private double half() {
    double p = share();
    return Z / (1 + Z * Z / of) * Math.sqrt(p * (1 - p) / of + Z * Z / (4.0 * of * of));
  }
}
