package jeton.core.handover;

import java.time.Instant;
import java.util.Optional;

/** Whether a pass still opens its incentive (rules P2, P3). */
public enum PassStatus {
  GOOD,
  EXPIRED,
  SPENT;

  /**
   * Judges a pass.
   *
   * @param expires first moment at which it is no longer good; empty for never
   * @param most uses allowed; empty for any number
   * @param used uses counted so far
   */
  public static PassStatus of(
      Optional<Instant> expires, Optional<Integer> most, int used, Instant now) {
    if (expires.isPresent() && !now.isBefore(expires.get())) {
      return EXPIRED;
    }
    return most.isPresent() && used >= most.get() ? SPENT : GOOD;
  }

  /**
   * Whether a transfer starting now goes on with a use that was already counted (P2: once per file
   * in any 10 minutes).
   *
   * @param lastCounted when this file was last counted for the pass
   */
  public static boolean sameUse(Optional<Instant> lastCounted, Instant now) {
    return lastCounted.isPresent() && now.isBefore(lastCounted.get().plus(PassLimits.ONE_USE));
  }
}
