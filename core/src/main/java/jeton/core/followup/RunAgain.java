package jeton.core.followup;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * Whether the follow-up runs again for somebody who signs up again (rule S3).
 *
 * @param when never unless the owner says otherwise
 * @param days for {@code AFTER_DAYS}: the last run must have started more than this many days of 24
 *     hours ago
 */
public record RunAgain(When when, int days) {
  /** The default. */
  public static final RunAgain NEVER = new RunAgain(When.NEVER, 0);

  /** The owner's three choices. */
  public enum When {
    NEVER,
    EVERY_TIME,
    AFTER_DAYS
  }

  /**
   * Whether a sign-up now starts a run.
   *
   * @param lastStarted when this person's last run of the sequence started; empty if there was none
   * @param going whether they are on their way through it: nobody goes two ways at once
   */
  public boolean starts(Optional<Instant> lastStarted, boolean going, Instant now) {
    if (lastStarted.isEmpty() || going) {
      return !going;
    }
    return switch (when) {
      case NEVER -> false;
      case EVERY_TIME -> true;
      case AFTER_DAYS -> lastStarted.get().plus(Duration.ofDays(days)).isBefore(now);
    };
  }
}
