package jeton.server.numbers;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import jeton.server.business.Business;
import jeton.server.mail.DeliveryListener;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * Notes in which days emails changed, in the transaction in which they did; the last thing in it.
 */
@Component
@Order(Ordered.LOWEST_PRECEDENCE)
class EmailMarks implements DeliveryListener {
  private final EmailDayStore store;
  private final Business business;

  EmailMarks(EmailDayStore store, Business business) {
    this.store = store;
    this.business = business;
  }

  @Override
  public void settled(List<Settled> batch, Instant at) {
    if (batch.stream().anyMatch(settled -> settled.outcome() != Outcome.DROPPED)) {
      changed(at);
    }
  }

  @Override
  public void changed(Instant settledAt) {
    store.mark(List.of(LocalDate.ofInstant(settledAt, business.now().settings().zoneId())));
  }
}
