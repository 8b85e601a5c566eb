package jeton.core.numbers;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.math.RoundingMode;

/** A part of a whole, exactly: as it is counted, not in lowest terms. */
public record Share(BigInteger part, BigInteger whole) {
  /** Nothing. */
  public static final Share NONE = new Share(BigInteger.ZERO, BigInteger.ONE);

  /** In lowest terms, {@code 28/81}; {@code 0/1} for nothing. */
  public String reduced() {
    BigInteger common = part.gcd(whole);
    return part.divide(common) + "/" + whole.divide(common);
  }

  /** The same in lowest terms: many added up would be numbers of thousands of digits. */
  public Share lowest() {
    BigInteger common = part.gcd(whole);
    return new Share(part.divide(common), whole.divide(common));
  }

  /** From 0 to 1. */
  public double value() {
    return new BigDecimal(part).divide(new BigDecimal(whole), MathContext.DECIMAL64).doubleValue();
  }

  /** To so many places, half up. */
  public String decimal(int places) {
    return new BigDecimal(part)
        .divide(new BigDecimal(whole), places, RoundingMode.HALF_UP)
        .toPlainString();
  }

  /** Both together. */
  public Share plus(Share other) {
    return new Share(
        part.multiply(other.whole).add(other.part.multiply(whole)), whole.multiply(other.whole));
  }

  /** So many times as much. */
  public Share times(long factor) {
    return new Share(part.multiply(BigInteger.valueOf(factor)), whole);
  }

  /** Whether there is nothing of it. */
  public boolean isNone() {
    return part.signum() == 0;
  }
}
