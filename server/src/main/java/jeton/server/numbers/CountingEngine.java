package jeton.server.numbers;

import java.time.Duration;
import jeton.server.database.Background;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Counts whoever is due, once a second and for a small part of it: in a rush visitors come first,
 * and numbers are behind by as long as it lasts.
 */
@Component
@ConditionalOnProperty(name = "jeton.followup.engine", havingValue = "true", matchIfMissing = true)
class CountingEngine {
  private static final Logger LOG = LoggerFactory.getLogger(CountingEngine.class);
  private static final String WHAT = "Counts by day";
  private static final long MOST_NANOS = Duration.ofMillis(100).toNanos();
  private final Counting counting;
  private final EmailDays emails;

  CountingEngine(Counting counting, EmailDays emails) {
    this.counting = counting;
    this.emails = emails;
  }

  @Scheduled(fixedDelay = 1000)
  void count() {
    long until = System.nanoTime() + MOST_NANOS;
    Background.steps(LOG, WHAT, () -> System.nanoTime() < until && counting.work());
    Background.steps(LOG, WHAT, () -> System.nanoTime() < until && emails.work());
  }
}
