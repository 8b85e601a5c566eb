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
 * @param end of the person's code or pass, for steps that count back (T15)
 */
public record Pace(
    ZoneId zone, Duration spacing, Optional<Instant> lastSent, Optional<Instant> end) {

  /** Of somebody with nothing that ends. */
  public Pace(ZoneId zone, Duration spacing, Optional<Instant> lastSent) {
    this(zone, spacing, lastSent, Optional.empty());
  }

  /** Without spacing. */
  public static Pace in(ZoneId zone) {
    return new Pace(zone, Duration.ZERO, Optional.empty());
  }

  /** The same after an email. */
  public Pace sentAt(Instant at) {
    return new Pace(zone, spacing, Optional.of(at), end);
  }

  /** The same for somebody whose code or pass ends then. */
  public Pace endingAt(Optional<Instant> at) {
    return new Pace(zone, spacing, lastSent, at);
  }

  /** When a step is due; one that counts back may never be. */
  public CountBack when(StepTiming step, Instant anchor) {
    return step.beforeEnd().isPresent()
        ? SendTimes.countBack(step, end, anchor, zone, lastSent, spacing)
        : CountBack.at(waited(step, anchor));
  }

  /** When a step is due; the moment it is reached for one that is skipped. */
  public Instant due(StepTiming step, Instant anchor) {
    return when(step, anchor).due().orElse(anchor);
  }

  private Instant waited(StepTiming step, Instant anchor) {
    return spacing.isZero()
        ? SendTimes.due(step, anchor, zone)
        : SendTimes.spaced(step, anchor, zone, lastSent, spacing);
  }
}
