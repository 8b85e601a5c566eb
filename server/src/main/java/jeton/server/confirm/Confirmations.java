package jeton.server.confirm;

import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import jeton.core.people.PersonState;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.people.Lists;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Confirmations given by a link (rules S7, S8). */
@Service
public class Confirmations {
  private final ConfirmationStore store;
  private final Confirmed confirmed;
  private final People people;
  private final Lists lists;
  private final Offers offers;
  private final Told told;
  private final Clock clock;

  Confirmations(
      ConfirmationStore store,
      Confirmed confirmed,
      People people,
      Lists lists,
      Offers offers,
      Told told,
      Clock clock) {
    this.store = store;
    this.confirmed = confirmed;
    this.people = people;
    this.lists = lists;
    this.offers = offers;
    this.told = told;
    this.clock = clock;
  }

  /** What a link stands for. */
  public record Link(
      long signUpId,
      long personId,
      long offerId,
      Instant signedUpAt,
      Instant expiresAt,
      Optional<Instant> confirmedAt) {

    /** A confirmed link shows its page for ever; an unconfirmed one ends. */
    public boolean isOver(Instant now) {
      return confirmedAt.isEmpty() && !now.isBefore(expiresAt);
    }
  }

  /** The link of a token. */
  public Optional<Link> find(String token) {
    return store.find(Tokens.hash(token));
  }

  /**
   * Confirms. Any number of times has one effect (S7).
   *
   * @param network where the request came from, shortened
   * @param by what the person did, as evidence (S10)
   * @return the link as it stands then; empty for an unknown token
   */
  @Transactional
  public Optional<Link> confirm(String token, String network, String by) {
    byte[] hash = Tokens.hash(token);
    Optional<Link> found = store.find(hash);
    if (found.isEmpty()) {
      return found;
    }
    Person person = people.lock(found.get().personId());
    // Read again under the lock: two clicks at once come here one after the other.
    Link link = store.find(hash).orElseThrow();
    if (link.isOver(clock.instant()) || person.state() == PersonState.BLOCKED) {
      return Optional.of(link);
    }
    confirmLocked(link, person, hash, network, by);
    return store.find(hash);
  }

  private void confirmLocked(Link link, Person person, byte[] hash, String network, String by) {
    Instant now = clock.instant();
    Offer offer = offers.get(link.offerId());
    boolean handedOverSince =
        store.confirmedSince(link.personId(), link.offerId(), link.signedUpAt());
    boolean counts = link.confirmedAt().isEmpty();
    Optional<Told.Kept> kept = Optional.empty();
    if (counts) {
      lists.join(person.id(), store.lists(link.signUpId()), Optional.of(link.offerId()));
      store.confirm(link.signUpId(), now, network, by);
      people.confirmed(person.id(), now);
      kept = store.told(link.signUpId());
      kept.ifPresent(one -> people.tell(person.id(), one.person()));
    }
    boolean first = counts && !handedOverSince;
    if (first) {
      confirmed.first(offer, person.id(), link.signUpId(), hash);
    } else {
      confirmed.another(offer, person.id(), link.signUpId(), hash, counts);
    }
    kept.ifPresent(one -> told.byConfirmed(offer, person.id(), one));
    if (first) {
      confirmed.tagged(offer, person.id());
    }
  }
}
