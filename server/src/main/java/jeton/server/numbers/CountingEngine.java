package jeton.server.numbers;

import jeton.server.database.Background;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Counts whoever is due, once a second. */
@Component
@ConditionalOnProperty(name = "jeton.followup.engine", havingValue = "true", matchIfMissing = true)
class CountingEngine {
  private static final Logger LOG = LoggerFactory.getLogger(CountingEngine.class);
  private static final String WHAT = "Counts by day";
  private final Counting counting;

  CountingEngine(Counting counting) {
    this.counting = counting;
  }

  @Scheduled(fixedDelay = 1000)
  void count() {
    Background.round(LOG, WHAT, counting::followZone);
    Background.steps(LOG, WHAT, counting::work);
  }
}
