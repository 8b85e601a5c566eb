package jeton.bench;

import java.util.Optional;
import jeton.core.coupon.CodeShape;
import jeton.core.coupon.Terms;
import jeton.core.coupon.Worth;
import jeton.core.incentive.Coupon;
import jeton.core.incentive.Incentive;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;

/**
 * Offers without confirmation, for measurements: what is given is given in the answer's
 * transaction.
 */
final class BenchCoupon {
  private BenchCoupon() {}

  /** Ten percent off, once for each code. */
  static Terms terms() {
    return new Terms(
        Worth.percent(1000),
        "EUR",
        "",
        0,
        Optional.empty(),
        Optional.empty(),
        Optional.of(30),
        Optional.of(1),
        Optional.empty());
  }

  /** Codes from a pool. */
  static Coupon pool() {
    return new Coupon(terms(), Coupon.Source.POOL, CodeShape.USUAL, "", "", "", false);
  }

  /** A live offer of a kind, given at once. */
  static Offer atOnce(BenchServer server, String name, OfferKind kind, Incentive gives) {
    return live(server, name, kind, gives, false);
  }

  /** A live offer of a kind. */
  static Offer live(
      BenchServer server, String name, OfferKind kind, Incentive gives, boolean confirmation) {
    Offers offers = server.bean(Offers.class);
    Offer made = offers.make(name, kind);
    OfferSettings s = made.settings();
    offers.save(
        made.id(),
        made.version(),
        new OfferSettings(
            s.name(), s.slug(), s.confirm().turned(confirmation), s.handOver(), gives));
    return offers.changeState(made.id(), OfferState.LIVE);
  }
}
