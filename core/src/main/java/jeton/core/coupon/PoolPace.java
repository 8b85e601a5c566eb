package jeton.core.coupon;

import java.time.LocalDate;
import java.util.Optional;

/**
 * How fast a pool's codes go (rule C5), by the last fourteen local days, today included.
 *
 * @param free codes left
 * @param given codes given out in those days
 */
public record PoolPace(long free, long given, LocalDate today) {
  /** Days looked back on, today included. */
  public static final int DAYS = 14;

  /** The day the last one is given at that pace; empty when none was given lately. */
  public Optional<LocalDate> runsOut() {
    if (free == 0) {
      return Optional.of(today);
    }
    return given == 0 ? Optional.empty() : Optional.of(today.plusDays(free * DAYS / given));
  }
}
