package jeton.server.followup;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.server.setaside.SetAside;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/** Moves due runs on (rules T7 to T9, T13), many in one transaction. */
@Service
public class RunMover {
  private static final Logger LOG = LoggerFactory.getLogger(RunMover.class);

  private final RunStore runs;
  private final RunTurns turns;
  private final TransactionOperations tx;
  private final Clock clock;

  RunMover(RunStore runs, RunTurns turns, TransactionOperations tx, Clock clock) {
    this.runs = runs;
    this.turns = turns;
    this.tx = tx;
    this.clock = clock;
  }

  /**
   * Moves on what is due: puts its email into the outbox. Decides anew from the newest sequence, so
   * an edit made meanwhile counts. A run that cannot be moved is set aside alone.
   *
   * @return how many runs were dealt with
   */
  public int moveDue(int most) {
    Instant now = clock.instant();
    List<RunStore.Due> due = runs.due(now, most);
    if (due.isEmpty()) {
      return 0;
    }
    try {
      return move(due, now);
    } catch (RuntimeException trouble) {
      if (SetAside.isNobodysFault(trouble)) {
        throw trouble;
      }
      LOG.warn("Due runs are moved on one by one: {}", trouble.getClass().getName());
    }
    return due.stream().mapToInt(one -> moveAlone(one, now)).sum();
  }

  private int moveAlone(RunStore.Due due, Instant now) {
    try {
      return move(List.of(due), now);
    } catch (RuntimeException trouble) {
      if (SetAside.isNobodysFault(trouble)) {
        throw trouble;
      }
      LOG.error("Run {} is set aside", due.runId(), trouble);
      tx.executeWithoutResult(status -> runs.setAside(due.runId(), SetAside.why(trouble), now));
      return 1;
    }
  }

  private int move(List<RunStore.Due> due, Instant now) {
    return tx.execute(status -> turns.take(runs.lockDue(due, now), now));
  }

  /** When the next run is due, if one waits. */
  public Optional<Instant> nextDue() {
    return runs.nextDue();
  }
}
