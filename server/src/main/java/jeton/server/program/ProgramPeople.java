package jeton.server.program;

import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.followup.Start;
import jeton.core.people.PersonState;
import jeton.core.signup.EmailAddress;
import jeton.server.dossier.Notes;
import jeton.server.followup.Starts;
import jeton.server.history.History;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** People, as programs ask and tell of them: those who are known, by their address (S1). */
@Service
class ProgramPeople {
  private static final String BY = "a program";
  private static final int PAGE = 100;

  private final People people;
  private final Notes notes;
  private final Starts starts;
  private final History history;
  private final Clock clock;

  ProgramPeople(People people, Notes notes, Starts starts, History history, Clock clock) {
    this.people = people;
    this.notes = notes;
    this.starts = starts;
    this.history = history;
    this.clock = clock;
  }

  /**
   * Somebody who is known by an address.
   *
   * @throws NotThere for anybody else
   */
  Person known(String email) {
    try {
      return people
          .find(EmailAddress.parse(email == null ? "" : email))
          .orElseThrow(() -> new NotThere("A person of this address"));
    } catch (EmailAddress.Refused refused) {
      throw new Refused("email", refused.fault().code(), refused.fault().message());
    }
  }

  KnownPerson view(long personId) {
    return people.rowsByIds(List.of(personId)).stream()
        .findFirst()
        .map(KnownPerson::of)
        .orElseThrow(() -> new NotThere("A person of this address"));
  }

  /** A page of everybody, newest first, older than one of them. */
  List<KnownPerson> below(long below) {
    return people
        .rowsOf(
            people.below(
                People.Filter.of("", Optional.empty(), Optional.empty(), Optional.empty()),
                below,
                PAGE))
        .stream()
        .map(KnownPerson::of)
        .toList();
  }

  /** Changes what is known of somebody, as the owner would by hand. */
  KnownPerson change(String email, Optional<String> firstName, Map<String, String> fields) {
    Person person = known(email);
    notes.change(person.id(), BY, firstName, fields);
    return view(person.id());
  }

  /**
   * Something happened to somebody elsewhere: their history has it, and sequences start by it.
   *
   * @return whether they are on the list: nobody else is written to
   */
  @Transactional
  public boolean happened(String email, String event) {
    if (!Start.isEventName(event)) {
      throw new Refused(
          "event", "event_name", "An event has a name of letters, digits, - _ and ., at most 60.");
    }
    Person person = people.lock(known(email).id());
    history.note(
        History.Event.of(
            clock.instant(), History.Kind.TOLD_OF, person.id(), Optional.empty(), event));
    if (person.state() != PersonState.ON_THE_LIST) {
      return false;
    }
    starts.told(person, event);
    return true;
  }
}
