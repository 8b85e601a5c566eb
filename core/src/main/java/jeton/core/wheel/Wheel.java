package jeton.core.wheel;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jeton.core.numbers.Share;

/** The slices of a wheel as they stand, and what is to be expected of them (W1, W2, W4). */
public record Wheel(List<Slice> slices) {

  public Wheel {
    slices = List.copyOf(slices);
  }

  /** Weights as whole numbers of one kind; nothing for slices that are gone. */
  private List<BigInteger> weights() {
    int places = slices.stream().mapToInt(s -> Math.max(0, s.weight().scale())).max().orElse(0);
    List<BigInteger> weights = new ArrayList<>();
    for (Slice slice : slices) {
      BigDecimal weight = slice.isLeft() ? slice.weight() : BigDecimal.ZERO;
      weights.add(weight.movePointRight(places).toBigIntegerExact());
    }
    return weights;
  }

  /** The chance of each slice on the next spin; nothing for all when none is left (W6). */
  public List<Share> chances() {
    List<BigInteger> weights = weights();
    BigInteger all = weights.stream().reduce(BigInteger.ZERO, BigInteger::add);
    return weights.stream()
        .map(weight -> all.signum() == 0 ? Share.NONE : new Share(weight, all))
        .toList();
  }

  /** Whether anything can be drawn. */
  public boolean isLeft() {
    return slices.stream().anyMatch(Slice::isLeft);
  }

  /** The expected cost of the next spin, in minor units. */
  public Share cost() {
    List<Share> chances = chances();
    Share cost = Share.NONE;
    for (int i = 0; i < slices.size(); i++) {
      cost = cost.plus(chances.get(i).times(slices.get(i).cost()));
    }
    return cost;
  }

  /** The wheel after a slice was drawn. */
  public Wheel drawn(int place) {
    List<Slice> after = new ArrayList<>(slices);
    after.set(place, slices.get(place).drawn());
    return new Wheel(after);
  }

  /**
   * Draws a slice.
   *
   * @param point from 0, included, to 1: where the wheel stops, from a source nobody can foretell
   * @return its place; empty when nothing is left
   */
  public Optional<Integer> draw(double point) {
    List<Share> chances = chances();
    double upTo = 0;
    Optional<Integer> last = Optional.empty();
    for (int i = 0; i < chances.size(); i++) {
      if (!chances.get(i).isNone()) {
        last = Optional.of(i);
        upTo += chances.get(i).value();
        if (point < upTo) {
          return last;
        }
      }
    }
    // What is lost in rounding belongs to the last that can be drawn.
    return last;
  }
}
