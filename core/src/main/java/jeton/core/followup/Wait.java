package jeton.core.followup;

import java.time.Duration;

/**
 * How long a step waits after the one before it (rule T2).
 *
 * @param amount 0 or more; 0 without a time of day, days or window means at once (T5)
 * @param unit minutes and hours are elapsed time, days are calendar days in the zone
 */
public record Wait(int amount, Unit unit) {
  /** No wait. */
  public static final Wait AT_ONCE = new Wait(0, Unit.MINUTES);

  /** Most days a step may wait, about ten years: a typing slip beyond it is told. */
  public static final int MOST_DAYS = 3650;

  /** What {@code amount} counts. */
  public enum Unit {
    MINUTES(Duration.ofMinutes(1)),
    HOURS(Duration.ofHours(1)),
    DAYS(Duration.ofDays(1));

    private final Duration nominal;

    Unit(Duration nominal) {
      this.nominal = nominal;
    }
  }

  public Wait {
    if (amount < 0 || amount * unit.nominal.toMinutes() > Duration.ofDays(MOST_DAYS).toMinutes()) {
      throw new IllegalArgumentException(
          "A wait of " + amount + " " + unit + " is outside 0 to " + MOST_DAYS + " days");
    }
  }

  /** The wait as elapsed time; for days their nominal length of 24 hours each. */
  public Duration nominal() {
    return unit.nominal.multipliedBy(amount);
  }
}
