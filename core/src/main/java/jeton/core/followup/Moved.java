package jeton.core.followup;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Optional;

/** Why an email does not come when its wait ends (rules T4, T13). */
public enum Moved {
  /** That weekday is not allowed. */
  WEEKDAY,
  /** That time of day lies outside the sending window. */
  WINDOW,
  /** Another email was sent too shortly before. */
  SPACING,
  /** It counts back from an end, and never comes (T15). */
  NEVER;

  /** Why a step is due later than its wait and time of day say; empty when it is not. */
  public static Optional<Moved> of(StepTiming step, Instant anchor, Pace pace) {
    if (step.beforeEnd().isPresent()) {
      return pace.when(step, anchor).skip().map(why -> NEVER);
    }
    Instant unmoved = unmoved(step, anchor, pace.zone());
    if (pace.due(step, anchor).equals(unmoved)) {
      return Optional.empty();
    }
    if (!pace.due(step, anchor).equals(SendTimes.due(step, anchor, pace.zone()))) {
      return Optional.of(SPACING);
    }
    LocalDateTime local = LocalDateTime.ofInstant(unmoved, pace.zone());
    return Optional.of(step.days().contains(local.getDayOfWeek()) ? WINDOW : WEEKDAY);
  }

  /** When the wait ends, at the time of day if there is one, before weekdays and window. */
  public static Instant unmoved(StepTiming step, Instant anchor, ZoneId zone) {
    return SendTimes.due(
        new StepTiming(step.delay(), step.at(), StepTiming.ALL_DAYS, Optional.empty()),
        anchor,
        zone);
  }
}
