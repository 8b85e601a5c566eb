package jeton.server.mailing;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongBinaryOperator;
import jeton.server.mail.Outbox;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/** What has gone out to many, or is on its way: looked at, paused, stopped (B4). */
@Service
public class Issues {
  static final int PAGE = 2000;
  private static final Duration HEALED = Duration.ofDays(2);
  private final Cache<Long, Issue> known = Caffeine.newBuilder().maximumSize(200).build();
  private final IssueStore store;
  private final Outbox outbox;
  private final TransactionOperations tx;
  private final Clock clock;

  Issues(IssueStore store, Outbox outbox, TransactionOperations tx, Clock clock) {
    this.store = store;
    this.outbox = outbox;
    this.tx = tx;
    this.clock = clock;
  }

  /** Takes it from one state to another; false when it is not in that state any more. */
  boolean move(long id, Issue.State from, Issue.State to) {
    return tx.execute(
        status -> {
          Optional<Issue> issue = store.lock(id).filter(i -> i.state() == from);
          issue.ifPresent(i -> store.state(id, to));
          return issue.isPresent();
        });
  }

  /** Keeps the rest from leaving until it goes on. */
  public void pause(long id) {
    Issue issue = get(id);
    if (move(id, Issue.State.SENDING, Issue.State.PAUSED)) {
      inPages(issue, (after, upTo) -> store.hold(id, after, upTo));
    } else if (issue.state() == Issue.State.BEGUN || issue.state() == Issue.State.FILLING) {
      throw new Refused(
          "act",
          "not_yet",
          "It is still being put together. Pause it in a moment, or stop it now.");
    }
  }

  /** Lets the rest leave: what is overdue at once. */
  public void goOn(long id) {
    Issue issue = get(id);
    Instant now = clock.instant();
    if (move(id, Issue.State.PAUSED, Issue.State.SENDING)) {
      inPages(issue, (after, upTo) -> store.letGo(id, after, upTo, now));
      outbox.wakeUp();
    }
  }

  /** Nobody gets it any more who has not got it yet (B4). */
  public void stop(long id) {
    Issue issue = get(id);
    Instant now = clock.instant();
    boolean stopped =
        move(id, Issue.State.SENDING, Issue.State.STOPPED)
            || move(id, Issue.State.PAUSED, Issue.State.STOPPED)
            || move(id, Issue.State.FILLING, Issue.State.STOPPED)
            || move(id, Issue.State.BEGUN, Issue.State.STOPPED);
    if (stopped) {
      inPages(issue, (after, upTo) -> store.drop(id, after, upTo, now));
    }
  }

  /** Finishes what a crash cut off between its first word and its last page. */
  void heal() {
    Instant now = clock.instant();
    for (Issue issue : store.in(Issue.State.SENDING)) {
      inPages(issue, (after, upTo) -> store.letGo(issue.id(), after, upTo, now));
    }
    for (Issue issue : store.stoppedSince(now.minus(HEALED))) {
      inPages(issue, (after, upTo) -> store.drop(issue.id(), after, upTo, now));
    }
  }

  /** Has something done to all of its readers, a page of them in a transaction. */
  long inPages(Issue issue, LongBinaryOperator change) {
    long changed = 0;
    for (long after = 0; after < issue.lastId(); after += PAGE) {
      long from = after;
      changed += tx.execute(status -> change.applyAsLong(from, from + PAGE));
    }
    return changed;
  }

  /** One that must exist. */
  public Issue get(long id) {
    return Optional.ofNullable(store.byIds(List.of(id)).get(id))
        .orElseThrow(() -> new NotThere("This email"));
  }

  /** Those of these emails to many, newest first. */
  public List<Issue> of(Collection<Long> mailingIds) {
    return store.ofMailings(mailingIds);
  }

  /** What became of them, by number and version. */
  public Map<Long, Map<String, IssueNumbers>> numbers(Collection<Long> ids) {
    return store.numbers(ids);
  }

  /** What they say, as set off; from memory, since that never changes. */
  public Map<Long, Issue> fixed(Collection<Long> ids) {
    Map<Long, Issue> found = new HashMap<>(known.getAllPresent(ids));
    List<Long> missing = ids.stream().filter(id -> !found.containsKey(id)).toList();
    if (!missing.isEmpty()) {
      store.byIds(missing).values().stream()
          .filter(issue -> issue.state() != Issue.State.BEGUN)
          .forEach(
              issue -> {
                known.put(issue.id(), issue);
                found.put(issue.id(), issue);
              });
    }
    return found;
  }

  Map<Long, Issue.State> states(Collection<Long> ids) {
    return store.states(ids);
  }
}
