package jeton.core.wheel;

import java.security.SecureRandom;

/** Where a wheel stops: from a source nobody can foretell (W2). */
public final class Chance {
  private static final int BITS = 53;

  private final SecureRandom random = new SecureRandom();

  /** A point from 0, included, to 1: as fine as a double holds. */
  public double point() {
    return (random.nextLong() >>> (Long.SIZE - BITS)) * 0x1.0p-53;
  }
}
