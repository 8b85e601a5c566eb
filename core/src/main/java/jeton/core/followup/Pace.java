package jeton.core.followup;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;

/**
 * What a run's steps are timed by.
 *
 * @param zone chosen by T6
 * @param spacing least time between two sequence emails to one person (T13); zero for none
 * @param lastSent when this person last got a sequence email, over all sequences
 */
public record Pace(ZoneId zone, Duration spacing, Optional<Instant> lastSent) {

  /** Without spacing. */
  public static Pace in(ZoneId zone) {
    return new Pace(zone, Duration.ZERO, Optional.empty());
  }

  /** The same after an email. */
  public Pace sentAt(Instant at) {
    return new Pace(zone, spacing, Optional.of(at));
  }

  /** When a step is due. */
  public Instant due(StepTiming step, Instant anchor) {
    return spacing.isZero()
        ? SendTimes.due(step, anchor, zone)
        : SendTimes.spaced(step, anchor, zone, lastSent, spacing);
  }
}
