package jeton.server.quiz;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.LongAdder;
import jeton.core.quiz.Pace;
import jeton.server.business.Business;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Counts how far visitors come in a quiz (Q12), in memory, written once a second: once per rendered
 * form and step, as far as this instance remembers. A killed process loses that second's.
 */
@Component
class QuizSteps {
  private static final Logger LOG = LoggerFactory.getLogger(QuizSteps.class);
  private static final Duration REMEMBERED = Duration.ofHours(2);
  private static final int MOST_REMEMBERED = 200_000;

  private final StepStore store;
  private final Business business;
  private final Clock clock;
  private final Map<Step, LongAdder> counts = new ConcurrentHashMap<>();
  private final Cache<String, Boolean> seen =
      Caffeine.newBuilder().maximumSize(MOST_REMEMBERED).expireAfterWrite(REMEMBERED).build();

  QuizSteps(StepStore store, Business business, Clock clock) {
    this.store = store;
    this.business = business;
    this.clock = clock;
  }

  /** What is counted. */
  enum What {
    /** The first question was begun. */
    STARTED,
    /** A question was shown. */
    SEEN,
    /** It was answered or skipped. */
    ANSWERED,
    /** The address was asked. */
    ASKED,
    /** How long an answer took: a stretch of {@link Pace} per question. */
    TOOK
  }

  /**
   * A step.
   *
   * @param siteId on which site; 0 for our own pages
   * @param item key of a question; with {@code /} and a stretch of time for {@link What#TOOK}
   */
  record Step(long offerId, long formId, long siteId, What what, String item) {}

  /**
   * One more step.
   *
   * @param key of the rendered form
   */
  void took(Step step, String key) {
    if (seen.asMap().putIfAbsent(key + " " + step.what() + " " + once(step), true) == null) {
      counts.computeIfAbsent(step, one -> new LongAdder()).increment();
    }
  }

  /** A question takes its time once, whatever stretch it is told to have been. */
  private static String once(Step step) {
    return step.item().split("/")[0];
  }

  List<StepStore.Count> all(long offerId) {
    return store.all(offerId);
  }

  /**
   * Writes what was counted, under the business's day (N1). Whoever asks while another writes waits
   * for it, so that a look at the numbers never falls between the taking and the writing.
   */
  @Scheduled(fixedDelay = 1000)
  @PreDestroy
  synchronized void flush() {
    Map<Step, Long> taken = new HashMap<>();
    counts.forEach(
        (step, adder) -> {
          long n = adder.sumThenReset();
          if (n > 0) {
            taken.put(step, n);
          }
        });
    if (taken.isEmpty()) {
      return;
    }
    try {
      store.add(LocalDate.ofInstant(clock.instant(), business.now().settings().zoneId()), taken);
    } catch (DataAccessException away) {
      taken.forEach((step, n) -> counts.get(step).add(n));
      LOG.warn("Steps could not be written and are kept for the next try: {}", away.getMessage());
    }
  }
}
