package jeton.server.coupon;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.coupon.CodeShape;
import jeton.core.coupon.Money;
import jeton.core.coupon.Refusal;
import jeton.core.coupon.Terms;
import jeton.core.incentive.Coupon;
import jeton.core.offer.OfferKind;
import jeton.server.handover.HandOvers;
import jeton.server.history.History;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.people.People;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/** Codes checked, redeemed and released by shops (C4, C7). */
@Service
class Redemptions {
  private final CodeStore codes;
  private final GrantStore grants;
  private final RedemptionStore redemptions;
  private final Circle circle;
  private final Clock clock;

  Redemptions(
      CodeStore codes, GrantStore grants, RedemptionStore redemptions, Circle circle, Clock clock) {
    this.codes = codes;
    this.grants = grants;
    this.redemptions = redemptions;
    this.circle = circle;
    this.clock = clock;
  }

  /** Whom a redemption concerns. */
  @org.springframework.stereotype.Component
  record Circle(
      Codes handing,
      Offers offers,
      HandOvers handOvers,
      People people,
      History history,
      TransactionOperations tx) {}

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

  /**
   * Uses a code for an order. Asked again with the same order it answers the same and counts once.
   */
  Answer redeem(String typed, ShopOrder order) {
    return redeem(typed, order, clock.instant());
  }

  /**
   * @param at when the order was placed
   */
  Answer redeem(String typed, ShopOrder order, Instant at) {
    String key = CodeShape.key(typed);
    try {
      // One transaction for all of it: one connection, and one look at the code.
      return circle
          .tx()
          .execute(
              status -> {
                Answer answer = redeemNow(typed, key, order, at);
                if (answer.refusal().isPresent()) {
                  status.setRollbackOnly();
                }
                return answer;
              });
    } catch (DuplicateKeyException sameOrderMeanwhile) {
      return codes.byKey(key).flatMap(code -> before(code, order)).orElseThrow();
    }
  }

  /** A refusal means that what was written is to be undone. */
  private Answer redeemNow(String typed, String key, ShopOrder order, Instant at) {
    Optional<Code> found = codes.byKey(key);
    if (found.isEmpty()) {
      return Answer.refused(notKnown(typed));
    }
    Code code = found.get();
    if (code.uses() > 0) {
      Optional<Answer> before = before(code, order);
      if (before.isPresent()) {
        return before.get();
      }
    }
    Answer judged = judge(code, order, at);
    if (judged.refusal().isPresent()) {
      return judged;
    }
    Offer offer = circle.offers().remembered(code.offerId());
    if (Codes.of(offer).terms().usesInAll().isPresent()) {
      // Before this order stands in any count.
      codes.beginTotal(offer.id());
    }
    return count(offer, code, order, judged, at).map(Answer::refused).orElse(judged);
  }

  /** An order that came before. */
  private Optional<Answer> before(Code code, ShopOrder order) {
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

  private Answer judge(Code code, ShopOrder order, Instant at) {
    if (code.state() == Code.State.WITHDRAWN) {
      return Answer.refused(Refusal.WITHDRAWN);
    }
    if (code.issue().isEmpty()) {
      // In a pool still: nobody can have it.
      return Answer.refused(Refusal.UNKNOWN);
    }
    Optional<Integer> mostInAll =
        Codes.of(circle.offers().remembered(code.offerId())).terms().usesInAll();
    Terms terms = termsOf(code).withUsesInAll(mostInAll);
    Optional<Refusal> refusal =
        terms.refusal(
            code.issue().get().at(),
            circle.handing().zone(),
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

  private static Terms termsOf(Code code) {
    return code.issue().orElseThrow().terms();
  }

  /** Counts it, in the caller's transaction; a refusal means that it is to be undone. */
  private Optional<Refusal> count(
      Offer offer, Code code, ShopOrder order, Answer answer, Instant at) {
    List<Long> holders = code.isOfOnePerson() ? grants.unusedHolders(code.id()) : List.of();
    // What a first use sets going concerns people: their rows are locked before the code's.
    circle.people().lockAll(holders);
    redemptions.add(
        new RedemptionStore.Row(
            0, code.offerId(), code.id(), order, answer.discount(), at, Optional.empty()));
    if (!codes.countUse(code.id(), termsOf(code).usesPerCode())) {
      return Optional.of(
          codes.find(code.id()).filter(c -> c.state() == Code.State.WITHDRAWN).isPresent()
              ? Refusal.WITHDRAWN
              : Refusal.USED_UP);
    }
    Optional<Integer> inAll = Codes.of(offer).terms().usesInAll();
    if (inAll.isPresent() && !codes.countInAll(code.offerId(), inAll.get())) {
      return Optional.of(Refusal.USED_UP);
    }
    String words = words(code, order, answer);
    holders.forEach(person -> circle.handOvers().usedElsewhere(offer, person, words));
    grants.used(code.id(), at);
    if (holders.isEmpty()) {
      circle
          .history()
          .note(
              new History.Event(
                  clock.instant(),
                  History.Kind.GRANT_USED,
                  Optional.empty(),
                  Optional.of(offer.id()),
                  words));
    }
    return Optional.empty();
  }

  private static String words(Code code, ShopOrder order, Answer answer) {
    String off =
        answer.discount() == 0
            ? ""
            : ", " + Money.words(answer.discount(), order.currency()) + " off";
    return "the code " + code.name().shown() + " on order " + order.id() + off;
  }

  /** The order was cancelled: the code can be used again. Twice has one effect. */
  Answer release(String typed, String orderId) {
    Optional<Code> code = codes.byKey(CodeShape.key(typed));
    if (code.isEmpty()) {
      return Answer.refused(notKnown(typed));
    }
    return circle
        .tx()
        .execute(
            status -> {
              Optional<RedemptionStore.Row> row = redemptions.ofOrder(orderId);
              if (row.isEmpty() || row.get().codeId() != code.get().id()) {
                return Answer.refused(Refusal.ORDER_DIFFERS);
              }
              if (redemptions.release(row.get().id(), clock.instant())) {
                codes.takeUseBack(code.get().id());
                codes.takeBackInAll(code.get().offerId());
                noteReleased(code.get(), orderId);
              }
              return new Answer(Optional.empty(), 0, termsOf(code.get()).worthInWords());
            });
  }

  private void noteReleased(Code code, String orderId) {
    circle
        .history()
        .note(
            new History.Event(
                clock.instant(),
                History.Kind.GRANT_CHANGED,
                code.isOfOnePerson() ? grants.holder(code.id()) : Optional.empty(),
                Optional.of(code.offerId()),
                "order " + orderId + " was cancelled: " + code.name().shown() + " is good again"));
  }

  /** A slip of the pen is told apart from a code that is not ours (C2). */
  private Refusal notKnown(String typed) {
    boolean mistyped =
        circle.offers().known().stream()
            .filter(offer -> offer.kind() == OfferKind.COUPON)
            .map(Codes::of)
            .filter(coupon -> coupon.source() == Coupon.Source.MADE)
            .anyMatch(coupon -> coupon.shape().read(typed).status() == CodeShape.Status.MISTYPED);
    return mistyped ? Refusal.MISTYPED : Refusal.UNKNOWN;
  }
}
