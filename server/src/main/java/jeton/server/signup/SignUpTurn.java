package jeton.server.signup;

import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import jeton.core.people.PersonState;
import jeton.core.signup.SignUpDecision;
import jeton.core.signup.SignUpLimits;
import jeton.server.handover.HandOvers;
import jeton.server.incentive.Game;
import jeton.server.incentive.Games;
import jeton.server.offer.Offer;
import jeton.server.people.People;
import org.springframework.stereotype.Component;

/**
 * A sign-up decided and done (S1 to S5), in the caller's transaction: the person's row is locked by
 * it.
 */
@Component
class SignUpTurn {
  private final SignUpStore store;
  private final People people;
  private final SignUpActs acts;
  private final SignUpNotes notes;
  private final HandOvers handOvers;
  private final Games games;
  private final Clock clock;

  SignUpTurn(
      SignUpStore store,
      People people,
      SignUpActs acts,
      SignUpNotes notes,
      HandOvers handOvers,
      Games games,
      Clock clock) {
    this.store = store;
    this.people = people;
    this.acts = acts;
    this.notes = notes;
    this.handOvers = handOvers;
    this.games = games;
    this.clock = clock;
  }

  /** Decides by what is known of the address, and does it. */
  SignUps.Outcome take(Offer offer, SignUpStore.Row row) {
    Instant now = clock.instant();
    boolean confirmationOn = offer.settings().confirm().on();
    PersonState whenNew = confirmationOn ? PersonState.WAITING_TO_CONFIRM : PersonState.ON_THE_LIST;
    People.Met met = people.meet(row.told(), whenNew, now);
    long personId = met.person().id();
    if (!met.isNew() && keepsOn(personId, now)) {
      // As with S4: whoever keeps on at one address reads the same answer.
      return new SignUps.Outcome.Taken(false, Optional.empty());
    }
    SignUpDecision decision = SignUpDecision.of(met.isNew(), met.person().state(), confirmationOn);
    long signUpId = store.add(new SignUpStore.Meeting(offer.id(), met), row, decision, now);
    notes.signedUp(offer, personId, row.submission(), now);
    // What is handed over has to be known by then. Else what is played for comes last: stock is
    // scarce, and locked until the end.
    boolean first = decision == SignUpDecision.HAND_OVER || offer.settings().handOver().onTheSpot();
    if (first) {
      played(offer, met, row, decision, signUpId);
    }
    boolean handedOver = acts.act(offer, met, decision, signUpId);
    if (decision == SignUpDecision.HAND_OVER && met.person().state() != PersonState.ON_THE_LIST) {
      acts.join(offer, personId, row.submission().lists());
    }
    if (met.isNew()) {
      notes.cameFrom(offer, met.person(), row);
    }
    boolean wasOnTheList = !met.isNew() && met.person().state() == PersonState.ON_THE_LIST;
    Optional<String> pass =
        offer.settings().handOver().onTheSpot()
            ? Optional.of(handOvers.onTheSpot(offer, personId, decision, handedOver))
            : Optional.empty();
    if (!first) {
      played(offer, met, row, decision, signUpId);
    }
    return new SignUps.Outcome.Taken(wasOnTheList, pass);
  }

  private void played(
      Offer offer, People.Met met, SignUpStore.Row row, SignUpDecision decision, long signUpId) {
    games.signedUp(
        offer,
        new Game.SignedUp(
            new Game.Sheet(row.formId(), row.submission().submissionKey()),
            met.person(),
            signUpId,
            decision,
            decision == SignUpDecision.HAND_OVER && met.isNew()),
        row.submission().round());
  }

  private boolean keepsOn(long personId, Instant now) {
    return store.countSince(personId, now.minus(SignUpLimits.WINDOW))
        >= SignUpLimits.MOST_IN_WINDOW;
  }
}
