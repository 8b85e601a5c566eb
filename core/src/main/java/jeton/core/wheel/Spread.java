package jeton.core.wheel;

import java.util.Arrays;
import java.util.Random;

/**
 * What the next spins may cost, stocks falling as they do: found by trying, the same each time it
 * is asked.
 *
 * @param mean in minor units
 * @param low one time in twenty it is this or less
 * @param high one time in twenty it is this or more
 */
public record Spread(int spins, double mean, long low, long high) {
  private static final int TRIALS = 400;
  private static final long SEED = 20_260_105;
  private static final int TWENTIETH = TRIALS / 20;

  /** Of so many spins from here on. */
  public static Spread of(Wheel wheel, int spins) {
    Random random = new Random(SEED);
    long[] costs = new long[TRIALS];
    for (int trial = 0; trial < TRIALS; trial++) {
      costs[trial] = cost(wheel, spins, random);
    }
    Arrays.sort(costs);
    return new Spread(
        spins,
        Arrays.stream(costs).average().orElse(0),
        costs[TWENTIETH],
        costs[TRIALS - 1 - TWENTIETH]);
  }

  private static long cost(Wheel wheel, int spins, Random random) {
    int slices = wheel.slices().size();
    double[] weights = new double[slices];
    int[] left = new int[slices];
    double all = 0;
    for (int i = 0; i < slices; i++) {
      Slice slice = wheel.slices().get(i);
      left[i] = slice.stock().orElse(Integer.MAX_VALUE);
      weights[i] = left[i] > 0 ? slice.weight().doubleValue() : 0;
      all += weights[i];
    }
    long cost = 0;
    for (int spin = 0; spin < spins && all > 0; spin++) {
      int drawn = drawn(weights, random.nextDouble() * all);
      cost += wheel.slices().get(drawn).cost();
      if (left[drawn] != Integer.MAX_VALUE && --left[drawn] == 0) {
        weights[drawn] = 0;
        all = Arrays.stream(weights).sum();
      }
    }
    return cost;
  }

  private static int drawn(double[] weights, double point) {
    double upTo = 0;
    int last = 0;
    for (int i = 0; i < weights.length; i++) {
      if (weights[i] > 0) {
        last = i;
        upTo += weights[i];
        if (point < upTo) {
          return i;
        }
      }
    }
    return last;
  }
}
