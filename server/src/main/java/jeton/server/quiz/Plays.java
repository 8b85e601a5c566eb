package jeton.server.quiz;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.incentive.Quiz;
import jeton.core.people.TagName;
import jeton.core.quiz.Outcome;
import jeton.core.quiz.Scheme;
import jeton.server.handover.GivenUses;
import jeton.server.offer.Offer;
import jeton.server.tagging.Tagging;
import org.springframework.stereotype.Service;

/** What people came to with a quiz, and what of it counts (rules Q9, Q10, S12). */
@Service
class Plays {
  private final PlayStore store;
  private final Editions editions;
  private final Tagging tagging;
  private final org.springframework.beans.factory.ObjectProvider<GivenUses> uses;
  private final Clock clock;

  /** Handing over comes late: it asks the faces of the kinds, and this stands behind one. */
  Plays(
      PlayStore store,
      Editions editions,
      Tagging tagging,
      org.springframework.beans.factory.ObjectProvider<GivenUses> uses,
      Clock clock) {
    this.store = store;
    this.editions = editions;
    this.tagging = tagging;
    this.uses = uses;
    this.clock = clock;
  }

  static Quiz of(Offer offer) {
    return (Quiz) offer.settings().gives();
  }

  /** A play with the quiz it was played in. */
  record Ended(Play play, Edition edition) {
    Scheme scheme() {
      return edition.quiz().scheme();
    }

    /** What it came to; empty for a total that nobody owns. */
    Optional<Outcome> outcome() {
      return play.outcome().flatMap(scheme()::outcome);
    }
  }

  Ended ended(Offer offer, Play play) {
    return new Ended(play, editions.find(offer, play.editionId()).orElseThrow());
  }

  /** The newest play of somebody, whether it counts or not. */
  Optional<Ended> newest(Offer offer, long personId) {
    return store.ofPerson(offer.id(), personId).stream().findFirst().map(p -> ended(offer, p));
  }

  /** The newest that an email may hand over. */
  Optional<Ended> newestGiven(Offer offer, long personId) {
    return store.ofPerson(offer.id(), personId).stream()
        .filter(play -> play.givenAt().isPresent())
        .findFirst()
        .map(p -> ended(offer, p));
  }

  /** The newest that is the person's own; before there is one, what was given. */
  Optional<Ended> counted(Offer offer, long personId) {
    return newestCounted(offer, personId)
        .map(p -> ended(offer, p))
        .or(() -> newestGiven(offer, personId));
  }

  private Optional<Play> newestCounted(Offer offer, long personId) {
    return store.ofPerson(offer.id(), personId).stream()
        .filter(play -> play.countedAt().isPresent())
        .findFirst();
  }

  /** Of one pass. */
  Optional<Ended> find(Offer offer, long playId) {
    return store.find(offer.id(), playId).map(p -> ended(offer, p));
  }

  /** A sign-up was confirmed: what was played for it may be given, and counts. */
  void confirmed(Offer offer, long personId, long signUpId) {
    store
        .bySignUp(signUpId)
        .ifPresent(
            play -> {
              store.give(play.id(), clock.instant());
              count(offer, personId, play);
            });
  }

  /**
   * A play becomes the person's, unless a newer one is already: tags it gives, and takes back what
   * the one before gave (Q10). The person's row is locked by the caller.
   */
  void count(Offer offer, long personId, Play play) {
    Optional<Play> before = newestCounted(offer, personId);
    boolean isOld = before.filter(other -> other.id() >= play.id()).isPresent();
    if (isOld || play.countedAt().isPresent()) {
      return;
    }
    Instant now = clock.instant();
    Ended ended = ended(offer, play);
    Set<String> tags =
        ended
            .outcome()
            .map(outcome -> play.answers().tags(ended.scheme(), outcome))
            .orElse(Set.of());
    Set<String> wanted = tags.stream().map(TagName::key).collect(Collectors.toSet());
    List<String> old = before.map(Play::tagsGiven).orElse(List.of());
    Set<String> had = old.stream().map(TagName::key).collect(Collectors.toSet());
    List<String> given = new ArrayList<>();
    for (String tag : tags) {
      if (had.contains(TagName.key(tag)) || tagging.along(personId, tag, true, offer.id())) {
        given.add(tag);
      }
    }
    old.stream()
        .filter(tag -> !wanted.contains(TagName.key(tag)))
        .forEach(tag -> tagging.along(personId, tag, false, offer.id()));
    store.count(play.id(), given, now);
    play.outcome().ifPresent(outcome -> uses.getObject().cameTo(offer, personId, outcome));
  }
}
