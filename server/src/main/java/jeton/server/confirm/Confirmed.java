package jeton.server.confirm;

import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import jeton.core.people.PersonState;
import jeton.core.people.TagChange;
import jeton.server.handover.HandOvers;
import jeton.server.history.History;
import jeton.server.incentive.Games;
import jeton.server.offer.Offer;
import jeton.server.pass.Passes;
import jeton.server.people.People;
import jeton.server.tagging.Tagging;
import org.springframework.stereotype.Component;

/** What a confirmation sets going (S7, S8), in its transaction, the person's row locked. */
@Component
class Confirmed {
  private final People people;
  private final HandOvers handOvers;
  private final Passes passes;
  private final Games games;
  private final Tagging tagging;
  private final History history;
  private final Clock clock;

  Confirmed(
      People people,
      HandOvers handOvers,
      Passes passes,
      Games games,
      Tagging tagging,
      History history,
      Clock clock) {
    this.people = people;
    this.handOvers = handOvers;
    this.passes = passes;
    this.games = games;
    this.tagging = tagging;
    this.history = history;
    this.clock = clock;
  }

  /**
   * The first confirmation of a sign-up: the person is on the list, and gets what was offered.
   *
   * @param hash of the token: it becomes a link to the pass, where the offer says so
   */
  void first(Offer offer, long personId, long signUpId, byte[] hash) {
    Instant now = clock.instant();
    people.changeState(personId, PersonState.ON_THE_LIST, now);
    history.note(
        History.Event.of(
            now, History.Kind.CONFIRMED, personId, offer.id(), offer.settings().name()));
    games.confirmed(offer, personId, signUpId);
    boolean opens = offer.settings().confirm().opensIncentive();
    handOvers.handOver(
        offer,
        personId,
        HandOvers.Way.AS_THE_OFFER_SAYS,
        opens ? Optional.of(hash) : Optional.empty());
  }

  /** Tags that a confirmation gives. */
  void tagged(Offer offer, long personId) {
    tagging.at(
        TagChange.When.CONFIRMATION, offer.settings().handOver().tags(), personId, offer.id());
  }

  /**
   * An older or second link of the same sign-up: it opens what was handed over already.
   *
   * @param counts whether this link is confirmed only now
   */
  void another(Offer offer, long personId, long signUpId, byte[] hash, boolean counts) {
    if (counts) {
      games.confirmed(offer, personId, signUpId);
    }
    linkToNewest(offer, personId, hash);
  }

  private void linkToNewest(Offer offer, long personId, byte[] hash) {
    if (offer.settings().confirm().opensIncentive()) {
      passes
          .newest(new Passes.Holder(personId, offer.id()))
          .ifPresent(pass -> passes.reachableBy(pass.id(), hash));
    }
  }
}
