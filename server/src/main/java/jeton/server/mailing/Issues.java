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
import jeton.core.followup.SendTimes;
import jeton.core.mailing.MailingSettings;
import jeton.core.mailing.SendWhen;
import jeton.core.mailing.Trial;
import jeton.core.mailing.TwoSubjects;
import jeton.core.segment.Criterion;
import jeton.server.business.Business;
import jeton.server.feed.Feeds;
import jeton.server.mail.Outbox;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.segment.Segments;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Emails to many going out (B1 to B4, B7). Each step is a short transaction that locks the
 * going-out it moves on and is passed over by other instances; what is cut off is done again with
 * one effect: nobody is in the outbox twice for it.
 */
@Service
public class Issues {
  /** How long a feed that cannot be read is asked for again. */
  static final Duration FEED_PATIENCE = Duration.ofMinutes(15);

  private static final Duration HEALED = Duration.ofDays(2);
  private static final int PAGE = 2000;
  private final MailingStore mailings;
  private final IssueStore store;
  private final Means means;
  private final TransactionOperations tx;
  private final Clock clock;
  private final Cache<Long, Issue> known = Caffeine.newBuilder().maximumSize(200).build();

  Issues(
      MailingStore mailings, IssueStore store, Means means, TransactionOperations tx, Clock clock) {
    this.mailings = mailings;
    this.store = store;
    this.means = means;
    this.tx = tx;
    this.clock = clock;
  }

  /** What going out needs. */
  @org.springframework.stereotype.Component
  record Means(
      Mailings mailings, Segments segments, Feeds feeds, Outbox outbox, Business business) {}

  /**
   * Moves on whatever is due, one step.
   *
   * @return whether there was anything
   */
  public boolean work() {
    return setOff() | prepare() | fill() | decide() | finish();
  }

  /** Sets off what is due. Of times that were missed, only the newest is made up for. */
  private boolean setOff() {
    return tx.execute(
        status -> {
          Instant now = clock.instant();
          Optional<Mailing> due = mailings.due(now);
          due.ifPresent(mailing -> setOff(mailing, now));
          return due.isPresent();
        });
  }

  private void setOff(Mailing mailing, Instant now) {
    SendWhen when = mailing.settings().when();
    int number = mailing.issues();
    Instant planned = mailing.nextAt().orElse(now);
    Optional<Instant> next = next(when, number, planned);
    while (next.filter(moment -> !moment.isAfter(now)).isPresent()) {
      number++;
      planned = next.get();
      next = next(when, number, planned);
    }
    Criterion.Group question = means.mailings().question(mailing.settings());
    store.add(
        new IssueStore.Begun(
            mailing,
            number,
            means.mailings().recipients(mailing.settings()).listId(),
            mailing.settings(),
            question,
            planned),
        now);
    mailings.wentOut(mailing.id(), number + 1, next);
  }

  private Optional<Instant> next(SendWhen when, int number, Instant planned) {
    return when.comesAgain()
        ? when.moment(number + 1, means.mailings().zone(), planned)
        : Optional.empty();
  }

  /** Reads feeds, outside a transaction, and fixes what it says. */
  private boolean prepare() {
    boolean any = false;
    for (Issue issue : store.in(Issue.State.BEGUN)) {
      any |= prepare(issue);
    }
    return any;
  }

  private boolean prepare(Issue issue) {
    Feeds.Filled filled =
        means
            .feeds()
            .filled(issue.settings().content(), store.newestBefore(issue.mailingId(), issue.id()));
    boolean patient = clock.instant().isBefore(issue.begunAt().plus(FEED_PATIENCE));
    if (filled.trouble().isPresent() && patient) {
      return false;
    }
    boolean nothingNew = Feeds.isIn(issue.settings().content()) && filled.entries() == 0;
    Issue.State state =
        nothingNew && issue.settings().staysAway() ? Issue.State.SKIPPED : Issue.State.FILLING;
    MailingSettings settings = issue.settings().withContent(filled.content());
    return tx.execute(
        status -> {
          boolean first =
              store.prepared(
                  issue.id(), settings, state, filled.newest(), filled.trouble().orElse(""));
          if (first) {
            zones(issue);
          }
          return first;
        });
  }

  /** When it leaves for each zone there is (B3). */
  private void zones(Issue issue) {
    SendWhen when = issue.settings().when();
    if (when.kind() == SendWhen.Kind.WHEREVER) {
      for (String zone : store.allZones()) {
        SendTimes.knownZone(zone)
            .ifPresent(id -> store.addZone(issue.id(), zone, when.dueIn(id, issue.begunAt())));
      }
    }
  }

  /** Puts a page of readers into the outbox. */
  private boolean fill() {
    return tx.execute(
        status -> {
          Optional<Issue> found = store.lock(Issue.State.FILLING);
          found.ifPresent(this::fill);
          return found.isPresent();
        });
  }

  private void fill(Issue issue) {
    Instant now = clock.instant();
    long upTo = Math.min(issue.afterId() + PAGE, issue.lastId());
    Instant due = issue.settings().when().dueIn(means.mailings().zone(), issue.begunAt());
    String sender = means.business().now().settings().senderEmail();
    IssueStore.Fill fill =
        new IssueStore.Fill(
            Tokens.random(),
            sender.isEmpty() ? "jeton.invalid" : sender.replaceFirst(".*@", ""),
            means.business().now().settings().sending().spacing(),
            now);
    int added =
        store.fill(
            new IssueStore.Page(issue, means.segments().where(issue.question(), "q"), upTo, fill),
            due);
    boolean all = upTo >= issue.lastId();
    store.filled(issue.id(), upTo, added, all ? Issue.State.SENDING : Issue.State.FILLING);
    if (all) {
      issue
          .settings()
          .subjects()
          .filter(TwoSubjects::waits)
          .ifPresent(two -> store.decideAt(issue.id(), now.plus(Duration.ofHours(two.hours()))));
    }
    means.outbox().wakeUp();
  }

  /** Gives the rest the better of two subjects, when it is time (X1). */
  private boolean decide() {
    for (long id : store.toDecide(clock.instant())) {
      tx.executeWithoutResult(
          status ->
              store
                  .lock(id)
                  .filter(issue -> issue.decideAt().isPresent())
                  .ifPresent(
                      issue -> {
                        Map<String, IssueNumbers> numbers =
                            store.numbers(List.of(id)).getOrDefault(id, Map.of());
                        IssueNumbers a = numbers.getOrDefault("A", IssueNumbers.NONE);
                        IssueNumbers b = numbers.getOrDefault("B", IssueNumbers.NONE);
                        store.decided(
                            id, TwoSubjects.better(a.opened(), a.sent(), b.opened(), b.sent()));
                      }));
    }
    boolean any = false;
    for (Issue issue : store.withRest()) {
      Instant now = clock.instant();
      String better = issue.chosen().orElse(Trial.Version.A.name());
      any |=
          0
              < inPages(
                  issue, (after, upTo) -> store.giveVersion(issue.id(), after, upTo, better, now));
    }
    return any;
  }

  private boolean finish() {
    boolean any = false;
    for (Issue issue : store.in(Issue.State.SENDING)) {
      if (!store.anyWaiting(issue.id())) {
        any |= move(issue.id(), Issue.State.SENDING, Issue.State.DONE);
      }
    }
    return any;
  }

  private boolean move(long id, Issue.State from, Issue.State to) {
    return tx.execute(
        status -> {
          Optional<Issue> issue = store.lock(id).filter(i -> i.state() == from);
          issue.ifPresent(i -> store.state(id, to));
          return issue.isPresent();
        });
  }

  /** When the next one is decided between its two subjects. */
  public Optional<Instant> nextDue() {
    return store.nextDecision();
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
      means.outbox().wakeUp();
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

  private long inPages(Issue issue, LongBinaryOperator change) {
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
  Map<Long, Issue> fixed(Collection<Long> ids) {
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
