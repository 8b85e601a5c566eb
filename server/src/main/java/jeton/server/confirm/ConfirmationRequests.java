package jeton.server.confirm;

import java.time.Clock;
import java.time.Instant;
import jeton.core.confirm.ConfirmationRules;
import jeton.core.people.PersonState;
import jeton.server.mail.Outbox;
import jeton.server.mail.OutgoingEmail;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.people.People;
import jeton.server.people.Person;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Confirmations asked for by email (S4). */
@Service
public class ConfirmationRequests {
  private final Outbox outbox;
  private final People people;
  private final Offers offers;
  private final Clock clock;

  ConfirmationRequests(Outbox outbox, People people, Offers offers, Clock clock) {
    this.outbox = outbox;
    this.people = people;
    this.offers = offers;
    this.clock = clock;
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
                outbox.asked(
                    personLocked.id(),
                    OutgoingEmail.Kind.CONFIRMATION,
                    now.minus(ConfirmationRules.WINDOW)),
                now);
    if (may) {
      outbox.add(OutgoingEmail.confirmation(personLocked.id(), offer.id(), signUpId, now));
    }
  }

  /** Sends another confirmation for an expired link, within the limits of S4. */
  @Transactional
  void askAgain(Confirmations.Link link) {
    Person person = people.lock(link.personId());
    boolean wants =
        person.state() != PersonState.ON_THE_LIST && person.state() != PersonState.BLOCKED;
    if (wants && link.confirmedAt().isEmpty()) {
      ask(offers.remembered(link.offerId()), person, false, link.signUpId());
    }
  }
}
