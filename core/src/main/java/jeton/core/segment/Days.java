package jeton.core.segment;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Optional;

/** Days and numbers of days as conditions write them. */
public final class Days {
  /** Most days looked back: ten years. */
  public static final int MOST = 3660;

  private Days() {}

  /** A local date (ISO 8601). */
  public static Optional<LocalDate> of(String text) {
    try {
      return Optional.of(LocalDate.parse(text.strip()));
    } catch (DateTimeParseException notADay) {
      return Optional.empty();
    }
  }

  /** How many days: 1 to {@value #MOST}. */
  public static Optional<Integer> count(String text) {
    try {
      return Optional.of(Integer.parseInt(text.strip())).filter(n -> n >= 1 && n <= MOST);
    } catch (NumberFormatException notANumber) {
      return Optional.empty();
    }
  }
}
