package jeton.core.handover;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * Limits of a pass, each optional (rule P2).
 *
 * @param days good for this many days of 24 hours from issue, 1 to 3650
 * @param uses at most this many uses, 1 to 1000
 */
public record PassLimits(Optional<Integer> days, Optional<Integer> uses) {
  /** A file counts once in this time, however many range requests its transfer took. */
  public static final Duration ONE_USE = Duration.ofMinutes(10);

  /** No limit at all. */
  public static final PassLimits NONE = new PassLimits(Optional.empty(), Optional.empty());

  public PassLimits {
    days = days == null ? Optional.empty() : days;
    uses = uses == null ? Optional.empty() : uses;
  }

  /** When a pass issued now stops being good; empty for never. */
  public Optional<Instant> expiry(Instant issued) {
    return days.map(n -> issued.plus(Duration.ofDays(n)));
  }
}
