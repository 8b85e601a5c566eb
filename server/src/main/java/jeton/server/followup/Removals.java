package jeton.server.followup;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import jeton.core.followup.RunEnd;
import jeton.server.history.History;
import jeton.server.people.People;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The owner takes somebody out of a sequence, and takes that back. */
@Service
class Removals {
  private final RunStore runs;
  private final Sequences sequences;
  private final RunEnds ends;
  private final RunProgress progress;
  private final People people;
  private final History history;
  private final Clock clock;

  Removals(
      RunStore runs,
      Sequences sequences,
      RunEnds ends,
      RunProgress progress,
      People people,
      History history,
      Clock clock) {
    this.runs = runs;
    this.sequences = sequences;
    this.ends = ends;
    this.progress = progress;
    this.people = people;
    this.history = history;
    this.clock = clock;
  }

  /** The owner takes somebody out of a sequence. False when they were not in it. */
  @Transactional
  boolean remove(long sequenceId, long personId) {
    people.lock(personId);
    List<Run> going =
        runs.goingOf(personId).stream().filter(run -> run.sequenceId() == sequenceId).toList();
    going.forEach(run -> ends.stop(run, RunEnd.REMOVED_BY_OWNER));
    return !going.isEmpty();
  }

  /**
   * Takes back that the owner took somebody out: they go on where they were. An email that stood in
   * the outbox at that moment was dropped and is not sent any more.
   *
   * @return false when there is nothing to take back
   */
  @Transactional
  boolean putBack(long sequenceId, long personId) {
    people.lock(personId);
    Optional<Long> id = runs.putBack(sequenceId, personId);
    if (id.isEmpty()) {
      return false;
    }
    String name = sequences.byIds(List.of(sequenceId)).get(sequenceId).name();
    for (Run run : runs.lock(List.of(id.get()))) {
      history.note(
          History.Event.of(
              clock.instant(), History.Kind.FOLLOW_UP_STARTED, personId, run.offerId(), name));
      progress.goOn(List.of(run), run.anchor());
    }
    return true;
  }
}
