package jeton.demo;

import java.time.Instant;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.server.followup.RunMover;
import jeton.server.followup.Starts;
import jeton.server.mail.Dispatcher;
import jeton.server.mail.Outbox;
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
  private final Starts starts;
  private final RunMover runs;
  private final Dispatcher dispatcher;

  TimeTravel(DemoClock clock, Outbox outbox, Starts starts, RunMover runs, Dispatcher dispatcher) {
    this.clock = clock;
    this.outbox = outbox;
    this.starts = starts;
    this.runs = runs;
    this.dispatcher = dispatcher;
  }

  /** To a moment ahead. */
  synchronized void moveTo(Instant target) {
    dispatcher.whilePaused(
        () -> {
          settle();
          Optional<Instant> next = nextDue();
          while (next.isPresent() && !next.get().isAfter(target)) {
            clock.moveTo(next.get());
            settle();
            next = nextDue();
          }
          clock.moveTo(target);
          settle();
        });
    clock.keep();
  }

  /** To the moment the next email is due; nothing happens when none is. */
  synchronized void toNextEmail() {
    nextDue().ifPresent(this::moveTo);
  }

  private Optional<Instant> nextDue() {
    return Stream.of(outbox.nextDue(), starts.nextDue(), runs.nextDue())
        .flatMap(Optional::stream)
        .min(Instant::compareTo);
  }

  private void settle() {
    int moved;
    do {
      moved = starts.startDue(BATCH) + runs.moveDue(BATCH) + dispatcher.dispatchAllDue();
    } while (moved > 0);
  }
}
