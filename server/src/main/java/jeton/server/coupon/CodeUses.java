package jeton.server.coupon;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.coupon.Money;
import jeton.core.coupon.Refusal;
import jeton.server.handover.GivenUses;
import jeton.server.history.History;
import jeton.server.offer.Offer;
import jeton.server.people.People;
import org.springframework.stereotype.Component;

/**
 * Uses of codes counted and taken back (C7), with what they set going; all in the caller's
 * transaction.
 */
@Component
class CodeUses {
  private final CodeStore codes;
  private final GrantStore grants;
  private final RedemptionStore redemptions;
  private final GivenUses uses;
  private final People people;
  private final History history;
  private final Clock clock;

  CodeUses(
      CodeStore codes,
      GrantStore grants,
      RedemptionStore redemptions,
      GivenUses uses,
      People people,
      History history,
      Clock clock) {
    this.codes = codes;
    this.grants = grants;
    this.redemptions = redemptions;
    this.uses = uses;
    this.people = people;
    this.history = history;
    this.clock = clock;
  }

  /** Counts one; a refusal means that what was written is to be undone. */
  Optional<Refusal> count(
      Offer offer, Code code, ShopOrder order, CodeCheck.Answer answer, Instant at) {
    List<Long> holders = code.isOfOnePerson() ? grants.unusedHolders(code.id()) : List.of();
    // What a first use sets going concerns people: their rows are locked before the code's.
    people.lockAll(holders);
    redemptions.add(
        new RedemptionStore.Row(
            0, code.offerId(), code.id(), order, answer.discount(), at, Optional.empty()));
    if (!codes.countUse(code.id(), CodeCheck.termsOf(code).usesPerCode())) {
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
    holders.forEach(person -> uses.usedElsewhere(offer, person, words));
    grants.used(code.id(), at);
    if (holders.isEmpty()) {
      history.note(
          new History.Event(
              clock.instant(),
              History.Kind.GRANT_USED,
              Optional.empty(),
              Optional.of(offer.id()),
              words));
    }
    return Optional.empty();
  }

  private static String words(Code code, ShopOrder order, CodeCheck.Answer answer) {
    String off =
        answer.discount() == 0
            ? ""
            : ", " + Money.words(answer.discount(), order.currency()) + " off";
    return "the code " + code.name().shown() + " on order " + order.id() + off;
  }

  /** Takes one back: the order was cancelled. Twice has one effect. */
  void takeBack(Code code, RedemptionStore.Row use) {
    if (redemptions.release(use.id(), clock.instant())) {
      codes.takeUseBack(code.id());
      codes.takeBackInAll(code.offerId());
      noteReleased(code, use.order().id());
    }
  }

  private void noteReleased(Code code, String orderId) {
    history.note(
        new History.Event(
            clock.instant(),
            History.Kind.GRANT_CHANGED,
            code.isOfOnePerson() ? grants.holder(code.id()) : Optional.empty(),
            Optional.of(code.offerId()),
            "order " + orderId + " was cancelled: " + code.name().shown() + " is good again"));
  }
}
