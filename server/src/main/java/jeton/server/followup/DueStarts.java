package jeton.server.followup;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.server.people.People;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
import jeton.server.setaside.SetAside;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/** Starts that are due. */
@Service
public class DueStarts {
  private static final Logger LOG = LoggerFactory.getLogger(DueStarts.class);

  private final Sequences sequences;
  private final StartStore store;
  private final RunStarts runs;
  private final People people;
  private final StartTimes times;
  private final TransactionOperations tx;
  private final Clock clock;

  DueStarts(
      Sequences sequences,
      StartStore store,
      RunStarts runs,
      People people,
      StartTimes times,
      TransactionOperations tx,
      Clock clock) {
    this.sequences = sequences;
    this.store = store;
    this.runs = runs;
    this.people = people;
    this.times = times;
    this.tx = tx;
    this.clock = clock;
  }

  /**
   * Starts what is due now. A start that throws is set aside alone.
   *
   * @return how many starts were looked at
   */
  public int startDue(int most) {
    Instant now = clock.instant();
    List<StartStore.Ahead> due = store.due(now, most);
    if (due.isEmpty()) {
      return 0;
    }
    try {
      start(due, now);
    } catch (RuntimeException trouble) {
      if (SetAside.isNobodysFault(trouble)) {
        throw trouble;
      }
      LOG.warn("Due starts are looked at one by one: {}", trouble.getClass().getName());
      due.forEach(one -> startAlone(one, now));
    }
    return due.size();
  }

  private void startAlone(StartStore.Ahead ahead, Instant now) {
    try {
      start(List.of(ahead), now);
    } catch (RuntimeException trouble) {
      if (SetAside.isNobodysFault(trouble)) {
        throw trouble;
      }
      LOG.error("Start {} is set aside", ahead.id(), trouble);
      tx.executeWithoutResult(status -> store.setAside(ahead.id(), SetAside.why(trouble), now));
    }
  }

  private void start(List<StartStore.Ahead> due, Instant now) {
    tx.executeWithoutResult(
        status -> {
          // People first, then their starts: the order everybody locks in.
          people.lockAll(due.stream().map(StartStore.Ahead::personId).toList());
          store
              .lock(due.stream().map(StartStore.Ahead::id).toList(), now)
              .forEach(ahead -> startLocked(ahead, now));
        });
  }

  private void startLocked(StartStore.Ahead ahead, Instant now) {
    Sequence sequence = sequences.get(ahead.sequenceId());
    Optional<Instant> byTheRulesNow = times.due(sequence, ahead);
    if (byTheRulesNow.filter(at -> at.isAfter(now)).isPresent()) {
      // The rules were changed since: it comes later now.
      store.postpone(ahead.id(), byTheRulesNow.get());
      return;
    }
    store.remove(ahead.id());
    boolean isAsItWas = byTheRulesNow.equals(Optional.of(ahead.dueAt()));
    if (isAsItWas && times.isStillWanted(sequence, ahead)) {
      runs.start(sequence, people.get(ahead.personId()), ahead.offerId(), sequence.rules().again());
    }
  }

  /** When the next start lies ahead, if one does. */
  public Optional<Instant> nextDue() {
    return store.next();
  }
}
