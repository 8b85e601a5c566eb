package jeton.core.quiz;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;

/** A part of a number of ways, as it is counted: not in lowest terms. */
public record Share(BigInteger part, BigInteger whole) {

  /** In lowest terms, {@code 28/81}; {@code 0/1} for nothing. */
  public String reduced() {
    BigInteger common = part.gcd(whole);
    return part.divide(common) + "/" + whole.divide(common);
  }

  /** From 0 to 1. */
  public double value() {
    return new BigDecimal(part).divide(new BigDecimal(whole), MathContext.DECIMAL64).doubleValue();
  }

  /** Whether there is nothing of it. */
  public boolean isNone() {
    return part.signum() == 0;
  }
}
