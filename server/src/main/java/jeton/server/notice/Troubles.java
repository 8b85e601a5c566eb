package jeton.server.notice;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Looks now and then for what does not work as it should (O1). What is new is told; what comes back
 * within a day is not told again.
 */
@Service
class Troubles {
  private static final Duration QUIET = Duration.ofDays(1);
  private final TroubleStore store;
  private final Notices notices;
  private final TroubleFinder finder;
  private final TransactionOperations tx;
  private final Clock clock;

  Troubles(
      TroubleStore store,
      Notices notices,
      TroubleFinder finder,
      TransactionOperations tx,
      Clock clock) {
    this.store = store;
    this.notices = notices;
    this.finder = finder;
    this.tx = tx;
    this.clock = clock;
  }

  /**
   * Something amiss.
   *
   * @param key the same as long as it is the same trouble
   * @param href where in the interface it is put right
   */
  record Trouble(String key, Optional<Long> offerId, String words, String href, Instant since) {}

  /** What there is, as last looked. */
  List<Trouble> now() {
    return store.open();
  }

  void look() {
    List<Trouble> found = finder.now();
    Set<String> keys = found.stream().map(Trouble::key).collect(Collectors.toSet());
    Instant now = clock.instant();
    for (Trouble gone : store.open()) {
      if (!keys.contains(gone.key())) {
        store.ends(gone.key(), now);
      }
    }
    for (Trouble trouble : found) {
      tx.executeWithoutResult(status -> begin(trouble));
    }
  }

  private void begin(Trouble trouble) {
    if (store.begins(trouble, clock.instant().minus(QUIET))) {
      notices.trouble(trouble.offerId(), trouble.words());
    }
  }
}
