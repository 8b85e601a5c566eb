package jeton.server.followup;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.followup.Moved;
import jeton.core.followup.Pace;
import jeton.core.followup.Plan;
import jeton.core.followup.Progress;
import jeton.core.followup.Standing;
import jeton.core.followup.Step;
import jeton.server.offer.Offers;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What an edit does to people on their way (T9 to T11), done when it is saved: a page at a time,
 * each in a transaction of its own, so that no lock lasts and nothing is held in memory. A process
 * that ends leaves the rest to the next; until their page comes, people are moved by the edited
 * sequence all the same, since the engine decides anew.
 */
@Component
public class Retiming {
  private static final int PAGE = 500;
  private static final Duration AT_ONCE = Duration.ofSeconds(1);

  private final RetimingStore jobs;
  private final ProgressStore progress;
  private final RunStore runs;
  private final RunFactStore facts;
  private final SequenceStore sequences;
  private final Pacing pacing;
  private final Ground ground;

  Retiming(
      RetimingStore jobs,
      ProgressStore progress,
      RunStore runs,
      RunFactStore facts,
      SequenceStore sequences,
      Pacing pacing,
      Ground ground) {
    this.jobs = jobs;
    this.progress = progress;
    this.runs = runs;
    this.facts = facts;
    this.sequences = sequences;
    this.pacing = pacing;
    this.ground = ground;
  }

  /** In what it is done, and by which clock. */
  @Component
  record Ground(TransactionOperations tx, StartTimes startTimes, Offers offers, Clock clock) {}

  /**
   * How far it has come.
   *
   * @param done people looked at
   * @param expected how many there were when it began
   */
  public record Came(long done, long expected) {}

  /**
   * A step on the scale of days.
   *
   * @param at when it comes for somebody who signs up now
   * @param moved why not when its wait ends; empty when it is that moment
   * @param from when its wait ends
   */
  public record Planned(Instant at, Optional<Moved> moved, Instant from) {}

  /** What a run would wait for. */
  record Change(RunStore.Run run, Optional<Plan.Due> next) {
    boolean differs() {
      return next.isPresent()
          && !(next.get().at().equals(run.nextDueAt().orElse(null))
              && run.nextStepId().equals(Optional.of(next.get().step().id())));
    }

    /** Whether the email would come at another moment. */
    boolean isRetimed() {
      return next.isPresent() && !next.get().at().equals(run.nextDueAt().orElse(null));
    }

    RunStore.Waiting waiting() {
      Plan.Due due = next.orElseThrow();
      return new RunStore.Waiting(run.id(), run.anchor(), due.step().id(), due.at());
    }
  }

  /** Notes that everybody is to be re-timed, in the transaction that saves the edit. */
  void begin(Sequence saved, boolean reopens) {
    jobs.begin(saved.id(), reopens, progress.onTheirWay(saved.id()), ground.clock().instant());
  }

  /** Does what can be done within a second; the rest is done in the background. */
  void beginWorkingOff(long sequenceId) {
    if (TransactionSynchronizationManager.isActualTransactionActive()) {
      return;
    }
    long until = System.nanoTime() + AT_ONCE.toNanos();
    while (System.nanoTime() < until) {
      if (!onePage(sequenceId)) {
        return;
      }
    }
  }

  /** Goes on with whatever is not finished, whoever began it. */
  @Scheduled(fixedDelay = 1000)
  public void workOff() {
    for (long sequenceId : jobs.unfinished()) {
      while (onePage(sequenceId) && !Thread.currentThread().isInterrupted()) {
        // Each page commits by itself.
      }
    }
  }

  /** How far the last edit's re-timing has come; empty when it is finished. */
  public Optional<Came> came(long sequenceId) {
    return jobs.find(sequenceId)
        .map(job -> new Came(Math.min(job.lookedAt(), job.expected()), job.expected()));
  }

  private boolean onePage(long sequenceId) {
    return Boolean.TRUE.equals(
        ground.tx().execute(status -> jobs.take(sequenceId).map(this::page).orElse(false)));
  }

  /** False when nothing is left to do. */
  private boolean page(RetimingStore.Job job) {
    Sequence sequence = sequences.find(job.sequenceId()).orElseThrow();
    return switch (job.phase()) {
      case RUNS -> runs(job, sequence);
      case FINISHED -> finished(job, sequence);
      case STARTS -> starts(job, sequence);
    };
  }

  private boolean runs(RetimingStore.Job job, Sequence sequence) {
    List<RunStore.Run> page = progress.waiting(job.sequenceId(), job.after(), PAGE);
    if (page.isEmpty()) {
      jobs.next(job, job.reopens() ? RetimingStore.Phase.FINISHED : RetimingStore.Phase.STARTS);
      return true;
    }
    // A run for which nothing is left ends when it comes due: the engine finds no step.
    List<Change> changed = changes(sequence, page).stream().filter(Change::differs).toList();
    runs.retime(changed);
    jobs.advance(job, last(page), page.size(), changed.size());
    return true;
  }

  private boolean finished(RetimingStore.Job job, Sequence sequence) {
    List<RunStore.Run> page = progress.finished(job.sequenceId(), job.after(), PAGE);
    if (page.isEmpty()) {
      jobs.next(job, RetimingStore.Phase.STARTS);
      return true;
    }
    List<Change> going =
        changes(sequence, page).stream().filter(change -> change.next().isPresent()).toList();
    going.forEach(change -> progress.reopen(change.run().id()));
    runs.waitFor(going.stream().map(Change::waiting).toList());
    jobs.advance(job, last(page), 0, going.size());
    return true;
  }

  private boolean starts(RetimingStore.Job job, Sequence sequence) {
    long after = ground.startTimes().page(sequence, job.after(), PAGE);
    if (after == 0) {
      jobs.finish(job, ground.clock().instant());
      return false;
    }
    jobs.advance(job, after, 0, 0);
    return true;
  }

  private static long last(List<RunStore.Run> page) {
    return page.get(page.size() - 1).id();
  }

  /** What each of these runs would wait for; nothing is locked for it. */
  List<Change> changes(Sequence wanted, List<RunStore.Run> page) {
    Map<Long, Set<Long>> handled = facts.handled(page.stream().map(RunStore.Run::id).toList());
    Map<Long, Instant> lastSent =
        pacing.spacing().isZero()
            ? Map.of()
            : facts.lastSent(page.stream().map(RunStore.Run::personId).distinct().toList());
    Map<RunFactStore.Holding, Instant> ends =
        wanted.looksAtEnds()
            ? facts.ends(page.stream().map(RunStore.Run::personId).distinct().toList())
            : Map.of();
    List<Change> changes = new ArrayList<>();
    for (RunStore.Run run : page) {
      Standing standing =
          new Standing(
              new Progress(run.lastRank(), handled.getOrDefault(run.id(), Set.of())), run.anchor());
      Optional<Instant> end =
          run.offerId().map(offer -> ends.get(new RunFactStore.Holding(run.personId(), offer)));
      Pace pace =
          pacing.of(wanted, run.zone(), Optional.ofNullable(lastSent.get(run.personId())), end);
      changes.add(new Change(run, Plan.next(wanted.timing(), standing, pace)));
    }
    return changes;
  }

  /** When what somebody gets who signs up now ends. */
  private Optional<Instant> endFromNow(Sequence wanted) {
    Instant now = ground.clock().instant();
    return wanted.looksAtEnds()
        ? wanted
            .homeOffer()
            .flatMap(offer -> ground.offers().remembered(offer).endOf(now, pacing.zone()))
        : Optional.empty();
  }

  /**
   * A draft step is shown where it would come if it were ready; the others do not wait for it (T7).
   */
  List<Planned> plan(Sequence wanted) {
    Pace pace = pacing.of(wanted, Optional.empty(), Optional.empty(), endFromNow(wanted));
    List<Planned> moments = new ArrayList<>();
    Instant anchor = ground.clock().instant();
    for (Step step : wanted.timing()) {
      Instant due = pace.due(step.timing(), anchor);
      moments.add(
          new Planned(
              due,
              Moved.of(step.timing(), anchor, pace),
              Moved.unmoved(step.timing(), anchor, pace.zone())));
      boolean comes = pace.when(step.timing(), anchor).skip().isEmpty();
      if (step.ready() && comes) {
        anchor = due;
        pace = pace.sentAt(due);
      }
    }
    return moments;
  }
}
