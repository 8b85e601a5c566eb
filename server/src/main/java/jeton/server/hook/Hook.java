package jeton.server.hook;

import java.time.Instant;
import java.util.Optional;
import jeton.core.hook.HookSettings;

/**
 * An address that is told what happens.
 *
 * @param secret what its messages are signed with, as it is shown (Standard Webhooks)
 * @param version grows with each save
 * @param failingSince the first failure after the last success; empty while all goes well
 * @param failures how often it was looked in vain whether its receiver is back; 0 unless it is down
 * @param holdUntil nothing is tried before then, while its receiver is down
 */
public record Hook(
    long id,
    HookSettings settings,
    String secret,
    State state,
    int version,
    Instant madeAt,
    Optional<Instant> failingSince,
    int failures,
    Optional<Instant> holdUntil) {

  /** Whether it is told. */
  public enum State {
    ON,
    /** What happens is kept for later. */
    PAUSED,
    /** Given up after five days without success; what happens is kept for later (H1). */
    OFF
  }
}
