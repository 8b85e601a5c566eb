package jeton.server.confirm;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.confirm.ConfirmationRules;
import jeton.core.people.PersonState;
import jeton.core.people.TagChange;
import jeton.server.handover.HandOvers;
import jeton.server.history.History;
import jeton.server.incentive.Games;
import jeton.server.mail.DeliveryListener;
import jeton.server.mail.Outbox;
import jeton.server.mail.OutgoingEmail;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import jeton.server.people.Lists;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.tagging.Tagging;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Confirmations: asked for by email, given by a link (rules S4, S7, S8). */
@Service
public class Confirmations implements DeliveryListener {
  private final ConfirmationStore store;
  private final Circle circle;
  private final Clock clock;

  Confirmations(ConfirmationStore store, Circle circle, Clock clock) {
    this.store = store;
    this.circle = circle;
    this.clock = clock;
  }

  /** Whom a confirmation concerns. */
  @org.springframework.stereotype.Component
  record Circle(
      Outbox outbox,
      People people,
      Passes passes,
      HandOvers handOvers,
      Offers offers,
      History history,
      Tagging tagging,
      Told told,
      Lists lists,
      Games games) {}

  /** What a link stands for. */
  public record Link(
      long signUpId,
      long personId,
      long offerId,
      Instant signedUpAt,
      Instant expiresAt,
      Optional<Instant> confirmedAt) {

    /** A confirmed link shows its page for ever; an unconfirmed one ends. */
    public boolean isOver(Instant now) {
      return confirmedAt.isEmpty() && !now.isBefore(expiresAt);
    }
  }

  /**
   * Has the confirmation email sent, unless it was asked for too often (S4).
   *
   * @param personLocked the person, whose row the caller has locked
   */
  public void ask(Offer offer, Person personLocked, boolean isNew, long signUpId) {
    Instant now = clock.instant();
    boolean may =
        isNew
            || ConfirmationRules.maySend(
                circle
                    .outbox()
                    .asked(
                        personLocked.id(),
                        OutgoingEmail.Kind.CONFIRMATION,
                        now.minus(ConfirmationRules.WINDOW)),
                now);
    if (may) {
      circle.outbox().add(OutgoingEmail.confirmation(personLocked.id(), offer.id(), signUpId, now));
    }
  }

  /** The link of a token. */
  public Optional<Link> find(String token) {
    return store.find(Tokens.hash(token));
  }

  /**
   * Confirms. Any number of times has one effect (S7).
   *
   * @param network where the request came from, shortened
   * @param by what the person did, as evidence (S10)
   * @return the link as it stands then; empty for an unknown token
   */
  @Transactional
  public Optional<Link> confirm(String token, String network, String by) {
    byte[] hash = Tokens.hash(token);
    Optional<Link> found = store.find(hash);
    if (found.isEmpty()) {
      return found;
    }
    Person person = circle.people().lock(found.get().personId());
    // Read again under the lock: two clicks at once come here one after the other.
    Link link = store.find(hash).orElseThrow();
    if (link.isOver(clock.instant()) || person.state() == PersonState.BLOCKED) {
      return Optional.of(link);
    }
    confirmLocked(link, person, hash, network, by);
    return store.find(hash);
  }

  private void confirmLocked(Link link, Person person, byte[] hash, String network, String by) {
    Instant now = clock.instant();
    Offer offer = circle.offers().get(link.offerId());
    boolean handedOverSince =
        store.confirmedSince(link.personId(), link.offerId(), link.signedUpAt());
    Optional<Told.Kept> told = Optional.empty();
    if (link.confirmedAt().isEmpty()) {
      circle.lists().join(person.id(), store.lists(link.signUpId()), Optional.of(link.offerId()));
      store.confirm(link.signUpId(), now, network, by);
      circle.people().confirmed(person.id(), now);
      told = store.told(link.signUpId());
      told.ifPresent(kept -> circle.people().tell(person.id(), kept.person()));
    }
    if (link.confirmedAt().isPresent() || handedOverSince) {
      // An older or second link of the same sign-up: it opens what was handed over already.
      if (link.confirmedAt().isEmpty()) {
        circle.games().confirmed(offer, person.id(), link.signUpId());
      }
      linkToNewest(offer, person.id(), hash);
      told.ifPresent(kept -> circle.told().byConfirmed(offer, person.id(), kept));
      return;
    }
    circle.people().changeState(person.id(), PersonState.ON_THE_LIST, now);
    circle
        .history()
        .note(
            History.Event.of(
                now, History.Kind.CONFIRMED, person.id(), offer.id(), offer.settings().name()));
    circle.games().confirmed(offer, person.id(), link.signUpId());
    boolean opens = offer.settings().confirm().opensIncentive();
    circle
        .handOvers()
        .handOver(
            offer,
            person.id(),
            HandOvers.Way.AS_THE_OFFER_SAYS,
            opens ? Optional.of(hash) : Optional.empty());
    told.ifPresent(kept -> circle.told().byConfirmed(offer, person.id(), kept));
    circle
        .tagging()
        .at(
            TagChange.When.CONFIRMATION,
            offer.settings().handOver().tags(),
            person.id(),
            offer.id());
  }

  private void linkToNewest(Offer offer, long personId, byte[] hash) {
    if (offer.settings().confirm().opensIncentive()) {
      circle
          .passes()
          .newest(new Passes.Holder(personId, offer.id()))
          .ifPresent(pass -> circle.passes().reachableBy(pass.id(), hash));
    }
  }

  /** Sends another confirmation for an expired link, within the limits of S4. */
  @Transactional
  public void askAgain(Link link) {
    Person person = circle.people().lock(link.personId());
    boolean wants =
        person.state() != PersonState.ON_THE_LIST && person.state() != PersonState.BLOCKED;
    if (wants && link.confirmedAt().isEmpty()) {
      ask(circle.offers().remembered(link.offerId()), person, false, link.signUpId());
    }
  }

  @Override
  public void settled(List<Settled> batch, Instant at) {
    circle
        .history()
        .noteAll(
            batch.stream()
                .filter(settled -> settled.outcome() == Outcome.SENT)
                .filter(settled -> settled.email().kind() == OutgoingEmail.Kind.CONFIRMATION)
                .map(
                    settled ->
                        History.Event.of(
                            at,
                            History.Kind.CONFIRMATION_SENT,
                            settled.email().personId(),
                            settled.email().offerId(),
                            settled.detail()))
                .toList());
  }
}
