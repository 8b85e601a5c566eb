package jeton.server.confirm;

import java.time.Clock;
import java.util.Map;
import java.util.Optional;
import jeton.core.people.TagChange;
import jeton.server.followup.Starts;
import jeton.server.offer.Offer;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.tagging.Tagging;
import org.springframework.stereotype.Service;

/**
 * What a sign-up tells about a person: answers, tags, dates that start something. Of somebody new
 * it counts at once; of somebody known only when that sign-up is confirmed by a link sent to them
 * (S12).
 */
@Service
public class Told {
  private final People people;
  private final Tagging tagging;
  private final Starts starts;
  private final Clock clock;

  Told(People people, Tagging tagging, Starts starts, Clock clock) {
    this.people = people;
    this.tagging = tagging;
    this.starts = starts;
    this.clock = clock;
  }

  /** What was kept with a sign-up until it is confirmed. */
  record Kept(People.Confirmed person, Map<String, String> answers) {}

  /** A person signs up who was never seen before. */
  public void byNew(Offer offer, Person person, Map<String, String> answers) {
    count(offer, person, answers);
  }

  /** Somebody known confirms a sign-up. */
  void byConfirmed(Offer offer, long personId, Kept kept) {
    count(offer, people.get(personId), kept.answers());
  }

  private void count(Offer offer, Person person, Map<String, String> answers) {
    people.answered(person.id(), answers, clock.instant());
    tagging.at(TagChange.When.SIGN_UP, offer.settings().handOver().tags(), person.id(), offer.id());
    starts.answered(person, Optional.of(offer.id()), answers);
  }
}
