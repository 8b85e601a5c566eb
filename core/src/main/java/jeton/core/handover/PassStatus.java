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
   * @param expires last moment at which it is good; empty for never
   * @param most uses allowed; empty for any number
   * @param used uses counted so far
   */
  public static PassStatus of(
      Optional<Instant> expires, Optional<Integer> most, int used, Instant now) {
    if (expires.isPresent() && now.isAfter(expires.get())) {
      return EXPIRED;
    }
    return most.isPresent() && used >= most.get() ? SPENT : GOOD;
  }
}
