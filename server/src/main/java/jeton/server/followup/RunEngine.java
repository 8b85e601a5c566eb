package jeton.server.followup;

import java.util.function.IntUnaryOperator;
import jeton.server.database.Outage;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Starts and moves on what is due, a batch after the other, as long as there is any. */
@Component
@ConditionalOnProperty(name = "jeton.followup.engine", havingValue = "true", matchIfMissing = true)
class RunEngine {
  private static final Logger LOG = LoggerFactory.getLogger(RunEngine.class);
  private static final int BATCH = 200;
  private final Starts starts;
  private final RunMover runs;

  RunEngine(Starts starts, RunMover runs) {
    this.starts = starts;
    this.runs = runs;
  }

  @Scheduled(fixedDelay = 500)
  void startDue() {
    work(starts::startDue);
  }

  @Scheduled(fixedDelay = 500)
  void moveDue() {
    work(runs::moveDue);
  }

  private static void work(IntUnaryOperator batch) {
    try {
      int done = BATCH;
      while (done == BATCH) {
        done = batch.applyAsInt(BATCH);
      }
    } catch (TransientDataAccessException busy) {
      LOG.debug("Due follow-ups met somebody else's work and are tried again", busy);
    } catch (RuntimeException trouble) {
      if (Outage.isBehind(trouble)) {
        LOG.warn("Due follow-ups rest until the database is back: {}", trouble.getMessage());
        return;
      }
      LOG.error("Due follow-ups could not be moved on; they stay due and are tried again", trouble);
    }
  }
}
