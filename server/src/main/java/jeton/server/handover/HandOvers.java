package jeton.server.handover;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.confirm.ConfirmationRules;
import jeton.core.handover.HandOverSettings;
import jeton.core.people.TagChange;
import jeton.core.signup.SignUpDecision;
import jeton.server.followup.Starts;
import jeton.server.followup.Tagging;
import jeton.server.history.History;
import jeton.server.mail.DeliveryListener;
import jeton.server.mail.Outbox;
import jeton.server.mail.OutgoingEmail;
import jeton.server.offer.Offer;
import jeton.server.pass.Passes;
import org.springframework.stereotype.Service;

/** Hands an offer's incentive to a person: a pass, the email that carries it, and the follow-up. */
@Service
public class HandOvers implements DeliveryListener {
  private final Passes passes;
  private final Outbox outbox;
  private final Starts starts;
  private final Tagging tagging;
  private final History history;
  private final Clock clock;

  HandOvers(Passes passes, Outbox outbox, Onward onward, History history, Clock clock) {
    this.passes = passes;
    this.outbox = outbox;
    this.starts = onward.starts();
    this.tagging = onward.tagging();
    this.history = history;
    this.clock = clock;
  }

  /** What handing over sets going. */
  @org.springframework.stereotype.Component
  record Onward(Starts starts, Tagging tagging) {}

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

  /** How it reaches the person. */
  public enum Way {
    /** By email if the offer says so; the confirmed page may do it too. */
    AS_THE_OFFER_SAYS,
    /** By email in any case: there is no page that could (S3). */
    BY_EMAIL
  }

  /**
   * Hands over, in the caller's transaction.
   *
   * @param confirmationHash hash of the token just confirmed: it becomes a link to the pass (S8)
   */
  public void handOver(Offer offer, long personId, Way way, Optional<byte[]> confirmationHash) {
    HandOverSettings settings = offer.settings().handOver();
    Instant now = clock.instant();
    long passId = passes.issue(new Passes.Holder(personId, offer.id()), settings.limits());
    confirmationHash.ifPresent(hash -> passes.reachableBy(passId, hash));
    history.note(
        History.Event.of(
            now, History.Kind.HANDED_OVER, personId, offer.id(), offer.settings().name()));
    if (settings.byEmail() || way == Way.BY_EMAIL) {
      outbox.add(OutgoingEmail.delivery(personId, offer.id(), now));
    }
    starts.handedOver(offer.id(), personId, settings.runAgain());
  }

  /**
   * Hands over in the very answer to a sign-up, in the caller's transaction. The answer is the same
   * for everybody (S6), so whoever the owner blocked gets a pass too, and nothing is noted.
   *
   * @return the token of a pass
   */
  public String onTheSpot(Offer offer, long personId, SignUpDecision decision, boolean handedOver) {
    Passes.Holder holder = new Passes.Holder(personId, offer.id());
    if (!handedOver) {
      // Handing over by email issued one already; here the answer is the first to.
      passes.issue(holder, offer.settings().handOver().limits());
    }
    if (decision == SignUpDecision.ASK_TO_CONFIRM) {
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

  /** A pass was used for the first time, in the caller's transaction (P4). */
  public void used(Offer offer, long personId) {
    starts.passUsed(offer.id(), personId);
    tagging.at(TagChange.When.FIRST_USE, offer.settings().handOver().tags(), personId, offer.id());
  }

  /** Another link to the newest pass of somebody who has one. */
  public Optional<String> linkAgain(Offer offer, long personId) {
    return passes.newLink(new Passes.Holder(personId, offer.id()));
  }

  /** Sends a fresh link: a new pass with limits counted from now (P3). */
  public void freshLink(Offer offer, long personId) {
    Instant now = clock.instant();
    passes.issue(new Passes.Holder(personId, offer.id()), offer.settings().handOver().limits());
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
