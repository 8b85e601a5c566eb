package jeton.core.mail;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** When an email that could not be sent for now is tried again. */
public final class Backoff {
  private static final List<Duration> PAUSES =
      List.of(
          Duration.ofMinutes(1),
          Duration.ofMinutes(5),
          Duration.ofMinutes(30),
          Duration.ofHours(2),
          Duration.ofHours(6),
          Duration.ofHours(24));

  private Backoff() {}

  /**
   * The next attempt.
   *
   * @param failures how often it has failed, at least 1
   * @return empty when it has failed after the longest pause too: give up and tell the owner
   */
  public static Optional<Instant> nextAttempt(int failures, Instant now) {
    return failures > PAUSES.size()
        ? Optional.empty()
        : Optional.of(now.plus(PAUSES.get(failures - 1)));
  }
}
