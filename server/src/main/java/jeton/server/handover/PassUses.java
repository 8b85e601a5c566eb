package jeton.server.handover;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import jeton.core.confirm.ConfirmationRules;
import jeton.core.handover.PassStatus;
import jeton.server.history.History;
import jeton.server.incentive.Face;
import jeton.server.incentive.Incentives;
import jeton.server.mail.Outbox;
import jeton.server.mail.OutgoingEmail;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import jeton.server.people.People;
import org.springframework.stereotype.Component;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionOperations;

/** Passes used and renewed by whoever holds them (rules P2 to P4, S13). */
@Service
public class PassUses {
  private final Passes passes;
  private final HandOvers handOvers;
  private final Offers offers;
  private final Outbox outbox;
  private final People people;
  private final History history;
  private final TransactionOperations tx;
  private final Incentives incentives;
  private final Clock clock;

  PassUses(
      Passes passes,
      HandOvers handOvers,
      Offers offers,
      Outbox outbox,
      People people,
      Noting noting,
      Clock clock) {
    this.passes = passes;
    this.handOvers = handOvers;
    this.offers = offers;
    this.outbox = outbox;
    this.people = people;
    this.history = noting.history();
    this.tx = noting.tx();
    this.incentives = noting.incentives();
    this.clock = clock;
  }

  /** Where it is noted, in what, and what kinds say to it. */
  @Component
  record Noting(History history, TransactionOperations tx, Incentives incentives) {}

  /** A pass by which a file is asked for, and how it may be had. */
  public record Wish(Passes.Pass pass, String token, Face.Way way) {}

  /**
   * Starts or goes on with the transfer of a file. False when the pass does not open it (any more).
   */
  public boolean open(Wish wish, Offer offer, Offer.OfferFile file) {
    if (wish.way() == Face.Way.ALONG) {
      return wish.pass().status(clock.instant()) != PassStatus.EXPIRED;
    }
    if (passes.goesOn(wish.pass(), file.hash())) {
      // Range after range of one transfer: nothing begins by it, so nobody has to be locked.
      return true;
    }
    return tx.execute(status -> begin(wish, offer, file));
  }

  private boolean begin(Wish wish, Offer offer, Offer.OfferFile file) {
    Passes.Pass pass = wish.pass();
    // What a first use sets going concerns the person: their row is locked before the pass's.
    people.lock(pass.personId());
    Passes.Opening opening = passes.open(wish.token(), file.hash()).orElseThrow();
    if (opening.opened()) {
      incentives.began(offer, pass.personId(), file);
    }
    if (opening.firstUse()) {
      history.note(
          History.Event.of(
              clock.instant(), History.Kind.PASS_USED, pass.personId(), offer.id(), file.name()));
      handOvers.used(offer, pass.personId());
    }
    return opening.opened();
  }

  /** The page behind a pass tells what its holder does: for some kinds that is its use (G5). */
  @Transactional
  public void told(Passes.Pass pass, Face.Told told) {
    people.lock(pass.personId());
    Offer offer = offers.remembered(pass.offerId());
    if (incentives.told(offer, pass.personId(), told)) {
      handOvers.usedByLooking(offer, pass.personId());
    }
  }

  /** Sends a fresh link to the address a pass belongs to, within the limits of S13. */
  @Transactional
  public void freshLink(Passes.Pass pass) {
    // The lock makes two clicks at once one after the other, so that the limit holds.
    people.lock(pass.personId());
    Instant now = clock.instant();
    List<Instant> asked =
        outbox.asked(
            pass.personId(), OutgoingEmail.Kind.DELIVERY, now.minus(ConfirmationRules.WINDOW));
    if (ConfirmationRules.maySend(asked, now)) {
      handOvers.freshLink(offers.remembered(pass.offerId()), pass.personId());
    }
  }
}
