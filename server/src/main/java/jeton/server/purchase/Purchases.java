package jeton.server.purchase;

import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import jeton.core.coupon.Money;
import jeton.core.signup.EmailAddress;
import jeton.server.followup.Starts;
import jeton.server.history.History;
import jeton.server.people.People;
import jeton.server.people.Person;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What people bought, as far as a shop tells (H3). */
@Service
public class Purchases {
  private final PurchaseStore store;
  private final People people;
  private final Starts starts;
  private final History history;
  private final Clock clock;

  Purchases(PurchaseStore store, People people, Starts starts, History history, Clock clock) {
    this.store = store;
    this.people = people;
    this.starts = starts;
    this.history = history;
    this.clock = clock;
  }

  /**
   * An order.
   *
   * @param id the shop's own
   * @param total in minor units
   * @param currency ISO 4217
   */
  public record Order(String id, long total, String currency) {}

  /**
   * Notes that somebody bought; sequences with that goal end. Told twice, it has one effect. Of
   * somebody who is not known nothing is kept: they have asked us for nothing.
   *
   * @param at when; now where it is not said, or said to be later
   * @return whether they are known
   */
  @Transactional
  public boolean note(EmailAddress by, Order order, Optional<Instant> at) {
    Optional<Person> person = people.find(by);
    Instant now = clock.instant();
    Instant when = at.filter(then -> then.isBefore(now)).orElse(now);
    person.ifPresent(
        known -> {
          people.lock(known.id());
          if (store.add(order, known.id(), when)) {
            history.note(
                History.Event.of(
                    when,
                    History.Kind.BOUGHT,
                    known.id(),
                    Optional.empty(),
                    "order " + order.id() + ", " + Money.words(order.total(), order.currency())));
            starts.bought(known.id());
          }
        });
    return person.isPresent();
  }
}
