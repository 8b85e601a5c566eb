package jeton.core.handover;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Optional;

/**
 * Limits of a pass, each optional (rule P2).
 *
 * @param days good for this many calendar days from issue, to the end of the last, 1 to 3650
 * @param uses at most this many uses, 1 to 1000
 */
public record PassLimits(Optional<Integer> days, Optional<Integer> uses) {
  // The last millisecond of a day, as moments are kept.
  private static final LocalTime DAY_ENDS = LocalTime.of(23, 59, 59, 999_000_000);

  /** No limit at all. */
  public static final PassLimits NONE = new PassLimits(Optional.empty(), Optional.empty());

  public PassLimits {
    days = days == null ? Optional.empty() : days;
    uses = uses == null ? Optional.empty() : uses;
  }

  /**
   * The last moment of a pass issued now: calendar days on, at the end of that day; empty for
   * never.
   *
   * @param zone the business's
   */
  public Optional<Instant> expiry(Instant issued, ZoneId zone) {
    return days.map(
        n ->
            LocalDate.ofInstant(issued, zone)
                .plusDays(n)
                .atTime(DAY_ENDS)
                .atZone(zone)
                .toInstant());
  }
}
