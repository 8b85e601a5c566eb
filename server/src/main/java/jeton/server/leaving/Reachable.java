package jeton.server.leaving;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.function.LongFunction;
import java.util.function.ToLongFunction;
import jeton.core.followup.RunEnd;
import jeton.server.followup.RunEnds;
import jeton.server.people.People;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Takes back that people are unreachable: one wrong setting of a mail server can say so of a whole
 * list. They stand where they stood before, and what was broken off for it goes on; a page of
 * people in a transaction.
 */
@Service
public class Reachable {
  private static final int PAGE = 1000;
  private final ReachableStore store;
  private final RunEnds runs;
  private final People people;
  private final TransactionOperations tx;
  private final Clock clock;

  Reachable(
      ReachableStore store, RunEnds runs, People people, TransactionOperations tx, Clock clock) {
    this.store = store;
    this.runs = runs;
    this.people = people;
    this.tx = tx;
    this.clock = clock;
  }

  /**
   * What was done.
   *
   * @param people how many are reachable again
   * @param at by which it can be undone
   */
  public record Again(long people, Instant at) {}

  /** How many became unreachable since a moment. */
  public long count(Instant since) {
    return store.count(since);
  }

  /** One person. */
  public Again again(long personId) {
    people.get(personId);
    Instant at = clock.instant();
    return new Again(again(List.of(personId), Instant.EPOCH, at), at);
  }

  /** Everybody who became unreachable since a moment. */
  public Again allSince(Instant since) {
    Instant at = clock.instant();
    long found = inPages(after -> store.page(since, after, PAGE), some -> again(some, since, at));
    return new Again(found, at);
  }

  /** Takes that back: whoever has not moved since is unreachable as before. */
  public long undo(Instant at) {
    Instant now = clock.instant();
    return inPages(after -> store.cameBack(at, after, PAGE), some -> back(some, at, now));
  }

  private static long inPages(
      LongFunction<List<Long>> pageAfter, ToLongFunction<List<Long>> change) {
    long found = 0;
    List<Long> page = pageAfter.apply(0);
    while (!page.isEmpty()) {
      found += change.applyAsLong(page);
      page = pageAfter.apply(page.get(page.size() - 1));
    }
    return found;
  }

  /**
   * Somebody else may have moved them since they were looked up: only who is still there counts.
   */
  private long again(List<Long> found, Instant since, Instant at) {
    return tx.execute(
        status -> {
          people.lockAll(found);
          List<Long> still = store.still(found, since);
          if (!still.isEmpty()) {
            store.again(still, since, at);
          }
          return (long) still.size();
        });
  }

  private long back(List<Long> found, Instant at, Instant now) {
    return tx.execute(
        status -> {
          people.lockAll(found);
          List<Long> still = store.stillBack(found, at);
          if (!still.isEmpty()) {
            store.back(still, now);
            still.forEach(id -> runs.endAllOf(id, RunEnd.PERSON_UNREACHABLE));
          }
          return (long) still.size();
        });
  }
}
