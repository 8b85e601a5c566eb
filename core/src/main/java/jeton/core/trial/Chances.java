package jeton.core.trial;

import java.util.List;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;
import jeton.core.numbers.Rate;

/**
 * How likely each rate of two versions is, to be drawn as two hills: the densities of X2's Beta
 * distributions over the stretch on which either is of any height.
 *
 * @param points from the lowest rate to the highest
 */
public record Chances(List<Point> points) {
  private static final int STEPS = 80;
  // Beyond four standard deviations a hill is flat.
  private static final double REACH = 4;

  /**
   * A point of both.
   *
   * @param rate 0 to 1
   * @param a height of A's density there; the area under each is 1
   */
  public record Point(double rate, double a, double b) {}

  /** Of two versions. */
  public static Chances of(TwoVersions versions) {
    double low = Math.max(0, Math.min(low(versions.a()), low(versions.b())));
    double high = Math.min(1, Math.max(high(versions.a()), high(versions.b())));
    double step = (high - low) / STEPS;
    double[] a = density(versions.a(), low, step);
    double[] b = density(versions.b(), low, step);
    return new Chances(
        IntStream.rangeClosed(0, STEPS)
            .mapToObj(i -> new Point(low + i * step, a[i], b[i]))
            .toList());
  }

  private static double low(Rate rate) {
    return mean(rate) - REACH * deviation(rate);
  }

  private static double high(Rate rate) {
    return mean(rate) + REACH * deviation(rate);
  }

  private static double mean(Rate rate) {
    return (rate.successes() + 1.0) / (rate.of() + 2.0);
  }

  private static double deviation(Rate rate) {
    double mean = mean(rate);
    return Math.sqrt(mean * (1 - mean) / (rate.of() + 3.0));
  }

  /** Scaled by its own area, so that no factorial is needed. */
  private static double[] density(Rate rate, double low, double step) {
    long k = rate.successes();
    long rest = rate.of() - k;
    DoubleUnaryOperator logarithm = x -> times(k, Math.log(x)) + times(rest, Math.log(1 - x));
    double[] heights =
        IntStream.rangeClosed(0, STEPS)
            .mapToDouble(i -> logarithm.applyAsDouble(Math.min(1, low + i * step)))
            .toArray();
    double top = IntStream.range(0, heights.length).mapToDouble(i -> heights[i]).max().orElse(0);
    double area = 0;
    for (int i = 0; i < heights.length; i++) {
      heights[i] = Math.exp(heights[i] - top);
      area += heights[i] * (i == 0 || i == STEPS ? step / 2 : step);
    }
    for (int i = 0; i < heights.length; i++) {
      heights[i] /= area;
    }
    return heights;
  }

  /** Nothing to the power of nothing is one. */
  private static double times(long n, double logarithm) {
    return n == 0 ? 0 : n * logarithm;
  }
}
