package jeton.server.followup;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Moves due runs on, a batch after the other, as long as there are any. */
@Component
@ConditionalOnProperty(name = "jeton.followup.engine", havingValue = "true", matchIfMissing = true)
class RunEngine {
  private static final Logger LOG = LoggerFactory.getLogger(RunEngine.class);
  private static final int BATCH = 200;
  private final Runs runs;

  RunEngine(Runs runs) {
    this.runs = runs;
  }

  @Scheduled(fixedDelay = 500)
  void moveDue() {
    try {
      int moved = BATCH;
      while (moved == BATCH) {
        moved = runs.moveDue(BATCH);
      }
    } catch (RuntimeException trouble) {
      LOG.error("Due follow-ups could not be moved on; they stay due and are tried again", trouble);
    }
  }
}
