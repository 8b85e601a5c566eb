package jeton.server.outsidelist;

import java.time.Instant;
import java.util.Optional;

/**
 * Where somebody stands at an outside list.
 *
 * @param claim grows with each telling, and with each change meanwhile
 * @param failures how often in a row they could not be told
 * @param handedAt when they were last written there
 * @param request what was asked last: method, address, body
 * @param status of the last answer; 0 where there was none
 */
record Standing(
    long listId,
    long personId,
    State state,
    Optional<Instant> dueAt,
    long claim,
    int failures,
    Optional<Instant> handedAt,
    Optional<Instant> triedAt,
    Optional<String> request,
    Optional<Integer> status,
    Optional<String> answer) {

  /** As far as we know. */
  enum State {
    /** To be written there for the first time. */
    NEW,
    THERE,
    /** Left, here or there. */
    LEFT,
    /** Had left there before; not put back (S5). */
    LET_BE,
    /** The service does not take them. */
    REFUSED
  }

  /** How many there are of each. */
  record StandingCounts(long there, long waiting, long left, long letBe, long refused) {}
}
