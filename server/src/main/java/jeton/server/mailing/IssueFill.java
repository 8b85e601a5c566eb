package jeton.server.mailing;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.mailing.TwoSubjects;
import jeton.core.trial.Trial;
import jeton.server.business.Business;
import jeton.server.mail.Outbox;
import jeton.server.segment.Segments;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Readers put into the outbox page by page, the better subject given to the rest (X1), and the end.
 */
@Component
class IssueFill {
  private final IssueStore store;
  private final Issues issues;
  private final Segments segments;
  private final Outbox outbox;
  private final Business business;
  private final TransactionOperations tx;
  private final Clock clock;

  IssueFill(
      IssueStore store,
      Issues issues,
      Segments segments,
      Outbox outbox,
      Business business,
      TransactionOperations tx,
      Clock clock) {
    this.store = store;
    this.issues = issues;
    this.segments = segments;
    this.outbox = outbox;
    this.business = business;
    this.tx = tx;
    this.clock = clock;
  }

  /** Puts a page of readers into the outbox. */
  boolean fill() {
    return tx.execute(
        status -> {
          Optional<Issue> found = store.lock(Issue.State.FILLING);
          found.ifPresent(this::fill);
          return found.isPresent();
        });
  }

  private void fill(Issue issue) {
    Instant now = clock.instant();
    long upTo = Math.min(issue.afterId() + Issues.PAGE, issue.lastId());
    Instant due =
        issue.settings().when().dueIn(business.now().settings().zoneId(), issue.begunAt());
    String sender = business.now().settings().senderEmail();
    IssueStore.Fill fill =
        new IssueStore.Fill(
            Tokens.random(),
            sender.isEmpty() ? "jeton.invalid" : sender.replaceFirst(".*@", ""),
            business.now().settings().sending().spacing(),
            now);
    int added =
        store.fill(
            new IssueStore.Page(issue, segments.where(issue.question(), "q"), upTo, fill), due);
    boolean all = upTo >= issue.lastId();
    store.filled(issue.id(), upTo, added, all ? Issue.State.SENDING : Issue.State.FILLING);
    if (all) {
      issue
          .settings()
          .subjects()
          .filter(TwoSubjects::waits)
          .ifPresent(two -> store.decideAt(issue.id(), now.plus(Duration.ofHours(two.hours()))));
    }
    outbox.wakeUp();
  }

  /** Gives the rest the better of two subjects, when it is time (X1). */
  boolean decide() {
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
              < issues.inPages(
                  issue, (after, upTo) -> store.giveVersion(issue.id(), after, upTo, better, now));
    }
    return any;
  }

  boolean finish() {
    boolean any = false;
    for (Issue issue : store.in(Issue.State.SENDING)) {
      if (!store.anyWaiting(issue.id())) {
        any |= issues.move(issue.id(), Issue.State.SENDING, Issue.State.DONE);
      }
    }
    return any;
  }
}
