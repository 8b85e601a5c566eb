package jeton.core.wheel;

import java.math.BigDecimal;
import java.util.Optional;

/**
 * A slice of a wheel (W1).
 *
 * @param label what stands on it
 * @param weight more than 0; how often it comes, against the others
 * @param stock pieces left; empty for any number
 * @param cost of its prize to the business, in minor units
 */
public record Slice(String label, BigDecimal weight, Optional<Integer> stock, long cost) {

  /** Whether it can be drawn. */
  public boolean isLeft() {
    return stock.isEmpty() || stock.get() > 0;
  }

  /** The same after it was drawn. */
  public Slice drawn() {
    return new Slice(label, weight, stock.map(left -> left - 1), cost);
  }
}
