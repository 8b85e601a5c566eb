package jeton.server.quiz;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.util.Optional;
import jeton.core.incentive.Quiz;
import jeton.server.database.Documents;
import jeton.server.offer.Offer;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Component;

/**
 * Editions: whoever has begun a quiz finishes the one they began, whatever is edited meanwhile, and
 * what they came to stays as it was (G2).
 */
@Component
class Editions {
  private static final int REMEMBERED = 200;

  private final EditionStore store;
  private final Documents documents;
  private final Clock clock;
  private final Cache<Long, Edition> byId = Caffeine.newBuilder().maximumSize(REMEMBERED).build();
  // By identity: an offer stays the same object in memory until it is saved.
  private final Cache<Quiz, Long> ids = Caffeine.newBuilder().weakKeys().build();

  Editions(EditionStore store, Documents documents, Clock clock) {
    this.store = store;
    this.documents = documents;
    this.clock = clock;
  }

  /** The edition that visitors of a live offer are shown now. */
  Edition now(Offer offer) {
    Quiz quiz = Plays.of(offer);
    long id =
        ids.get(
            quiz,
            one -> {
              String written = documents.write(one);
              return store.id(offer.id(), Tokens.hash(written), written, clock.instant());
            });
    return new Edition(id, offer.id(), quiz);
  }

  /** An edition of an offer; empty for a number that is made up, or another offer's. */
  Optional<Edition> find(Offer offer, long id) {
    return Optional.ofNullable(byId.get(id, one -> store.find(one).orElse(null)))
        .filter(edition -> edition.offerId() == offer.id());
  }
}
