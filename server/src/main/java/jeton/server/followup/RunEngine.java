package jeton.server.followup;

import java.util.function.IntUnaryOperator;
import jeton.server.database.Background;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Starts and moves on what is due, a batch after the other, as long as there is any. */
@Component
@ConditionalOnProperty(name = "jeton.followup.engine", havingValue = "true", matchIfMissing = true)
class RunEngine {
  private static final Logger LOG = LoggerFactory.getLogger(RunEngine.class);
  private static final int BATCH = 200;
  private final DueStarts starts;
  private final RunMover runs;

  RunEngine(DueStarts starts, RunMover runs) {
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
    Background.steps(LOG, "Due follow-ups", () -> batch.applyAsInt(BATCH) == BATCH);
  }
}
