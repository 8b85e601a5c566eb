package jeton.server.followup;

import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import jeton.core.followup.RunEnd;
import jeton.core.people.PersonState;
import jeton.server.history.History;
import jeton.server.mail.DeliveryListener;
import jeton.server.mail.OutgoingEmail;
import jeton.server.people.People;
import jeton.server.people.Person;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** People who leave, or whom no email reaches any more. */
@Service
@Order(1)
public class Departures implements DeliveryListener {
  private final People people;
  private final Runs runs;
  private final History history;
  private final Clock clock;

  Departures(People people, Runs runs, History history, Clock clock) {
    this.people = people;
    this.runs = runs;
    this.history = history;
    this.clock = clock;
  }

  /** Takes a person off the list: nothing more is sent. Doing it twice has one effect. */
  @Transactional
  public void leave(long personId, String how) {
    Person person = people.lock(personId);
    if (person.state() == PersonState.LEFT || person.state() == PersonState.BLOCKED) {
      return;
    }
    Instant now = clock.instant();
    runs.endAllOf(personId, RunEnd.PERSON_LEFT);
    people.changeState(personId, PersonState.LEFT, now);
    history.note(
        new History.Event(now, History.Kind.LEFT, Optional.of(personId), Optional.empty(), how));
  }

  /** The owner stops all emails to a person, for good. */
  @Transactional
  public void block(long personId) {
    Person person = people.lock(personId);
    if (person.state() == PersonState.BLOCKED) {
      return;
    }
    Instant now = clock.instant();
    runs.endAllOf(personId, RunEnd.PERSON_BLOCKED);
    people.changeState(personId, PersonState.BLOCKED, now);
    history.note(
        new History.Event(
            now, History.Kind.BLOCKED, Optional.of(personId), Optional.empty(), "by the owner"));
  }

  /** A refused address is unreachable; it hears nothing more and must be replaced (S5). */
  @Override
  public void settled(OutgoingEmail email, Outcome outcome, Instant at, String detail) {
    if (outcome == Outcome.REFUSED) {
      people.changeState(email.personId(), PersonState.UNREACHABLE, at);
      runs.endAllOf(email.personId(), RunEnd.PERSON_UNREACHABLE);
      history.note(
          History.Event.of(
              at, History.Kind.UNREACHABLE, email.personId(), email.offerId(), detail));
    } else if (outcome == Outcome.GIVEN_UP) {
      history.note(
          History.Event.of(
              at, History.Kind.EMAIL_FAILED, email.personId(), email.offerId(), detail));
    }
  }
}
