package jeton.core.quiz;

import java.util.Random;

/**
 * How likely it is, if people answered each way alike, that outcomes come out at least as unlikely
 * as they did: the exact multinomial test (Q12). Exact while there are few ways to share the plays
 * out; else drawn, with a seed, {@link #DRAWS} times, at the same cost however many plays there
 * are.
 *
 * @param p from 0 to 1
 * @param exact whether every way was looked at
 */
public record Fit(double p, boolean exact) {
  /** Most ways to share plays out that are all looked at. */
  static final long MOST_WAYS = 400_000;

  /** Draws of an estimate. */
  static final int DRAWS = 20_000;

  private static final long SEED = 20_261_127;
  private static final double WIDE = 100;
  // Two ways of the same probability may differ by what is rounded.
  private static final double SAME = 1e-7;

  /**
   * The test.
   *
   * @param seen plays by outcome
   * @param shares expected, in the same order, adding up to 1
   */
  public static Fit of(long[] seen, double[] shares) {
    int n = 0;
    for (long one : seen) {
      n += Math.toIntExact(one);
    }
    for (int i = 0; i < seen.length; i++) {
      if (seen[i] > 0 && shares[i] == 0) {
        return new Fit(0, true);
      }
    }
    double[] logFactorials = logFactorials(n);
    double limit = log(seen, shares, logFactorials) + SAME;
    return ways(n, seen.length) <= MOST_WAYS
        ? new Fit(
            Math.min(1, new Sum(shares, logFactorials, limit).from(0, n, 0, logFactorials[n])),
            true)
        : new Fit(drawn(n, shares, logFactorials, limit), false);
  }

  private static double[] logFactorials(int n) {
    double[] logs = new double[n + 1];
    for (int i = 2; i <= n; i++) {
      logs[i] = logs[i - 1] + Math.log(i);
    }
    return logs;
  }

  /** Ways to share n out among k: n + k − 1 over k − 1; more than a long holds is just a lot. */
  private static long ways(int n, int k) {
    double ways = 1;
    for (int i = 1; i < k; i++) {
      ways = ways * (n + i) / i;
    }
    return ways > Long.MAX_VALUE / 2.0 ? Long.MAX_VALUE : Math.round(ways);
  }

  private static double log(long[] seen, double[] shares, double[] logFactorials) {
    double log = logFactorials[logFactorials.length - 1];
    for (int i = 0; i < seen.length; i++) {
      int count = (int) seen[i];
      log += (count == 0 ? 0 : count * Math.log(shares[i])) - logFactorials[count];
    }
    return log;
  }

  /** Adds up all ways that are at most as likely as the limit. */
  private record Sum(double[] shares, double[] logFactorials, double limit) {
    double from(int place, int left, double sum, double log) {
      if (place == shares.length - 1) {
        double whole = log + term(place, left);
        return whole <= limit ? sum + Math.exp(whole) : sum;
      }
      double so = sum;
      for (int count = 0; count <= left; count++) {
        double next = log + term(place, count);
        if (next > Double.NEGATIVE_INFINITY) {
          so = from(place + 1, left - count, so, next);
        }
      }
      return so;
    }

    private double term(int place, int count) {
      return (count == 0 ? 0 : count * Math.log(shares[place])) - logFactorials[count];
    }
  }

  private static double drawn(int n, double[] shares, double[] logFactorials, double limit) {
    Random random = new Random(SEED);
    int atMost = 0;
    long[] counts = new long[shares.length];
    for (int draw = 0; draw < DRAWS; draw++) {
      int left = n;
      double rest = 1;
      for (int i = 0; i < shares.length - 1; i++) {
        counts[i] = binomial(left, rest <= 0 ? 0 : Math.min(1, shares[i] / rest), random);
        left -= (int) counts[i];
        rest -= shares[i];
      }
      counts[shares.length - 1] = left;
      atMost += log(counts, shares, logFactorials) <= limit ? 1 : 0;
    }
    // What was seen is one of the draws: an estimate is never nothing.
    return (atMost + 1.0) / (DRAWS + 1);
  }

  /** How many of n come out, each with this chance; by the normal curve where it is wide enough. */
  private static int binomial(int n, double chance, Random random) {
    if (chance > 0.5) {
      return n - binomial(n, 1 - chance, random);
    }
    double mean = n * chance;
    double variance = mean * (1 - chance);
    if (variance > WIDE) {
      long count = Math.round(mean + Math.sqrt(variance) * random.nextGaussian());
      return (int) Math.max(0, Math.min(n, count));
    }
    double at = random.nextDouble();
    double ways = Math.pow(1 - chance, n);
    int count = 0;
    for (double upTo = ways; upTo < at && count < n; upTo += ways) {
      ways *= (n - count) * chance / ((count + 1) * (1 - chance));
      count++;
    }
    return count;
  }
}
