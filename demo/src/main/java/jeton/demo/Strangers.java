package jeton.demo;

import java.util.HexFormat;
import java.util.Random;
import java.util.function.Predicate;

/** Random ids of visitors' browsers. */
final class Strangers {
  private static final int OCTETS = 15;
  private final Random chance;

  Strangers(long seed) {
    this.chance = new Random(seed);
  }

  /** One nobody had before. */
  String next() {
    byte[] octets = new byte[OCTETS];
    chance.nextBytes(octets);
    return HexFormat.of().formatHex(octets);
  }

  /** One that a question is answered with yes of. */
  String next(Predicate<String> which) {
    String one = next();
    while (!which.test(one)) {
      one = next();
    }
    return one;
  }
}
