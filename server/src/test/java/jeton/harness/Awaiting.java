package jeton.harness;

import java.time.Duration;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;

/** Waits for conditions, so that no test sleeps. */
public final class Awaiting {
  private static final Duration PATIENCE = Duration.ofSeconds(30);

  private Awaiting() {}

  /** Returns once it holds; fails when that takes too long. */
  public static void until(BooleanSupplier condition) {
    long until = System.nanoTime() + PATIENCE.toNanos();
    while (!condition.getAsBoolean()) {
      if (System.nanoTime() > until) {
        throw new AssertionError("It did not come to that within " + PATIENCE);
      }
      LockSupport.parkNanos(Duration.ofMillis(5).toNanos());
    }
  }
}
