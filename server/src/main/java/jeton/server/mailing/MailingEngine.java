package jeton.server.mailing;

import jeton.server.database.Background;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Moves emails to many on, a step after the other, as long as there is any. */
@Component
@ConditionalOnProperty(name = "jeton.followup.engine", havingValue = "true", matchIfMissing = true)
class MailingEngine {
  private static final Logger LOG = LoggerFactory.getLogger(MailingEngine.class);
  private static final String WHAT = "Emails to many";
  private final GoingOut goingOut;
  private final Issues issues;

  MailingEngine(GoingOut goingOut, Issues issues) {
    this.issues = issues;
    this.goingOut = goingOut;
  }

  @Scheduled(fixedDelay = 1000)
  void work() {
    Background.steps(LOG, WHAT, goingOut::work);
  }

  @Scheduled(fixedDelay = 60_000, initialDelay = 10_000)
  void heal() {
    Background.round(LOG, WHAT, issues::heal);
  }
}
