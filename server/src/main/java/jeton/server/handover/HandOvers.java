package jeton.server.handover;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jeton.core.confirm.ConfirmationRules;
import jeton.core.handover.HandOverSettings;
import jeton.core.people.PersonState;
import jeton.core.signup.SignUpDecision;
import jeton.server.followup.Starts;
import jeton.server.history.History;
import jeton.server.incentive.Face;
import jeton.server.incentive.Incentives;
import jeton.server.mail.DeliveryListener;
import jeton.server.mail.Outbox;
import jeton.server.mail.OutgoingEmail;
import jeton.server.offer.Offer;
import jeton.server.pass.Passes;
import jeton.server.people.Person;
import org.springframework.stereotype.Service;

/** Hands an offer's incentive to a person: a pass, the email that carries it, and the follow-up. */
@Service
public class HandOvers implements DeliveryListener {
  private final Passes passes;
  private final Outbox outbox;
  private final Starts starts;
  private final History history;
  private final Incentives incentives;
  private final Clock clock;

  HandOvers(
      Passes passes,
      Outbox outbox,
      Starts starts,
      History history,
      Incentives incentives,
      Clock clock) {
    this.passes = passes;
    this.outbox = outbox;
    this.starts = starts;
    this.history = history;
    this.incentives = incentives;
    this.clock = clock;
  }

  /**
   * Whether another delivery may be sent to somebody who is known: anybody can type their address
   * (S13). Their row must be locked by the caller.
   */
  public boolean maySend(long personId) {
    Instant now = clock.instant();
    return ConfirmationRules.maySend(
        outbox.asked(personId, OutgoingEmail.Kind.DELIVERY, now.minus(ConfirmationRules.WINDOW)),
        now);
  }

  /** When a delivery may go to them at the earliest (S13); now, for whoever was not written to. */
  private Instant firstMoment(long personId, Instant now) {
    return ConfirmationRules.next(
        outbox.asked(personId, OutgoingEmail.Kind.DELIVERY, now.minus(ConfirmationRules.WINDOW)),
        now);
  }

  /** How it reaches the person. */
  public enum Way {
    /** By email if the offer says so; the confirmed page may do it too. */
    AS_THE_OFFER_SAYS,
    /** By email in any case: there is no page that could (S3). */
    BY_EMAIL,
    /** The same, once as many emails were set off as may be (S13). */
    BY_EMAIL_WHEN_IT_MAY
  }

  /**
   * Hands over, in the caller's transaction.
   *
   * @param confirmationHash hash of the token just confirmed: it becomes a link to the pass (S8)
   */
  public void handOver(Offer offer, long personId, Way way, Optional<byte[]> confirmationHash) {
    HandOverSettings settings = offer.settings().handOver();
    Instant now = clock.instant();
    boolean wasGiven = settings.onTheSpot() && way == Way.AS_THE_OFFER_SAYS;
    Given given = give(offer, personId, wasGiven ? Face.Occasion.AGAIN : Face.Occasion.SIGN_UP);
    confirmationHash.ifPresent(hash -> passes.reachableBy(given.passId(), hash));
    List<History.Event> events = new ArrayList<>();
    events.add(
        History.Event.of(
            now, History.Kind.HANDED_OVER, personId, offer.id(), offer.settings().name()));
    events.addAll(granted(given.grant(), personId, offer));
    history.noteAll(events);
    boolean asSet = settings.byEmail() || way != Way.AS_THE_OFFER_SAYS;
    if (given.grant().letter().goes(asSet)) {
      outbox.add(
          OutgoingEmail.delivery(
              personId,
              offer.id(),
              way == Way.BY_EMAIL_WHEN_IT_MAY ? firstMoment(personId, now) : now));
    }
    starts.handedOver(offer.id(), personId, settings.runAgain());
  }

  /** A pass, and what was given with it. */
  private record Given(long passId, Face.Grant grant) {}

  private Given give(Offer offer, long personId, Face.Occasion occasion) {
    Face.Grant grant = incentives.grant(offer, personId, occasion);
    long passId =
        passes.issue(
            new Passes.Holder(personId, offer.id()),
            offer.settings().handOver().limits(),
            new Passes.For(grant.endsAt(), grant.given()));
    return new Given(passId, grant);
  }

  /**
   * Gives what another offer gives along with this one's, in the caller's transaction: a pass of
   * its own, without an email or a follow-up of that offer.
   */
  public Face.Grant alsoGive(Offer other, long personId) {
    Face.Grant grant = give(other, personId, Face.Occasion.SIGN_UP).grant();
    history.noteAll(granted(grant, personId, other));
    return grant;
  }

  private static History.Kind granting(Offer offer) {
    return switch (offer.kind()) {
      case WHEEL -> History.Kind.WON;
      case QUIZ -> History.Kind.QUIZ_FINISHED;
      case DOWNLOAD, COUPON, PRIVATE_PAGE -> History.Kind.GRANTED;
    };
  }

  /** What is personal in what was given; nothing where all is common. */
  private List<History.Event> granted(Face.Grant grant, long personId, Offer offer) {
    return grant.words().isEmpty()
        ? List.of()
        : List.of(
            History.Event.of(
                clock.instant(), granting(offer), personId, offer.id(), grant.words()));
  }

  /**
   * Hands over in the very answer to a sign-up, in the caller's transaction. The answer is the same
   * for everybody (S6), so whoever the owner blocked gets a pass too, and nothing is noted.
   *
   * @return the token of a pass
   */
  public String onTheSpot(Offer offer, long personId, SignUpDecision decision, boolean handedOver) {
    Optional<Given> given =
        // Handing over by email gave it already; here the answer is the first to.
        handedOver
            ? Optional.empty()
            : Optional.of(give(offer, personId, Face.Occasion.ON_THE_SPOT));
    if (decision == SignUpDecision.ASK_TO_CONFIRM) {
      given.ifPresent(one -> history.noteAll(granted(one.grant(), personId, offer)));
      history.note(
          History.Event.of(
              clock.instant(),
              History.Kind.HANDED_OVER,
              personId,
              offer.id(),
              offer.settings().name()));
    }
    return linkAgain(offer, personId).orElseThrow();
  }

  /**
   * What had to be waited for is there, in the caller's transaction, the person's row locked. It is
   * delivered to whoever is on the list: nobody else asked for it by their own mailbox.
   */
  public void nowThere(Offer offer, Person person, Face.Grant grant) {
    history.noteAll(granted(grant, person.id(), offer));
    passes.endsAt(new Passes.Holder(person.id(), offer.id()), grant.endsAt());
    starts.endKnown(offer.id(), person.id());
    if (person.state() == PersonState.ON_THE_LIST) {
      outbox.add(OutgoingEmail.delivery(person.id(), offer.id(), clock.instant()));
    }
  }

  /** Another link to the newest pass of somebody who has one. */
  public Optional<String> linkAgain(Offer offer, long personId) {
    return passes.newLink(new Passes.Holder(personId, offer.id()));
  }

  /** Sends a fresh link: a new pass with limits counted from now (P3). */
  public void freshLink(Offer offer, long personId) {
    Instant now = clock.instant();
    give(offer, personId, Face.Occasion.AGAIN);
    starts.endKnown(offer.id(), personId);
    history.note(History.Event.of(now, History.Kind.FRESH_LINK_ASKED, personId, offer.id(), ""));
    outbox.add(OutgoingEmail.delivery(personId, offer.id(), now));
  }

  @Override
  public void settled(List<Settled> batch, Instant at) {
    history.noteAll(
        batch.stream()
            .filter(settled -> settled.outcome() == Outcome.SENT)
            .filter(settled -> settled.email().kind() == OutgoingEmail.Kind.DELIVERY)
            .map(
                settled ->
                    History.Event.of(
                        at,
                        History.Kind.DELIVERY_SENT,
                        settled.email().personId(),
                        settled.email().offerId(),
                        settled.detail()))
            .toList());
  }
}
