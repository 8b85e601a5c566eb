package jeton.server.wheel;

import java.time.Clock;
import java.util.List;
import jeton.server.database.Background;
import jeton.server.offer.Offers;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;

/** Prizes that nobody confirmed in time are free again, unless the owner keeps them (W5). */
@Component
class FreeAgain {
  private static final Logger LOG = LoggerFactory.getLogger(FreeAgain.class);
  private static final int AT_ONCE = 100;

  private final SpinStore store;
  private final Spins spins;
  private final Offers offers;
  private final TransactionOperations tx;
  private final Clock clock;

  FreeAgain(SpinStore store, Spins spins, Offers offers, TransactionOperations tx, Clock clock) {
    this.store = store;
    this.spins = spins;
    this.offers = offers;
    this.tx = tx;
    this.clock = clock;
  }

  @Scheduled(fixedDelay = 1000)
  void look() {
    Background.steps(
        LOG,
        "Reserved pieces",
        () -> Integer.valueOf(AT_ONCE).equals(tx.execute(status -> free())));
  }

  private int free() {
    List<Spin> overdue = store.overdue(clock.instant(), AT_ONCE);
    for (Spin spin : overdue) {
      boolean keeps =
          offers.remembered(spin.offerId()).settings().gives()
                  instanceof jeton.core.incentive.PrizeWheel wheel
              && wheel.keepsReserved();
      if (keeps) {
        store.keep(spin.id());
      } else {
        store.state(spin.id(), Spin.State.FREED);
        spins.putBack(spin.offerId(), spin.slice());
      }
    }
    return overdue.size();
  }
}
