package jeton.server.files;

import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import jeton.core.upkeep.KeptKind;
import jeton.server.database.Fading;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Forgets contents that nothing has named for long. What is named is looked for afresh each time,
 * and what was brought in again meanwhile counts as named.
 */
@Service
class UnusedFiles implements Fading {
  private static final Logger LOG = LoggerFactory.getLogger(UnusedFiles.class);
  private final UnusedFileStore store;
  private final FileStore contents;
  private final TransactionOperations tx;
  private final Clock clock;

  UnusedFiles(UnusedFileStore store, FileStore contents, TransactionOperations tx, Clock clock) {
    this.store = store;
    this.contents = contents;
    this.tx = tx;
    this.clock = clock;
  }

  @Override
  public KeptKind kind() {
    return KeptKind.UNUSED_FILES;
  }

  @Override
  public int forget(Instant before, int most) {
    // Those there were before looking: what is named only afterwards was brought in afterwards.
    Set<String> unused = store.all();
    Set<String> named = new HashSet<>(unused);
    named.retainAll(store.named());
    unused.removeAll(named);
    store.markUsed(named);
    store.markUnused(unused, clock.instant());
    return tx.execute(status -> remove(store.longUnused(before, most)));
  }

  private int remove(List<String> hashes) {
    if (hashes.isEmpty()) {
      return 0;
    }
    try {
      for (String hash : hashes) {
        // First what takes room; if its row stays, it is taken away next time.
        contents.remove(hash);
      }
    } catch (IOException stuck) {
      LOG.warn("An unused file could not be taken away: {}", stuck.getMessage());
      return 0;
    }
    store.remove(hashes);
    return hashes.size();
  }
}
