package jeton.server.mailing;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jeton.core.followup.SendTimes;
import jeton.core.mailing.MailingSettings;
import jeton.core.mailing.SendWhen;
import jeton.core.segment.Criterion;
import jeton.server.feed.Feeds;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;

/** Emails to many set off when they are due, and what they say fixed (B1 to B3, B7). */
@Component
class IssueStart {
  /** How long a feed that cannot be read is asked for again. */
  static final Duration FEED_PATIENCE = Duration.ofMinutes(15);

  private final MailingStore mailings;
  private final IssueStore store;
  private final Mailings choices;
  private final Feeds feeds;
  private final TransactionOperations tx;
  private final Clock clock;

  IssueStart(
      MailingStore mailings,
      IssueStore store,
      Mailings choices,
      Feeds feeds,
      TransactionOperations tx,
      Clock clock) {
    this.mailings = mailings;
    this.store = store;
    this.choices = choices;
    this.feeds = feeds;
    this.tx = tx;
    this.clock = clock;
  }

  /** Sets off what is due. Of times that were missed, only the newest is made up for. */
  boolean setOff() {
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
    Criterion.Group question = choices.question(mailing.settings());
    store.add(
        new IssueStore.Begun(
            mailing,
            number,
            choices.recipients(mailing.settings()).listId(),
            mailing.settings(),
            question,
            planned),
        now);
    mailings.wentOut(mailing.id(), number + 1, next);
  }

  private Optional<Instant> next(SendWhen when, int number, Instant planned) {
    return when.comesAgain() ? when.moment(number + 1, choices.zone(), planned) : Optional.empty();
  }

  /** Reads feeds, outside a transaction, and fixes what it says. */
  boolean prepare() {
    boolean any = false;
    for (Issue issue : store.in(Issue.State.BEGUN)) {
      any |= prepare(issue);
    }
    return any;
  }

  private boolean prepare(Issue issue) {
    Feeds.Filled filled =
        feeds.filled(issue.settings().content(), store.newestBefore(issue.mailingId(), issue.id()));
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
}
