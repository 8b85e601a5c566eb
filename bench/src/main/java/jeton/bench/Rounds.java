package jeton.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * The same thing measured several times, each time against its floor taken in turn, so that a
 * machine that slows down slows both. The median counts.
 */
final class Rounds {
  static final int USUAL = 5;

  private final List<Double> ours = new ArrayList<>();
  private final List<Double> floors = new ArrayList<>();

  /** What it came to per second, and its floor. */
  void add(double mine, double floor) {
    ours.add(mine);
    floors.add(floor);
  }

  double ours() {
    return median(ours);
  }

  double floor() {
    return median(floors);
  }

  /** Each round's share of its floor. */
  List<Double> ratios() {
    List<Double> ratios = new ArrayList<>();
    for (int round = 0; round < ours.size(); round++) {
      ratios.add(ours.get(round) / floors.get(round));
    }
    return ratios;
  }

  Bench.Result result(double bar, Map<String, Object> more) {
    return new Bench.Result(ratios(), bar, more);
  }

  static double median(List<Double> of) {
    List<Double> sorted = of.stream().sorted().toList();
    int half = sorted.size() / 2;
    return sorted.size() % 2 == 1
        ? sorted.get(half)
        : (sorted.get(half - 1) + sorted.get(half)) / 2;
  }
}
