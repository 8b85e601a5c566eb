package jeton.server.coupon;

import java.util.List;
import java.util.Optional;
import jeton.server.handover.HandOvers;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.people.People;
import jeton.server.people.Person;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;

/** Codes for those who came while the pool was dry (C5), one transaction each. */
@Component
class LateCodes {
  private static final int MOST_WAITING = 500;

  private final GrantStore grants;
  private final Codes codes;
  private final HandOvers handOvers;
  private final Offers offers;
  private final People people;
  private final TransactionOperations tx;

  LateCodes(
      GrantStore grants,
      Codes codes,
      HandOvers handOvers,
      Offers offers,
      People people,
      TransactionOperations tx) {
    this.grants = grants;
    this.codes = codes;
    this.handOvers = handOvers;
    this.offers = offers;
    this.people = people;
    this.tx = tx;
  }

  /** Whoever waited for a code gets one now, the longest first. */
  void giveToWaiting(long offerId) {
    List<GrantStore.Row> waiting = grants.waiting(offerId, MOST_WAITING);
    while (!waiting.isEmpty()) {
      for (GrantStore.Row row : waiting) {
        if (!tx.execute(status -> giveTo(row))) {
          return;
        }
      }
      waiting = grants.waiting(offerId, MOST_WAITING);
    }
  }

  /** False when there is no code left. */
  private boolean giveTo(GrantStore.Row row) {
    Person person = people.lock(row.personId());
    if (!grants.isWaiting(row.id())) {
      // Another instance was quicker: no code is taken for nothing.
      return true;
    }
    Offer offer = offers.remembered(row.offerId());
    Optional<Code> code = codes.giveLate(offer, row, person.email());
    code.ifPresent(
        given -> {
          grants.giveCode(row.id(), given.id());
          handOvers.nowThere(offer, person, CouponFace.grantOf(given));
        });
    return code.isPresent();
  }
}
