package jeton.core.followup;

import java.time.Instant;

/**
 * Where a run stands.
 *
 * @param anchor what the next wait counts from (T1, T8)
 */
public record Standing(Progress progress, Instant anchor) {

  /** At the start. */
  public static Standing start(Instant at) {
    return new Standing(Progress.START, at);
  }

  /** After a step that was sent or skipped then. */
  public Standing after(Step step, Instant at) {
    return new Standing(progress.after(step), at);
  }
}
