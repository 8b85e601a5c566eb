package jeton.server.numbers;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import jeton.core.upkeep.KeptKind;
import jeton.server.business.Business;
import jeton.server.database.Fading;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Forgets who read which email, by whole days of the business on which both the email left and the
 * last of it happened. What was counted of it stays: days that are forgotten of are counted no
 * more, what steps and issues show is added up first, and how far somebody came is kept beside
 * them.
 */
@Component
class ForgottenReadings implements Fading {
  private final Business business;
  private final EmailDayStore days;
  private final ForgottenReadingStore store;
  private final TransactionOperations tx;

  ForgottenReadings(
      Business business,
      EmailDayStore days,
      ForgottenReadingStore store,
      TransactionOperations tx) {
    this.business = business;
    this.days = days;
    this.store = store;
    this.tx = tx;
  }

  @Override
  public KeptKind kind() {
    return KeptKind.READINGS;
  }

  @Override
  public int forget(Instant before, int most) {
    return tx.execute(
        status -> {
          ZoneId zone = business.now().settings().zoneId();
          LocalDate from = LocalDate.ofInstant(before, zone);
          days.waitForTurn();
          // What is not counted yet is counted first, and forgotten the next night.
          if (days.isDueBefore(from)) {
            return 0;
          }
          days.countFrom(from);
          return store.forget(from.atStartOfDay(zone).toInstant(), most);
        });
  }
}
