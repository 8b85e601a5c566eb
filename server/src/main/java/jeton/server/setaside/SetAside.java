package jeton.server.setaside;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.function.Supplier;
import java.util.function.ToIntFunction;
import jeton.server.database.Outage;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Runs and starts the engine could not deal with: one that throws stops itself alone and is shown;
 * the others go on.
 */
@Service
public class SetAside {
  private static final int MOST_SHOWN = 20;
  private static final int PAGE = 1000;
  private static final int MOST_WHY = 300;
  private final SetAsideStore store;
  private final TransactionOperations tx;
  private final Clock clock;

  SetAside(SetAsideStore store, TransactionOperations tx, Clock clock) {
    this.store = store;
    this.tx = tx;
    this.clock = clock;
  }

  /**
   * What stands aside.
   *
   * @param total how many there are
   * @param newest the newest of them
   */
  public record SetAsideView(long total, List<Line> newest) {}

  /**
   * One of them.
   *
   * @param why what went wrong, in the program's words
   */
  public record Line(
      long sequenceId, String sequence, long personId, String email, Instant at, String why) {}

  /** What stands aside now. */
  public SetAsideView now() {
    List<Line> newest = store.newest(MOST_SHOWN);
    return new SetAsideView(newest.size() < MOST_SHOWN ? newest.size() : store.count(), newest);
  }

  /** Tries all of them again, a page after the other. Returns how many. */
  public int tryAgain() {
    Instant now = clock.instant();
    return inPages(() -> store.runs(now, PAGE), ids -> store.runsAgain(ids, now))
        + inPages(() -> store.starts(now, PAGE), ids -> store.startsAgain(ids, now));
  }

  /** Whoever is tried again is found no more; a page of which nobody is ends it. */
  private int inPages(Supplier<List<Long>> page, ToIntFunction<List<Long>> change) {
    int all = 0;
    int changed;
    do {
      List<Long> ids = page.get();
      changed = ids.isEmpty() ? 0 : tx.execute(status -> change.applyAsInt(ids));
      all += changed;
    } while (changed > 0);
    return all;
  }

  /** A database that is away or busy is nobody's fault: the work is simply done later. */
  public static boolean isNobodysFault(RuntimeException trouble) {
    return Outage.isBehind(trouble) || trouble instanceof TransientDataAccessException;
  }

  public static String why(RuntimeException trouble) {
    String why = trouble.getClass().getSimpleName() + ": " + trouble.getMessage();
    return why.length() > MOST_WHY ? why.substring(0, MOST_WHY) : why;
  }
}
