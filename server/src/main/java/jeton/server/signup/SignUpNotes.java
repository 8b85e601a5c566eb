package jeton.server.signup;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import jeton.core.form.FieldType;
import jeton.server.business.Business;
import jeton.server.confirm.Told;
import jeton.server.history.History;
import jeton.server.offer.Offer;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.trial.Seats;
import org.springframework.stereotype.Component;

/** What is kept of a sign-up beside its row: histories, and what somebody new told. */
@Component
class SignUpNotes {
  private final History history;
  private final Business business;
  private final People people;
  private final Told told;
  private final Seats seats;

  SignUpNotes(History history, Business business, People people, Told told, Seats seats) {
    this.history = history;
    this.business = business;
    this.people = people;
    this.told = told;
    this.seats = seats;
  }

  /** Notes it, with what was written to be read, and by which of two versions it came. */
  void signedUp(Offer offer, long personId, SignUps.Submission sent, Instant now) {
    history.note(
        History.Event.of(
            now, History.Kind.SIGNED_UP, personId, offer.id(), offer.settings().name()));
    history.noteAll(answered(offer, personId, sent.answers(), now));
    sent.seat().ifPresent(seat -> seats.signedUp(seat, personId));
  }

  /**
   * Where somebody new came from, and what they told. What is told of somebody known waits for a
   * confirmation (S12): anybody can type an address.
   */
  void cameFrom(Offer offer, Person person, SignUpStore.Row row) {
    SignUps.Submission sent = row.submission();
    people.cameFrom(
        person.id(),
        row.formId(),
        SignUps.shortened(sent.page()),
        SignUps.shortened(sent.campaign(), SignUpStore.MOST_CAMPAIGN));
    told.byNew(offer, person, sent.answers());
  }

  /** Longer texts are written to be read. */
  private List<History.Event> answered(
      Offer offer, long personId, Map<String, String> answers, Instant now) {
    return business.now().settings().fields().stream()
        .filter(field -> field.type() == FieldType.LONG_TEXT)
        .filter(field -> !answers.getOrDefault(field.key(), "").isBlank())
        .map(
            field ->
                History.Event.of(
                    now,
                    History.Kind.ANSWERED,
                    personId,
                    offer.id(),
                    field.label() + ": " + answers.get(field.key()).strip()))
        .toList();
  }
}
