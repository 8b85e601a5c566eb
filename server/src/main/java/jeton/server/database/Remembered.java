package jeton.server.database;

import java.util.function.Supplier;

/**
 * Something read once and kept until what is configured changes: at most a second or two behind
 * another instance.
 *
 * @param <T> what is kept; read by many threads
 */
public final class Remembered<T> {
  private record Kept<T>(long change, T value) {}

  private final ConfigurationVersion configuration;
  private final Supplier<T> reads;
  private volatile Kept<T> kept;

  /**
   * @param reads it anew; asked by several threads at a time
   */
  public Remembered(ConfigurationVersion configuration, Supplier<T> reads) {
    this.configuration = configuration;
    this.reads = reads;
  }

  public T now() {
    Kept<T> present = kept;
    // Counted before it is read: what changes meanwhile is not taken for known.
    long change = configuration.changes();
    if (present == null || present.change != change) {
      present = new Kept<>(change, reads.get());
      kept = present;
    }
    return present.value;
  }
}
