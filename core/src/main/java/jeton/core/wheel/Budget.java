package jeton.core.wheel;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Works out weights that a wheel can be afforded with, changing as few of them as will do. One
 * change that is enough alone is always found, and so are two; where more are needed, dear slices
 * are made rarer than cheap ones.
 *
 * @param mostCost the most a spin may cost on average, in minor units; empty for any
 * @param winners the share of spins that should win, between 0 and 1; empty for any
 */
public record Budget(Optional<BigDecimal> mostCost, Optional<Double> winners) {
  /** How near a wanted share is near enough: half a percent. */
  public static final double NEAR = 0.005;

  private static final int MOST_WEIGHT = 1000;
  private static final int MOST_OF_TWO = 200;
  private static final double TINY = 1e-9;
  private static final int MOST_STEPS = 200;
  private static final double LEAST_TILT = 0.01;
  private static final double STEEPER = 1.06;

  /**
   * A slice as the budget sees it.
   *
   * @param left whether it can be drawn
   * @param wins whether it brings a prize
   * @param cost in minor units
   */
  public record Part(BigDecimal weight, boolean left, boolean wins, long cost) {}

  /**
   * Another weight.
   *
   * @param place of the slice
   */
  public record Change(int place, BigDecimal from, BigDecimal to) {}

  /** Weights as they would be, and how much was changed for it. */
  private record Attempt(double[] weights, List<Integer> changed, double moved) {}

  /**
   * The fewest changes that are found.
   *
   * @return empty when no weights could do; no changes when it is kept already
   */
  public Optional<List<Change>> fit(List<Part> parts) {
    double[] now = parts.stream().mapToDouble(part -> part.weight().doubleValue()).toArray();
    if (isKept(parts, now)) {
      return Optional.of(List.of());
    }
    return one(parts, now)
        .or(() -> two(parts, now))
        .or(() -> all(parts, now))
        .map(attempt -> changes(parts, attempt));
  }

  private static List<Change> changes(List<Part> parts, Attempt attempt) {
    return attempt.changed().stream()
        .sorted()
        .map(
            i ->
                new Change(
                    i,
                    parts.get(i).weight(),
                    BigDecimal.valueOf(attempt.weights()[i])
                        .setScale(2, RoundingMode.HALF_UP)
                        .stripTrailingZeros()))
        .toList();
  }

  /** Whether such weights keep to it. */
  private boolean isKept(List<Part> parts, double[] weights) {
    double all = 0;
    double cost = 0;
    double wins = 0;
    for (int i = 0; i < weights.length; i++) {
      Part part = parts.get(i);
      if (part.left()) {
        all += weights[i];
        cost += weights[i] * part.cost();
        wins += part.wins() ? weights[i] : 0;
      }
    }
    double share = wins / all;
    double spin = cost / all;
    return mostCost.filter(most -> spin > most.doubleValue() + TINY).isEmpty()
        && winners.filter(wanted -> Math.abs(share - wanted) > NEAR + TINY).isEmpty();
  }

  private Optional<Attempt> one(List<Part> parts, double[] now) {
    return IntStream.range(0, now.length)
        .filter(i -> parts.get(i).left())
        .mapToObj(i -> nearest(parts, now, i))
        .flatMap(Optional::stream)
        .min(Comparator.comparingDouble(Attempt::moved));
  }

  /** The nearest whole weight of one slice that keeps to it, the others as they are. */
  private Optional<Attempt> nearest(List<Part> parts, double[] from, int i) {
    Optional<Attempt> best = Optional.empty();
    double[] weights = from.clone();
    for (int weight = 1; weight <= MOST_WEIGHT; weight++) {
      weights[i] = weight;
      double moved = moved(from[i], weight);
      if (best.filter(b -> b.moved() <= moved).isEmpty() && isKept(parts, weights)) {
        best = Optional.of(new Attempt(weights.clone(), List.of(i), moved));
      }
    }
    return best;
  }

  /** How much a weight was changed, halving as far as doubling. */
  private static double moved(double from, double to) {
    return Math.abs(Math.log(to / from));
  }

  private Optional<Attempt> two(List<Part> parts, double[] now) {
    Optional<Attempt> best = Optional.empty();
    for (int i = 0; i < now.length; i++) {
      for (int j = i + 1; j < now.length; j++) {
        if (parts.get(i).left() && parts.get(j).left()) {
          Optional<Attempt> pair = pair(parts, now, i, j);
          if (pair.isPresent() && best.filter(b -> b.moved() <= pair.get().moved()).isEmpty()) {
            best = pair;
          }
        }
      }
    }
    return best;
  }

  private Optional<Attempt> pair(List<Part> parts, double[] now, int i, int j) {
    Optional<Attempt> best = Optional.empty();
    double[] weights = now.clone();
    for (int a = 1; a <= MOST_OF_TWO; a++) {
      weights[i] = a;
      double movedA = moved(now[i], a);
      for (int b = 1; b <= MOST_OF_TWO; b++) {
        double moved = movedA + moved(now[j], b);
        if (best.filter(one -> one.moved() <= moved).isEmpty()) {
          weights[j] = b;
          if (isKept(parts, weights)) {
            best = Optional.of(new Attempt(weights.clone(), List.of(i, j), moved));
          }
        }
      }
    }
    return best;
  }

  /** All of them, dear ones made rarer than cheap ones, to two places. */
  private Optional<Attempt> all(List<Part> parts, double[] now) {
    double tilt = 0;
    for (int step = 0; step < MOST_STEPS; step++) {
      double[] weights = tilted(parts, now, tilt);
      if (isKept(parts, weights)) {
        List<Integer> changed =
            IntStream.range(0, now.length).filter(i -> weights[i] != now[i]).boxed().toList();
        return Optional.of(new Attempt(weights, changed, tilt));
      }
      tilt = Math.max(LEAST_TILT, tilt * STEEPER);
    }
    return Optional.empty();
  }

  private double[] tilted(List<Part> parts, double[] now, double tilt) {
    double[] weights = now.clone();
    double dearest = Math.max(1, parts.stream().mapToLong(Part::cost).max().orElse(1));
    double before = 0;
    double wins = 0;
    double all = 0;
    for (int i = 0; i < now.length; i++) {
      if (parts.get(i).left()) {
        weights[i] = now[i] * Math.exp(-tilt * parts.get(i).cost() / dearest);
        before += now[i];
        all += weights[i];
        wins += parts.get(i).wins() ? weights[i] : 0;
      }
    }
    for (int i = 0; i < now.length; i++) {
      if (parts.get(i).left()) {
        double factor = factor(parts.get(i).wins(), wins, all);
        weights[i] = Math.max(0.01, Math.round(weights[i] * factor * before * 100) / 100.0);
      }
    }
    return weights;
  }

  /** Brings the winners, and the others, to the share they should have. */
  private double factor(boolean wins, double winning, double all) {
    if (winners.isEmpty()) {
      return 1 / all;
    }
    return wins ? winners.get() / winning : (1 - winners.get()) / (all - winning);
  }
}
