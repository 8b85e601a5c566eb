package jeton.server.wheel;

import java.time.Clock;
import java.util.Optional;
import jeton.server.handover.GivenUses;
import jeton.server.incentive.UseListener;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.tagging.Tagging;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;

/** What follows from a spin that is somebody's: tags, and its prize's use. */
@Service
class Winnings implements UseListener {
  private final SpinStore store;
  private final Spins spins;
  private final Tagging tagging;
  private final ObjectProvider<GivenUses> uses;
  private final ObjectProvider<Offers> offers;
  private final Clock clock;

  Winnings(
      SpinStore store,
      Spins spins,
      Tagging tagging,
      ObjectProvider<GivenUses> uses,
      ObjectProvider<Offers> offers,
      Clock clock) {
    this.store = store;
    this.spins = spins;
    this.tagging = tagging;
    this.uses = uses;
    this.offers = offers;
    this.clock = clock;
  }

  /**
   * A spin was handed over, in that transaction, the person's row locked.
   *
   * @param counts whether it is their own for certain (S12)
   */
  void given(Offer offer, long personId, Spins.Ended ended, boolean counts) {
    if (counts) {
      count(offer, personId, ended);
    }
  }

  /** A spin becomes the person's own: tags its slice gives, conditions and starts by it. */
  void count(Offer offer, long personId, Spins.Ended ended) {
    if (ended.spin().countedAt().isPresent()) {
      return;
    }
    store.count(ended.spin().id(), clock.instant());
    ended.slice().tags().forEach(tag -> tagging.along(personId, tag, true, offer.id()));
    uses.getObject().cameTo(offer, personId, ended.slice().id());
  }

  /** The newest spin that was handed to somebody. */
  Optional<Spins.Ended> newestGiven(Offer offer, long personId) {
    return store.ofPerson(offer.id(), personId).stream()
        .filter(spin -> spin.state() == Spin.State.GIVEN)
        .findFirst()
        .map(spins::ended);
  }

  void used(Spin spin) {
    store.used(spin.id(), clock.instant());
  }

  /** A prize that another offer gives was used: so was the wheel's (G5). */
  @Override
  public void used(Offer other, long personId) {
    for (Spin spin : store.wonBy(personId)) {
      boolean isIt =
          spin.usedAt().isEmpty()
              && spins.ended(spin).slice().prize().offerId().equals(Optional.of(other.id()));
      if (isIt) {
        used(spin);
        Offer wheel = offers.getObject().remembered(spin.offerId());
        uses.getObject().usedByLooking(wheel, personId);
      }
    }
  }
}
