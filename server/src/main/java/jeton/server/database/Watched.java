package jeton.server.database;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.function.Supplier;

/**
 * Something that costs too much to be read at each look: kept until what is configured changes, and
 * renewed by its owner's schedule while somebody looks. What only time or visitors change is told
 * as it was a little before.
 *
 * @param <T> what is kept; read by many threads
 */
public final class Watched<T> {
  private record Read<T>(Instant at, T value) {}

  private final Duration oldest;
  private final Clock clock;
  private final Remembered<Read<T>> known;
  private volatile Instant looked = Instant.EPOCH;

  /**
   * @param reads it anew
   * @param oldest what was read longer ago is read anew before it is told
   */
  public Watched(
      ConfigurationVersion configuration, Supplier<T> reads, Duration oldest, Clock clock) {
    this.oldest = oldest;
    this.clock = clock;
    known = new Remembered<>(configuration, () -> new Read<>(clock.instant(), reads.get()));
  }

  public T now() {
    looked = clock.instant();
    Read<T> read = known.now();
    // A clock that was put back makes what was read as old as one that went on.
    boolean isFresh = Duration.between(read.at(), looked).abs().compareTo(oldest) < 0;
    return (isFresh ? read : known.renewed()).value();
  }

  /** To be called often enough that nobody who looks finds it too old; idle when nobody does. */
  public void renewIfLookedAt() {
    if (looked.isAfter(clock.instant().minus(oldest))) {
      known.renewed();
    }
  }
}
