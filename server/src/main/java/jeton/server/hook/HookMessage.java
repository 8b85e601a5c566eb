package jeton.server.hook;

import java.time.Instant;
import java.util.Optional;
import jeton.core.hook.HookKind;

/**
 * Something told, or to be told, to one hook.
 *
 * @param messageId the same each time it is tried
 * @param body as it is sent
 * @param dueAt when it is next tried; empty for what is settled, or waits behind an earlier one
 *     about the same person
 * @param claim grows each time it is taken in hand
 * @param status of the last answer; 0 where there was none
 * @param answer its beginning, or why there was none
 */
record HookMessage(
    long id,
    long hookId,
    String messageId,
    Optional<Long> personId,
    HookKind kind,
    Instant at,
    String body,
    State state,
    Optional<Instant> dueAt,
    long claim,
    int failures,
    Optional<Instant> triedAt,
    Optional<Integer> status,
    Optional<String> answer,
    Optional<Integer> tookMs) {

  /** What became of it. */
  enum State {
    WAITING,
    TOLD
  }
}
