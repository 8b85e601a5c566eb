package jeton.server.followup;

import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import jeton.core.followup.RunEnd;
import jeton.core.people.PersonState;
import jeton.server.history.History;
import jeton.server.mail.Outbox;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Service;

/** Ways through sequences end: people left, reached the goal, or were taken out (T12). */
@Service
public class RunEnds {
  private final RunStore runs;
  private final Sequences sequences;
  private final Outbox outbox;
  private final History history;
  private final Clock clock;

  RunEnds(RunStore runs, Sequences sequences, Outbox outbox, History history, Clock clock) {
    this.runs = runs;
    this.sequences = sequences;
    this.outbox = outbox;
    this.history = history;
    this.clock = clock;
  }

  /** Ends everything a person is on, and drops what waits for them in the outbox. */
  public void endAllOf(long personId, RunEnd reason) {
    Instant now = clock.instant();
    // Outbox before runs, as when results are recorded: two orders would be a deadlock in waiting.
    outbox.dropAllFor(personId);
    runs.goingOf(personId).forEach(run -> runs.end(run.id(), reason, now));
  }

  /** Ends what a person is on that is sent for these lists (L2). */
  public void endOfLists(long personId, Collection<Long> listIds, RunEnd reason) {
    Map<Long, Long> lists =
        sequences.listsOf(runs.goingOf(personId).stream().map(Run::sequenceId).distinct().toList());
    runs.goingOf(personId).stream()
        .filter(run -> listIds.contains(lists.get(run.sequenceId())))
        .forEach(run -> stop(run, reason));
  }

  /** Ends those of a person's runs that a goal says to (T12). */
  void endReached(long personId, java.util.function.Predicate<Sequence> reached, RunEnd reason) {
    List<Run> going = runs.goingOf(personId);
    if (going.isEmpty()) {
      return;
    }
    Map<Long, Sequence> known =
        sequences.byIds(going.stream().map(Run::sequenceId).distinct().toList());
    going.stream()
        .filter(run -> reached.test(known.get(run.sequenceId())))
        .forEach(run -> stop(run, reason));
  }

  void stop(Run run, RunEnd reason) {
    outbox.dropOfRun(run.id());
    end(run, reason, clock.instant());
  }

  void end(Run run, RunEnd reason, Instant now) {
    if (runs.end(run.id(), reason, now)) {
      history.note(
          History.Event.of(
              now, History.Kind.FOLLOW_UP_ENDED, run.personId(), run.offerId(), reason.name()));
    }
  }

  static RunEnd reasonFor(PersonState state) {
    return switch (state) {
      case UNREACHABLE -> RunEnd.PERSON_UNREACHABLE;
      case BLOCKED -> RunEnd.PERSON_BLOCKED;
      case LEFT, WAITING_TO_CONFIRM, ON_THE_LIST -> RunEnd.PERSON_LEFT;
    };
  }
}
