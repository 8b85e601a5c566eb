package jeton.server.trial;

import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Looks once a minute which trials are over. */
@Component
@ConditionalOnProperty(name = "jeton.followup.engine", havingValue = "true", matchIfMissing = true)
class TrialEngine {
  private final TrialEnds ends;

  TrialEngine(TrialEnds ends) {
    this.ends = ends;
  }

  @Scheduled(fixedDelay = 60_000, initialDelay = 10_000)
  void work() {
    ends.work();
  }
}
