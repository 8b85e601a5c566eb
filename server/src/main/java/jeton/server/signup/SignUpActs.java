package jeton.server.signup;

import java.time.Clock;
import java.util.Optional;
import java.util.Set;
import jeton.core.people.PersonState;
import jeton.core.signup.SignUpDecision;
import jeton.server.confirm.ConfirmationRequests;
import jeton.server.handover.HandOvers;
import jeton.server.incentive.Games;
import jeton.server.offer.Offer;
import jeton.server.people.Lists;
import jeton.server.people.People;
import org.springframework.stereotype.Component;

/** What a decision means: asking to confirm, or handing over (S2 to S5). */
@Component
class SignUpActs {
  private final ConfirmationRequests confirmations;
  private final HandOvers handOvers;
  private final Games games;
  private final People people;
  private final Lists lists;
  private final Clock clock;

  SignUpActs(
      ConfirmationRequests confirmations,
      HandOvers handOvers,
      Games games,
      People people,
      Lists lists,
      Clock clock) {
    this.confirmations = confirmations;
    this.handOvers = handOvers;
    this.games = games;
    this.people = people;
    this.lists = lists;
    this.clock = clock;
  }

  /** True when something was handed over by email. */
  boolean act(Offer offer, People.Met met, SignUpDecision decision, long signUpId) {
    long personId = met.person().id();
    if (decision == SignUpDecision.ASK_TO_CONFIRM) {
      confirmations.ask(offer, met.person(), met.isNew(), signUpId);
      return false;
    }
    if (decision != SignUpDecision.HAND_OVER) {
      return false;
    }
    people.changeState(personId, PersonState.ON_THE_LIST, clock.instant());
    boolean may = met.isNew() || handOvers.maySend(personId);
    if (!may && !games.isAlwaysHandedOver(offer)) {
      return false;
    }
    handOvers.handOver(
        offer,
        personId,
        may ? HandOvers.Way.BY_EMAIL : HandOvers.Way.BY_EMAIL_WHEN_IT_MAY,
        Optional.empty());
    return true;
  }

  /** Puts somebody on the lists of a sign-up that counts (L1). */
  void join(Offer offer, long personId, Set<Long> listIds) {
    lists.join(personId, listIds, Optional.of(offer.id()));
  }
}
