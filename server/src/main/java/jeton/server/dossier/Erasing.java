package jeton.server.dossier;

import java.time.Clock;
import jeton.core.followup.RunEnd;
import jeton.core.signup.EmailAddress;
import jeton.server.followup.RunEnds;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Erases a person (L6): what is personal goes everywhere, counts stay. A hash of the address stays
 * so that an import does not bring them back; they themselves may sign up anew.
 */
@Service
public class Erasing {
  private final ErasingStore store;
  private final People people;
  private final RunEnds runs;
  private final Clock clock;

  Erasing(ErasingStore store, People people, RunEnds runs, Clock clock) {
    this.store = store;
    this.people = people;
    this.runs = runs;
    this.clock = clock;
  }

  /** Erases somebody. That cannot be undone; done twice it has one effect. */
  @Transactional
  public void erase(long personId) {
    Person person = people.lock(personId);
    if (store.isErased(personId)) {
      return;
    }
    runs.endAllOf(personId, RunEnd.PERSON_BLOCKED);
    store.keepHash(Tokens.hash(key(person.email())), clock.instant());
    store.erase(personId, clock.instant());
  }

  private static String key(String email) {
    try {
      return EmailAddress.parse(email).compareKey();
    } catch (EmailAddress.Refused olderThanTheRule) {
      return email.toLowerCase(java.util.Locale.ROOT);
    }
  }
}
