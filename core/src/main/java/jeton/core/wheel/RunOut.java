package jeton.core.wheel;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Collection;
import java.util.Optional;

/** The day on which a stock runs out at the mean daily rate of the last 14 days (W4). */
public final class RunOut {
  /** Local days whose draws tell the pace, today included. */
  public static final int DAYS = 14;

  private RunOut() {}

  /**
   * The local day; today when there is nothing left, empty when none was drawn of late or there is
   * any number.
   *
   * @param draws of this slice
   */
  public static Optional<LocalDate> day(
      Optional<Integer> stock, Collection<Instant> draws, Instant now, ZoneId zone) {
    LocalDate today = LocalDate.ofInstant(now, zone);
    long drawn =
        draws.stream()
            .map(draw -> LocalDate.ofInstant(draw, zone))
            .filter(day -> day.isAfter(today.minusDays(DAYS)) && !day.isAfter(today))
            .count();
    return day(stock, drawn, today);
  }

  /**
   * The local day.
   *
   * @param drawn of this slice in the last {@link #DAYS} local days
   */
  public static Optional<LocalDate> day(Optional<Integer> stock, long drawn, LocalDate today) {
    if (stock.isEmpty()) {
      return Optional.empty();
    }
    if (stock.get() == 0) {
      return Optional.of(today);
    }
    return drawn == 0
        ? Optional.empty()
        : Optional.of(today.plusDays((long) stock.get() * DAYS / drawn));
  }
}
