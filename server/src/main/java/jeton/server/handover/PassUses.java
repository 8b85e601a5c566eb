package jeton.server.handover;

import java.time.Clock;
import jeton.core.handover.PassStatus;
import jeton.server.history.History;
import jeton.server.incentive.Face;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.pass.Passes;
import jeton.server.people.People;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionOperations;

/** Passes used by whoever holds them (rules P2 to P4). */
@Service
public class PassUses {
  private final Passes passes;
  private final GivenUses uses;
  private final People people;
  private final History history;
  private final Incentives incentives;
  private final TransactionOperations tx;
  private final Clock clock;

  PassUses(
      Passes passes,
      GivenUses uses,
      People people,
      History history,
      Incentives incentives,
      TransactionOperations tx,
      Clock clock) {
    this.passes = passes;
    this.uses = uses;
    this.people = people;
    this.history = history;
    this.incentives = incentives;
    this.tx = tx;
    this.clock = clock;
  }

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
      uses.used(offer, pass.personId());
    }
    return opening.opened();
  }

  /** The page behind a pass tells what its holder does: for some kinds that is its use (G5). */
  @Transactional
  public void told(Offer offer, Passes.Pass pass, Face.Told told) {
    people.lock(pass.personId());
    if (incentives.told(offer, pass.personId(), told)) {
      uses.usedByLooking(offer, pass.personId());
    }
  }
}
