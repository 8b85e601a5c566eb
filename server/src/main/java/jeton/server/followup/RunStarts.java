package jeton.server.followup;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.followup.Pace;
import jeton.core.followup.Plan;
import jeton.core.followup.RunAgain;
import jeton.core.followup.RunEnd;
import jeton.core.followup.Standing;
import jeton.core.people.PersonState;
import jeton.server.history.History;
import jeton.server.people.Person;
import jeton.server.sequence.Sequence;
import org.springframework.stereotype.Component;

/** People begin sequences (T1, T7, T8). */
@Component
class RunStarts {
  private final RunStore runs;
  private final RunFactStore facts;
  private final Pacing pacing;
  private final History history;
  private final Clock clock;

  RunStarts(RunStore runs, RunFactStore facts, Pacing pacing, History history, Clock clock) {
    this.runs = runs;
    this.facts = facts;
    this.pacing = pacing;
    this.history = history;
    this.clock = clock;
  }

  /**
   * Starts a sequence for somebody on the list, if it is to run (again) for them. Their row must be
   * locked by the caller.
   *
   * @param offerId what it comes from; empty when it stands on its own
   */
  boolean start(Sequence sequence, Person person, Optional<Long> offerId, RunAgain again) {
    Instant now = clock.instant();
    if (person.state() != PersonState.ON_THE_LIST || !isWanted(sequence, person, again, now)) {
      return false;
    }
    Map<Long, Instant> lastSent =
        pacing.spacing().isZero() ? Map.of() : facts.lastSentLocked(List.of(person.id()));
    Pace pace =
        pacing.of(
            sequence,
            person.zone(),
            Optional.ofNullable(lastSent.get(person.id())),
            pacing.end(sequence, person.id(), offerId));
    Optional<Plan.Due> first = Plan.next(sequence.timing(), Standing.start(now), pace);
    long runId =
        runs.add(
            sequence,
            person.id(),
            offerId,
            now,
            first.map(due -> new RunStore.Waiting(0, now, due.step().id(), due.at())));
    if (first.isEmpty()) {
      // Nothing is ready: the run is over before its first email. T11: it stays so when one becomes
      // ready.
      runs.end(runId, RunEnd.STEPS_EXHAUSTED, now);
      return true;
    }
    history.note(
        History.Event.of(
            now, History.Kind.FOLLOW_UP_STARTED, person.id(), offerId, sequence.name()));
    return true;
  }

  /** The person's row is locked: two starts at once come here one after the other. */
  private boolean isWanted(Sequence sequence, Person person, RunAgain again, Instant now) {
    RunStore.Earlier earlier = runs.earlier(sequence.id(), person.id());
    return again.starts(earlier.lastStarted(), earlier.going(), now);
  }
}
