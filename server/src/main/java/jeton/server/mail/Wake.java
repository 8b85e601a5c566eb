package jeton.server.mail;

import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;

/** Lets a fresh email leave at once instead of at the next look. */
@Component
class Wake {
  private static final long LOOK_EVERY_MS = 500;
  private final Semaphore bell = new Semaphore(0);

  /** Wakes the dispatchers. */
  void now() {
    // More rings than workers add nothing: each looks until the outbox is empty.
    if (bell.availablePermits() < 4) {
      bell.release();
    }
  }

  /** Waits for a ring, or for the regular look. */
  void await() throws InterruptedException {
    bell.tryAcquire(LOOK_EVERY_MS, TimeUnit.MILLISECONDS);
  }
}
