package jeton.server.form;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.LongAdder;
import jeton.server.business.Business;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Counts how often forms are seen, in memory, written once a second. A killed process loses that
 * second's.
 */
@Component
public class ViewCounter {
  private static final Logger LOG = LoggerFactory.getLogger(ViewCounter.class);
  private final FormStore store;
  private final Business business;
  private final Clock clock;
  private final Map<Long, LongAdder> counts = new ConcurrentHashMap<>();

  ViewCounter(FormStore store, Business business, Clock clock) {
    this.store = store;
    this.business = business;
    this.clock = clock;
  }

  /** One more view. */
  public void seen(long formId) {
    counts.computeIfAbsent(formId, id -> new LongAdder()).increment();
  }

  /** Writes what was counted, under the business's day (N1). */
  @Scheduled(fixedDelay = 1000)
  @PreDestroy
  public synchronized void flush() {
    Map<Long, Long> taken = new HashMap<>();
    counts.forEach(
        (formId, adder) -> {
          long n = adder.sumThenReset();
          if (n > 0) {
            taken.put(formId, n);
          }
        });
    if (taken.isEmpty()) {
      return;
    }
    try {
      store.addViews(
          LocalDate.ofInstant(clock.instant(), business.now().settings().zoneId()), taken);
    } catch (DataAccessException away) {
      taken.forEach((formId, n) -> counts.get(formId).add(n));
      LOG.warn("Views could not be written and are kept for the next try: {}", away.getMessage());
    }
  }
}
