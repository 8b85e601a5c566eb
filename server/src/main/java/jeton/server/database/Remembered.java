package jeton.server.database;

import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Supplier;

/**
 * Something read once and kept until what is configured changes: at most a second or two behind
 * another instance.
 *
 * @param <T> what is kept; read by many threads
 */
public final class Remembered<T> {
  private record Kept<T>(long change, T value) {}

  // Whoever waits may hold a connection that the one who reads is waiting for: then both read.
  private static final long LONGEST_WAIT_MS = 2000;

  private final ConfigurationVersion configuration;
  private final Supplier<T> reads;
  private final ReentrantLock turn = new ReentrantLock();
  private volatile Kept<T> kept;

  /**
   * @param reads it anew; asked by one thread while others wait for what it brings
   */
  public Remembered(ConfigurationVersion configuration, Supplier<T> reads) {
    this.configuration = configuration;
    this.reads = reads;
  }

  public T now() {
    Kept<T> present = kept;
    if (isCurrent(present)) {
      return present.value;
    }
    boolean mine = waitsForTurn();
    try {
      present = kept;
      return isCurrent(present) ? present.value : renewed();
    } finally {
      if (mine) {
        turn.unlock();
      }
    }
  }

  /** Read anew, though nothing configured has changed. */
  public T renewed() {
    // Counted before it is read: what changes meanwhile is not taken for known.
    long change = configuration.changes();
    T value = reads.get();
    kept = new Kept<>(change, value);
    return value;
  }

  private boolean isCurrent(Kept<T> present) {
    return present != null && present.change == configuration.changes();
  }

  private boolean waitsForTurn() {
    try {
      return turn.tryLock(LONGEST_WAIT_MS, TimeUnit.MILLISECONDS);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      return false;
    }
  }
}
