package jeton.server.coupon;

import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import jeton.core.coupon.CodeShape;
import jeton.core.coupon.Refusal;
import jeton.core.coupon.Terms;
import jeton.core.incentive.Coupon;
import jeton.core.offer.OfferKind;
import jeton.server.offer.Offers;
import org.springframework.stereotype.Service;

/** What a code would take off an order, and why it would not (C4). Counts nothing. */
@Service
class CodeCheck {
  private final CodeStore codes;
  private final RedemptionStore redemptions;
  private final Codes handing;
  private final Offers offers;
  private final Clock clock;

  CodeCheck(
      CodeStore codes, RedemptionStore redemptions, Codes handing, Offers offers, Clock clock) {
    this.codes = codes;
    this.redemptions = redemptions;
    this.handing = handing;
    this.offers = offers;
    this.clock = clock;
  }

  /**
   * What a shop is told.
   *
   * @param discount in minor units; nothing where refused
   * @param worth in words, where the code is known
   */
  record Answer(Optional<Refusal> refusal, long discount, String worth) {
    static Answer refused(Refusal refusal) {
      return new Answer(Optional.of(refusal), 0, "");
    }
  }

  /** Whether this very use was counted before. */
  boolean isKnown(String typed, ShopOrder order) {
    return codes
        .byKey(CodeShape.key(typed))
        .flatMap(code -> before(code, order))
        .filter(answer -> answer.refusal().isEmpty())
        .isPresent();
  }

  /** What a code would take off; counts nothing. */
  Answer check(String typed, ShopOrder order) {
    return check(typed, order, clock.instant());
  }

  /**
   * @param at when the order was placed
   */
  Answer check(String typed, ShopOrder order, Instant at) {
    Optional<Code> code = codes.byKey(CodeShape.key(typed));
    if (code.isEmpty()) {
      return Answer.refused(notKnown(typed));
    }
    Optional<Answer> before = before(code.get(), order);
    return before.orElseGet(() -> judge(code.get(), order, at));
  }

  /** An order that came before. */
  Optional<Answer> before(Code code, ShopOrder order) {
    return redemptions
        .ofOrder(order.id())
        .map(
            row -> {
              if (row.codeId() != code.id() || !row.order().equals(order)) {
                return Answer.refused(Refusal.ORDER_DIFFERS);
              }
              return row.releasedAt().isPresent()
                  ? Answer.refused(Refusal.ORDER_RELEASED)
                  : new Answer(Optional.empty(), row.discount(), termsOf(code).worthInWords());
            });
  }

  /** What is decided by the code and the order alone. */
  Answer judge(Code code, ShopOrder order, Instant at) {
    if (code.state() == Code.State.WITHDRAWN) {
      return Answer.refused(Refusal.WITHDRAWN);
    }
    if (code.issue().isEmpty()) {
      // In a pool still: nobody can have it.
      return Answer.refused(Refusal.UNKNOWN);
    }
    Optional<Integer> mostInAll = Codes.of(offers.remembered(code.offerId())).terms().usesInAll();
    Terms terms = termsOf(code).withUsesInAll(mostInAll);
    Optional<Refusal> refusal =
        terms.refusal(
            code.issue().get().at(),
            handing.zone(),
            new Terms.Uses(
                code.uses(), mostInAll.isPresent() ? codes.usedInAll(code.offerId()) : 0),
            new Terms.Order(order.eligible(), order.currency(), at));
    return refusal
        .map(Answer::refused)
        .orElseGet(
            () ->
                new Answer(
                    Optional.empty(),
                    terms.worth().discount(order.eligible()),
                    terms.worthInWords()));
  }

  static Terms termsOf(Code code) {
    return code.issue().orElseThrow().terms();
  }

  /** A slip of the pen is told apart from a code that is not ours (C2). */
  Refusal notKnown(String typed) {
    boolean mistyped =
        offers.known().stream()
            .filter(offer -> offer.kind() == OfferKind.COUPON)
            .map(Codes::of)
            .filter(coupon -> coupon.source() == Coupon.Source.MADE)
            .anyMatch(coupon -> coupon.shape().read(typed).status() == CodeShape.Status.MISTYPED);
    return mistyped ? Refusal.MISTYPED : Refusal.UNKNOWN;
  }
}
