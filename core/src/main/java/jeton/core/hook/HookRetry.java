package jeton.core.hook;

import java.time.Duration;
import java.time.Instant;

/** When a hook is given up (H1). */
public final class HookRetry {
  /** A hook without success for so long is turned off, and its owner told. */
  public static final Duration GIVEN_UP_AFTER = Duration.ofDays(5);

  private HookRetry() {}

  /**
   * Whether its hook is to be turned off.
   *
   * @param failingSince the first failure after the last success
   */
  public static boolean isGivenUp(Instant failingSince, Instant now) {
    return !now.isBefore(failingSince.plus(GIVEN_UP_AFTER));
  }
}
