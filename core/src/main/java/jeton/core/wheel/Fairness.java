package jeton.core.wheel;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import jeton.core.numbers.Share;
import org.hipparchus.special.Gamma;

/**
 * What was drawn against what was to be expected (W4), by Pearson's chi-square test without
 * pooling.
 *
 * @param expected how often each slice was to come
 * @param degrees of freedom: slices that could come, less one
 * @param p the upper tail; empty without spins, or where only one slice could come
 */
public record Fairness(
    List<Share> expected, List<Long> observed, double statistic, int degrees, Optional<Double> p) {

  /**
   * Of counts, while no stock moved.
   *
   * @param chances of each slice
   */
  public static Fairness of(List<Share> chances, List<Long> observed) {
    long spins = observed.stream().mapToLong(n -> n).sum();
    return test(chances.stream().map(chance -> chance.times(spins)).toList(), observed);
  }

  /**
   * Of spins one by one, with stocks falling: what was to be expected of each is the chance it had
   * then.
   *
   * @param draws places of slices, in order
   */
  public static Fairness of(Wheel begun, List<Integer> draws) {
    int slices = begun.slices().size();
    List<Share> expected = new ArrayList<>(Collections.nCopies(slices, Share.NONE));
    List<Long> observed = new ArrayList<>(Collections.nCopies(slices, 0L));
    Wheel wheel = begun;
    for (int place : draws) {
      List<Share> chances = wheel.chances();
      for (int i = 0; i < slices; i++) {
        expected.set(i, expected.get(i).plus(chances.get(i)).lowest());
      }
      observed.set(place, observed.get(place) + 1);
      wheel = wheel.drawn(place);
    }
    return test(expected, observed);
  }

  /**
   * Of what was to be expected in all and what came, slice by slice.
   *
   * @param expected sums of the chances each had, spin by spin
   */
  public static Fairness test(List<Share> expected, List<Long> observed) {
    Share statistic = Share.NONE;
    int could = 0;
    for (int i = 0; i < expected.size(); i++) {
      Share wanted = expected.get(i);
      if (!wanted.isNone()) {
        could++;
        Share off = wanted.plus(new Share(BigInteger.valueOf(-observed.get(i)), BigInteger.ONE));
        statistic =
            statistic
                .plus(
                    new Share(
                        off.part().pow(2).multiply(wanted.whole()),
                        off.whole().pow(2).multiply(wanted.part())))
                .lowest();
      }
    }
    int degrees = Math.max(0, could - 1);
    double x = statistic.value();
    return new Fairness(
        expected,
        List.copyOf(observed),
        x,
        degrees,
        degrees == 0
            ? Optional.empty()
            : Optional.of(Gamma.regularizedGammaQ(degrees / 2.0, x / 2)));
  }
}
