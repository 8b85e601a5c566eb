package jeton.server.database;

import java.time.Duration;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionCallback;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The one way to write: a piece of work in a transaction, done again from its beginning when it met
 * a deadlock, a lock that did not come, or the commit of another node of a replicated database.
 * What is done again must have one effect: nothing outside the database may be changed in it.
 * Methods marked {@code @Transactional} come through here too ({@link RepeatedTransactions}).
 */
public final class Transactions implements TransactionOperations {
  private static final Logger LOG = LoggerFactory.getLogger(Transactions.class);
  private static final int LEAST_ATTEMPTS = 8;
  // Of nodes that write one row at the same time only one gets through at once.
  private static final long PATIENCE_NANOS = Duration.ofSeconds(5).toNanos();
  private static final long PAUSE_NANOS = Duration.ofMillis(20).toNanos();
  private static final int LONGEST_PAUSES = 10;

  private final TransactionTemplate template;

  Transactions(PlatformTransactionManager manager) {
    this.template = new TransactionTemplate(manager);
  }

  @Override
  public <T> T execute(TransactionCallback<T> work) {
    return repeating(() -> template.execute(work));
  }

  /**
   * Does a piece of work that opens a transaction of its own, again if need be. Inside a
   * transaction it is done once: what has to be repeated then is the whole.
   */
  static <T> T repeating(Supplier<T> work) {
    if (TransactionSynchronizationManager.isActualTransactionActive()) {
      return work.get();
    }
    long began = System.nanoTime();
    for (int attempt = 1; ; attempt++) {
      try {
        return work.get();
      } catch (TransientDataAccessException busy) {
        if (attempt >= LEAST_ATTEMPTS && System.nanoTime() - began > PATIENCE_NANOS) {
          throw busy;
        }
        LOG.debug("A transaction is done again: {}", busy.getClass().getName());
        LockSupport.parkNanos(
            ThreadLocalRandom.current().nextLong(PAUSE_NANOS) * Math.min(attempt, LONGEST_PAUSES));
      }
    }
  }
}
