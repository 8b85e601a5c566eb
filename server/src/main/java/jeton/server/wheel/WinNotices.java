package jeton.server.wheel;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.incentive.PrizeWheel;
import jeton.server.email.Gift;
import jeton.server.email.OwnerMail;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Tells the shop of winners. Each notice stands in the database until the mail server took it: a
 * process that is killed in between sends it once more rather than never.
 */
@Component
class WinNotices {
  private static final Logger LOG = LoggerFactory.getLogger(WinNotices.class);
  private static final int MOST_TRIES = 10;
  private static final Duration AGAIN = Duration.ofMinutes(2);

  private final WinNoticeStore store;
  private final SpinStore spins;
  private final Telling telling;
  private final TransactionOperations tx;
  private final Clock clock;

  WinNotices(
      WinNoticeStore store,
      SpinStore spins,
      Telling telling,
      TransactionOperations tx,
      Clock clock) {
    this.store = store;
    this.spins = spins;
    this.telling = telling;
    this.tx = tx;
    this.clock = clock;
  }

  /** How it is told. */
  @Component
  record Telling(OwnerMail mail, Offers offers, Prizes prizes) {}

  @Scheduled(fixedDelay = 1000)
  void look() {
    Boolean more;
    do {
      more = tx.execute(status -> store.lockDue(clock.instant()).map(this::tell).orElse(false));
    } while (Boolean.TRUE.equals(more));
  }

  /** True when another may follow at once. */
  private boolean tell(WinNoticeStore.Due due) {
    Offer offer = telling.offers().remembered(due.offerId());
    Optional<Spin> spin = spins.find(due.offerId(), due.spinId());
    if (spin.isEmpty() || !(offer.settings().gives() instanceof PrizeWheel wheel)) {
      store.done(due.id());
      return true;
    }
    Map<String, String> told =
        telling.prizes().told(List.of(spin.get()), true).getOrDefault(due.spinId(), Map.of());
    boolean sent =
        telling
            .mail()
            .send(
                due.address(),
                wheel.notice().email(),
                new Gift(offer.settings().name(), List.of(), wheel.fillIns()),
                new OwnerMail.About(due.firstName(), due.email(), offer.settings().name(), told));
    if (sent) {
      store.done(due.id());
    } else if (due.tries() + 1 >= MOST_TRIES) {
      LOG.error("A winner's notice did not leave in {} tries and is given up", MOST_TRIES);
      store.done(due.id());
    } else {
      store.later(due.id(), clock.instant().plus(AGAIN.multipliedBy(due.tries() + 1L)));
    }
    return sent;
  }
}
