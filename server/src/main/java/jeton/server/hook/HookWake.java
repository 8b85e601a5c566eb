package jeton.server.hook;

import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Lets what just happened be told at once instead of at the next look. */
@Component
class HookWake {
  private static final long LOOK_EVERY_MS = 500;
  private final Semaphore bell = new Semaphore(0);

  void afterCommit() {
    if (!TransactionSynchronizationManager.isSynchronizationActive()) {
      now();
      return;
    }
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            now();
          }
        });
  }

  void now() {
    // More rings than one add nothing: who is woken looks until nothing is left.
    if (bell.availablePermits() == 0) {
      bell.release();
    }
  }

  /** Waits for a ring, or for the regular look. */
  void await() throws InterruptedException {
    bell.tryAcquire(LOOK_EVERY_MS, TimeUnit.MILLISECONDS);
  }
}
