package jeton.server.editing;

import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.locks.LockSupport;
import jeton.server.followup.Runs;
import jeton.server.mail.Outbox;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/** Sequences stopped and let go on (T14). */
@Service
public class SequencePauses {
  private static final long LOOK_EVERY_NANOS = Duration.ofMillis(20).toNanos();
  private static final long LONGEST_LEAVE_NANOS = Duration.ofSeconds(10).toNanos();
  private final Sequences sequences;
  private final Runs runs;
  private final Outbox outbox;
  private final TransactionOperations tx;
  private final Clock clock;

  SequencePauses(
      Sequences sequences, Runs runs, Outbox outbox, TransactionOperations tx, Clock clock) {
    this.sequences = sequences;
    this.runs = runs;
    this.outbox = outbox;
    this.tx = tx;
    this.clock = clock;
  }

  /**
   * Stops or lets go on (T14). A pause holds from the moment this returns; what is overdue then is
   * due at once, and T1 keeps the gaps.
   */
  public Sequence pause(long id, boolean paused) {
    Sequence changed = tx.execute(status -> pauseNow(id, paused));
    // What a dispatcher has in its hands at this moment leaves, or is given back, before the
    // answer.
    long until = System.nanoTime() + LONGEST_LEAVE_NANOS;
    while (paused && outbox.inHands(id) > 0 && System.nanoTime() < until) {
      LockSupport.parkNanos(LOOK_EVERY_NANOS);
    }
    return changed;
  }

  private Sequence pauseNow(long id, boolean paused) {
    if (sequences.pause(id, paused ? Optional.of(clock.instant()) : Optional.empty())) {
      if (paused) {
        outbox.hold(id);
        runs.hold(id);
      } else {
        outbox.letGo(id);
        runs.letGo(id);
      }
    }
    return sequences.get(id);
  }
}
