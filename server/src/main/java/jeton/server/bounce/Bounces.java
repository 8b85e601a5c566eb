package jeton.server.bounce;

import java.time.Clock;
import java.util.Optional;
import jeton.server.history.History;
import jeton.server.leaving.Departures;
import jeton.server.mail.Engine;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.reading.Readings;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes mails that come back. A hard bounce makes the person unreachable, a complaint blocks them;
 * a delay is noted, a reply counted. Taking the same mail twice has one effect.
 */
@Service
public class Bounces {
  private final Engine engine;
  private final People people;
  private final Departures departures;
  private final Readings readings;
  private final History history;
  private final Clock clock;

  Bounces(
      Engine engine,
      People people,
      Departures departures,
      Readings readings,
      History history,
      Clock clock) {
    this.engine = engine;
    this.people = people;
    this.departures = departures;
    this.readings = readings;
    this.history = history;
    this.clock = clock;
  }

  /**
   * What came of a mail.
   *
   * @param understood whether it was a report about, or a reply by, somebody we know
   */
  public record Taken(boolean understood, String kind, Optional<String> address) {}

  /**
   * Takes one mail, whole, as it arrived. Only a report about an email we sent is acted on, by its
   * Message-ID, which nobody can guess: an address alone would let anybody block anybody.
   */
  @Transactional
  public Taken take(byte[] mail) {
    Returned returned = ReportReader.read(mail);
    Optional<Engine.Found> email = returned.messageId().flatMap(engine::find);
    Optional<Person> person = email.map(found -> people.lock(found.email().personId()));
    boolean understood = person.isPresent() && returned.kind() != Returned.Kind.UNKNOWN;
    if (understood) {
      act(returned, person.get(), email);
    }
    return new Taken(understood, returned.kind().name(), person.map(Person::email));
  }

  private void act(Returned returned, Person person, Optional<Engine.Found> email) {
    Optional<Long> offerId = email.flatMap(found -> found.email().offerId());
    switch (returned.kind()) {
      case BOUNCE -> {
        email.ifPresent(found -> engine.bounced(found.outboxId(), returned.said()));
        departures.unreachable(person.id(), offerId, returned.said());
      }
      case COMPLAINT -> {
        email.ifPresent(found -> readings.complainedOf(found.outboxId()));
        departures.complained(person.id(), offerId);
      }
      case REPLY -> email.ifPresent(found -> readings.repliedTo(found.outboxId()));
      case DELAY ->
          history.note(
              History.Event.of(
                  clock.instant(), History.Kind.BOUNCED, person.id(), offerId, returned.said()));
      case DELIVERED, UNKNOWN -> {}
    }
  }
}
