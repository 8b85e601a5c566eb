package jeton.server.handover;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import jeton.core.confirm.ConfirmationRules;
import jeton.server.mail.Outbox;
import jeton.server.mail.OutgoingEmail;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import jeton.server.people.People;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Fresh links for passes that are over (P3), within the limits of S13. */
@Service
public class FreshLinks {
  private final HandOvers handOvers;
  private final Offers offers;
  private final Outbox outbox;
  private final People people;
  private final Clock clock;

  FreshLinks(HandOvers handOvers, Offers offers, Outbox outbox, People people, Clock clock) {
    this.handOvers = handOvers;
    this.offers = offers;
    this.outbox = outbox;
    this.people = people;
    this.clock = clock;
  }

  /** Sends a fresh link to the address a pass belongs to, within the limits of S13. */
  @Transactional
  public void send(Passes.Pass pass) {
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
