package jeton.server.wheel;

import java.time.Instant;
import java.util.Optional;

/**
 * A spin, and what became of it (W8).
 *
 * @param slice key of what was drawn
 * @param won whether that brings a prize
 * @param countedAt when it became the person's own (S12)
 * @param usedAt when its prize was used (G5)
 * @param givenBack whether the owner gave it back: it does not count for limits any more
 */
record Spin(
    long id,
    long offerId,
    long editionId,
    Instant at,
    String slice,
    boolean won,
    State state,
    long personId,
    Optional<Instant> countedAt,
    Optional<Instant> usedAt,
    boolean givenBack) {

  /** Where a spin stands. */
  enum State {
    /** It waits for its confirmation; its prize is reserved (W5). */
    RESERVED,
    /** It was handed over. */
    GIVEN,
    /** Nobody confirmed in time: its prize is free for others again. */
    FREED,
    /** Confirmed too late, when nothing of the prize was left. */
    TOO_LATE,
    /** Of somebody who gets nothing (S5): it took nothing off the stock. */
    VOID
  }

  /** One that was just drawn. */
  static Spin fresh(long id, SpinStore.Drawn drawn, SpinStore.Owner owner) {
    return new Spin(
        id,
        drawn.offerId(),
        drawn.editionId(),
        drawn.at(),
        drawn.slice(),
        drawn.won(),
        owner.state(),
        owner.personId(),
        Optional.empty(),
        Optional.empty(),
        false);
  }

  /** Whether its prize is, or will be, the person's. */
  boolean brings() {
    return won && (state == State.RESERVED || state == State.GIVEN);
  }
}
