package jeton.server.database;

import java.util.concurrent.atomic.AtomicLong;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Tells every instance when public pages and emails are made from something new: a number in the
 * database that grows with each change and is looked at once a second.
 */
@Component
public class ConfigurationVersion {
  private static final Logger LOG = LoggerFactory.getLogger(ConfigurationVersion.class);
  private final JdbcClient db;
  private final AtomicLong seen = new AtomicLong(-1);
  private final AtomicLong changes = new AtomicLong();

  ConfigurationVersion(JdbcClient db) {
    this.db = db;
  }

  /** Grows whenever something may have changed. */
  long changes() {
    return changes.get();
  }

  /**
   * To be called in the transaction that changes something. This instance hears of it right after
   * its end, however it ended: what was read in it may have been remembered.
   */
  public void changed() {
    db.sql("UPDATE configuration SET version = version + 1 WHERE id = 1").update();
    long version = version();
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCompletion(int status) {
            if (status == STATUS_COMMITTED) {
              // Changes wait for each other at that row: all before this one are told by it too.
              seen.accumulateAndGet(version, Math::max);
            }
            changes.incrementAndGet();
          }
        });
  }

  @Scheduled(fixedDelay = 1000)
  void look() {
    try {
      long now = version();
      if (seen.getAndSet(now) != now) {
        changes.incrementAndGet();
      }
    } catch (DataAccessException away) {
      LOG.warn(
          "The configuration's version could not be read; pages go on with what is known: {}",
          away.getMessage());
    }
  }

  private long version() {
    return db.sql("SELECT version FROM configuration WHERE id = 1").query(Long.class).single();
  }
}
