package jeton.server.wheel;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.util.Optional;
import jeton.server.database.Documents;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Component;

/** Editions of wheels: a spin stays what it was, whatever is edited later (G2). */
@Component
class WheelEditions {
  private static final int REMEMBERED = 500;

  private final WheelEditionStore store;
  private final Documents documents;
  private final Clock clock;
  private final Cache<Long, WheelEdition> byId =
      Caffeine.newBuilder().maximumSize(REMEMBERED).build();
  // Only those somebody else has committed: one made in a transaction may be undone with it.
  private final Cache<Key, Long> ids = Caffeine.newBuilder().maximumSize(REMEMBERED).build();

  private record Key(long offerId, WheelEdition.Standing standing) {}

  WheelEditions(WheelEditionStore store, Documents documents, Clock clock) {
    this.store = store;
    this.documents = documents;
    this.clock = clock;
  }

  /** The number of what stands on a wheel now, in the transaction of a spin. */
  long id(long offerId, WheelEdition.Standing standing) {
    Key key = new Key(offerId, standing);
    Long known = ids.getIfPresent(key);
    if (known != null) {
      return known;
    }
    String written = documents.write(standing);
    byte[] hash = Tokens.hash(written);
    Optional<Long> kept = store.id(offerId, hash);
    if (kept.isPresent()) {
      ids.put(key, kept.get());
      return kept.get();
    }
    return store.add(offerId, hash, written, clock.instant());
  }

  WheelEdition find(long id) {
    return byId.get(id, one -> store.find(one).orElseThrow());
  }
}
