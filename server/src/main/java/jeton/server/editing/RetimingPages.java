package jeton.server.editing;

import java.time.Clock;
import java.util.List;
import jeton.server.followup.Run;
import jeton.server.followup.RunChanges;
import jeton.server.followup.Runs;
import jeton.server.followup.StartTimes;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Component;

/** A page of an edit's re-timing, in the caller's transaction. */
@Component
class RetimingPages {
  private static final int PAGE = 500;

  private final RetimingStore jobs;
  private final Runs runs;
  private final Sequences sequences;
  private final RunChanges changes;
  private final StartTimes startTimes;
  private final Clock clock;

  RetimingPages(
      RetimingStore jobs,
      Runs runs,
      Sequences sequences,
      RunChanges changes,
      StartTimes startTimes,
      Clock clock) {
    this.jobs = jobs;
    this.runs = runs;
    this.sequences = sequences;
    this.changes = changes;
    this.startTimes = startTimes;
    this.clock = clock;
  }

  /** False when nothing is left to do. */
  boolean work(RetimingStore.Job job) {
    Sequence sequence = sequences.get(job.sequenceId());
    return switch (job.phase()) {
      case RUNS -> runs(job, sequence);
      case FINISHED -> finished(job, sequence);
      case STARTS -> starts(job, sequence);
    };
  }

  private boolean runs(RetimingStore.Job job, Sequence sequence) {
    List<Run> page = runs.waiting(job.sequenceId(), job.after(), PAGE);
    if (page.isEmpty()) {
      jobs.next(job, job.reopens() ? RetimingStore.Phase.FINISHED : RetimingStore.Phase.STARTS);
      return true;
    }
    // A run for which nothing is left ends when it comes due: the engine finds no step.
    List<RunChanges.Change> changed =
        changes.of(sequence, page).stream().filter(RunChanges.Change::differs).toList();
    runs.retime(changed);
    jobs.advance(job, last(page), page.size(), changed.size());
    return true;
  }

  private boolean finished(RetimingStore.Job job, Sequence sequence) {
    List<Run> page = runs.finished(job.sequenceId(), job.after(), PAGE);
    if (page.isEmpty()) {
      jobs.next(job, RetimingStore.Phase.STARTS);
      return true;
    }
    List<RunChanges.Change> going =
        changes.of(sequence, page).stream().filter(change -> change.next().isPresent()).toList();
    runs.reopen(going);
    jobs.advance(job, last(page), 0, going.size());
    return true;
  }

  private boolean starts(RetimingStore.Job job, Sequence sequence) {
    long after = startTimes.page(sequence, job.after(), PAGE);
    if (after == 0) {
      jobs.finish(job, clock.instant());
      return false;
    }
    jobs.advance(job, after, 0, 0);
    return true;
  }

  private static long last(List<Run> page) {
    return page.get(page.size() - 1).id();
  }
}
