package jeton.server.coupon;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jeton.core.coupon.CodeShape;
import jeton.core.incentive.Coupon;
import jeton.core.offer.OfferKind;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.problem.NotThere;
import org.springframework.stereotype.Service;

/** A coupon's codes looked through by their owner (C9). */
@Service
class Coupons {
  private static final Duration SOON = Duration.ofDays(3);

  private final Offers offers;
  private final CodeTableStore table;
  private final CodePool pool;
  private final Clock clock;

  Coupons(Offers offers, CodeTableStore table, CodePool pool, Clock clock) {
    this.offers = offers;
    this.table = table;
    this.pool = pool;
    this.clock = clock;
  }

  /** One that must exist. */
  Offer coupon(long offerId) {
    Offer offer = offers.get(offerId);
    if (offer.kind() != OfferKind.COUPON) {
      throw new NotThere("This coupon");
    }
    return offer;
  }

  /**
   * What codes came to, and how long they last.
   *
   * @param free codes left in the pool
   * @param runsOutOn at the present pace; empty where that is not in sight
   */
  record CouponNumbers(
      CodeTableStore.Totals totals,
      long free,
      long givenLately,
      Optional<LocalDate> runsOutOn,
      String currency) {}

  CouponNumbers numbers(long offerId) {
    Offer offer = coupon(offerId);
    Instant now = clock.instant();
    var pace = pool.pace(offer);
    boolean isPool = Codes.of(offer).source() == Coupon.Source.POOL;
    return new CouponNumbers(
        table.totals(offerId, now, now.plus(SOON)),
        pace.free(),
        pace.given(),
        isPool ? pace.runsOut() : Optional.empty(),
        Codes.of(offer).terms().currency());
  }

  List<CodeTableStore.CodeRow> below(
      long offerId, String words, String state, long below, int most) {
    coupon(offerId);
    boolean used = state.equals("USED");
    return table.below(
        new CodeTableStore.Wanted(
            offerId,
            words.strip().toLowerCase(Locale.ROOT),
            CodeShape.key(words),
            used ? "" : state,
            used),
        below,
        most);
  }
}
