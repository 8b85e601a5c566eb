package jeton.server.followup;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import jeton.core.followup.RunEnd;
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
  private final Runs runs;
  private final People people;
  private final TransactionOperations tx;
  private final Clock clock;

  Reachable(ReachableStore store, Runs runs, People people, TransactionOperations tx, Clock clock) {
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
    int found = tx.execute(status -> store.again(List.of(personId), Instant.EPOCH, at));
    return new Again(found, at);
  }

  /** Everybody who became unreachable since a moment. */
  public Again allSince(Instant since) {
    Instant at = clock.instant();
    long found = 0;
    long after = 0;
    List<Long> page = store.page(since, after, PAGE);
    while (!page.isEmpty()) {
      List<Long> some = page;
      found += tx.execute(status -> store.again(some, since, at));
      after = page.get(page.size() - 1);
      page = store.page(since, after, PAGE);
    }
    return new Again(found, at);
  }

  /** Takes that back: whoever has not moved since is unreachable as before. */
  public long undo(Instant at) {
    Instant now = clock.instant();
    long found = 0;
    long after = 0;
    List<Long> page = store.cameBack(at, after, PAGE);
    while (!page.isEmpty()) {
      List<Long> some = page;
      found +=
          tx.execute(
              status -> {
                int back = store.back(some, at, now);
                some.forEach(id -> runs.endAllOf(id, RunEnd.PERSON_UNREACHABLE));
                return back;
              });
      after = page.get(page.size() - 1);
      page = store.cameBack(at, after, PAGE);
    }
    return found;
  }
}
