package jeton.demo;

import java.time.Instant;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.server.followup.DueStarts;
import jeton.server.followup.RunMover;
import jeton.server.mail.Dispatcher;
import jeton.server.mail.Outbox;
import jeton.server.mailing.GoingOut;
import jeton.server.mailing.Mailings;
import jeton.server.notice.Telling;
import org.springframework.stereotype.Component;

/**
 * Moves the demo's clock forward from one due moment to the next, so that every email leaves at its
 * own time and the one after it counts from there, as if one had waited.
 */
@Component
class TimeTravel {
  private static final int BATCH = 200;
  private final DemoClock clock;
  private final Outbox outbox;
  private final DueStarts starts;
  private final RunMover runs;
  private final Dispatcher dispatcher;
  private final Mailings mailings;
  private final GoingOut issues;
  private final Telling telling;

  TimeTravel(
      DemoClock clock,
      Outbox outbox,
      DueStarts starts,
      RunMover runs,
      Dispatcher dispatcher,
      ToMany toMany) {
    this.mailings = toMany.mailings();
    this.issues = toMany.issues();
    this.telling = toMany.telling();
    this.clock = clock;
    this.outbox = outbox;
    this.starts = starts;
    this.runs = runs;
    this.dispatcher = dispatcher;
  }

  /** Emails to many with their going out, and what the owner is told. */
  @Component
  record ToMany(Mailings mailings, GoingOut issues, Telling telling) {}

  /** To a moment ahead. */
  synchronized void moveTo(Instant target) {
    dispatcher.whilePaused(
        () -> {
          settle();
          Optional<Instant> next = nextStop();
          while (next.isPresent() && !next.get().isAfter(target)) {
            clock.moveTo(next.get());
            settle();
            telling.work();
            next = nextStop();
          }
          clock.moveTo(target);
          settle();
          telling.work();
        });
    clock.keep();
  }

  /** To the moment the next email is due; nothing happens when none is. */
  synchronized void toNextEmail() {
    nextDue().ifPresent(this::moveTo);
  }

  /** A digest is a stop on the way, but nothing one would go to. */
  private Optional<Instant> nextStop() {
    return Stream.of(nextDue(), telling.nextDigest())
        .flatMap(Optional::stream)
        .min(Instant::compareTo);
  }

  private Optional<Instant> nextDue() {
    return Stream.of(
            outbox.nextDue(),
            starts.nextDue(),
            runs.nextDue(),
            mailings.nextDue(),
            issues.nextDue())
        .flatMap(Optional::stream)
        .min(Instant::compareTo);
  }

  private void settle() {
    int moved;
    do {
      moved =
          starts.startDue(BATCH)
              + runs.moveDue(BATCH)
              + (issues.work() ? 1 : 0)
              + dispatcher.dispatchAllDue();
    } while (moved > 0);
  }
}
