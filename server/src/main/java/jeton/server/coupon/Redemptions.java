package jeton.server.coupon;

import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import jeton.core.coupon.CodeShape;
import jeton.core.coupon.Refusal;
import jeton.server.coupon.CodeCheck.Answer;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/** Codes redeemed and released by shops (C4, C7). */
@Service
class Redemptions {
  private final CodeStore codes;
  private final RedemptionStore redemptions;
  private final CodeCheck check;
  private final CodeUses uses;
  private final Offers offers;
  private final TransactionOperations tx;
  private final Clock clock;

  Redemptions(
      CodeStore codes,
      RedemptionStore redemptions,
      CodeCheck check,
      CodeUses uses,
      Offers offers,
      TransactionOperations tx,
      Clock clock) {
    this.codes = codes;
    this.redemptions = redemptions;
    this.check = check;
    this.uses = uses;
    this.offers = offers;
    this.tx = tx;
    this.clock = clock;
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
      return tx.execute(
          status -> {
            Answer answer = redeemNow(typed, key, order, at);
            if (answer.refusal().isPresent()) {
              status.setRollbackOnly();
            }
            return answer;
          });
    } catch (DuplicateKeyException sameOrderMeanwhile) {
      return codes.byKey(key).flatMap(code -> check.before(code, order)).orElseThrow();
    }
  }

  /** A refusal means that what was written is to be undone. */
  private Answer redeemNow(String typed, String key, ShopOrder order, Instant at) {
    Optional<Code> found = codes.byKey(key);
    if (found.isEmpty()) {
      return Answer.refused(check.notKnown(typed));
    }
    Code code = found.get();
    if (code.uses() > 0) {
      Optional<Answer> before = check.before(code, order);
      if (before.isPresent()) {
        return before.get();
      }
    }
    Answer judged = check.judge(code, order, at);
    if (judged.refusal().isPresent()) {
      return judged;
    }
    Offer offer = offers.remembered(code.offerId());
    if (Codes.of(offer).terms().usesInAll().isPresent()) {
      // Before this order stands in any count.
      codes.beginTotal(offer.id());
    }
    return uses.count(offer, code, order, judged, at).map(Answer::refused).orElse(judged);
  }

  /** The order was cancelled: the code can be used again. Twice has one effect. */
  Answer release(String typed, String orderId) {
    Optional<Code> code = codes.byKey(CodeShape.key(typed));
    if (code.isEmpty()) {
      return Answer.refused(check.notKnown(typed));
    }
    return tx.execute(
        status -> {
          Optional<RedemptionStore.Row> row = redemptions.ofOrder(orderId);
          if (row.isEmpty() || row.get().codeId() != code.get().id()) {
            return Answer.refused(Refusal.ORDER_DIFFERS);
          }
          uses.takeBack(code.get(), row.get());
          return new Answer(Optional.empty(), 0, CodeCheck.termsOf(code.get()).worthInWords());
        });
  }
}
