package jeton.core.segment;

import java.math.BigDecimal;
import java.util.Optional;

/** Numbers as fields hold them: decimal texts, compared by value. */
public final class Numbers {
  private static final int MOST = 60;

  private Numbers() {}

  /** The number a text stands for. */
  public static Optional<BigDecimal> of(String text) {
    try {
      String digits = text.strip();
      return digits.length() > MOST ? Optional.empty() : Optional.of(new BigDecimal(digits));
    } catch (NumberFormatException notANumber) {
      return Optional.empty();
    }
  }

  /** Whether an order of two (as compareTo gives it) is what was asked for. */
  static boolean fits(Comparison op, int order) {
    return switch (op) {
      case IS -> order == 0;
      case MORE -> order > 0;
      case LESS -> order < 0;
      default -> false;
    };
  }
}
