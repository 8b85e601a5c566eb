package jeton.server.followup;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import jeton.core.followup.Moved;
import jeton.core.followup.Pace;
import jeton.core.followup.Plan;
import jeton.core.followup.Progress;
import jeton.core.followup.Ranks;
import jeton.core.followup.Standing;
import jeton.core.followup.Step;
import org.springframework.stereotype.Component;

/**
 * What an edit does to people on their way: counted before it is saved, done when it is (T9-T11).
 */
@Component
public class Retiming {
  private static final int PAGE = 1000;
  private static final Duration SOON = Duration.ofHours(1);

  private final RunStore runs;
  private final ProgressStore progress;
  private final RunFactStore facts;
  private final Pacing pacing;
  private final Clock clock;

  Retiming(RunStore runs, ProgressStore progress, RunFactStore facts, Pacing pacing, Clock clock) {
    this.runs = runs;
    this.progress = progress;
    this.facts = facts;
    this.pacing = pacing;
    this.clock = clock;
  }

  /**
   * What saving would do to people on their way.
   *
   * @param onTheirWay how many are
   * @param retimed how many get their next email at another moment
   * @param withinTheHour how many more would get an email within the next hour (T10)
   * @param pastNewSteps how many are past the place of an added or moved step and will not get it
   *     (T9)
   * @param finished how many have finished, and could go on with an added step if wanted (T11)
   */
  public record Effect(
      long onTheirWay, long retimed, long withinTheHour, long pastNewSteps, long finished) {}

  /**
   * A step on the scale of days.
   *
   * @param at when it comes for somebody who signs up now
   * @param moved why not when its wait ends; empty when it is that moment
   * @param from when its wait ends
   */
  public record Planned(Instant at, Optional<Moved> moved, Instant from) {}

  /** What a run would wait for. */
  private record Change(RunStore.Run run, Optional<Plan.Due> next) {
    boolean differs() {
      return next.isPresent() && !next.get().at().equals(run.nextDueAt().orElse(null));
    }
  }

  Effect effect(Sequence present, Sequence wanted) {
    Instant soon = clock.instant().plus(SOON);
    Map<Long, Long> places = Sequences.ranksById(present);
    List<Step> placedAnew =
        wanted.timing().stream()
            .filter(s -> places.getOrDefault(s.id(), Ranks.NEW) != s.rank())
            .toList();
    long[] counts = new long[3];
    each(
        wanted,
        change -> {
          if (change.differs()) {
            counts[0]++;
            boolean wasLater = change.run().nextDueAt().orElseThrow().isAfter(soon);
            counts[1] += wasLater && !change.next().orElseThrow().at().isAfter(soon) ? 1 : 0;
          }
          counts[2] += placedAnew.stream().anyMatch(step -> isPast(change.run(), step)) ? 1 : 0;
        });
    return new Effect(
        progress.onTheirWay(present.id()), counts[0], counts[1], counts[2], countFinished(wanted));
  }

  private static boolean isPast(RunStore.Run run, Step step) {
    return run.lastRank().filter(rank -> step.rank() <= rank).isPresent();
  }

  /** Re-times everybody who waits; and, if wanted, has those go on who had finished. */
  void apply(Sequence saved, boolean reopens) {
    List<RunStore.Waiting> waiting = new ArrayList<>();
    each(
        saved,
        change -> {
          change.next().map(due -> waiting(change.run(), due)).ifPresent(waiting::add);
          // A run for which nothing is left ends when it comes due: the engine finds no step.
        });
    if (reopens) {
      eachFinished(
          saved,
          change -> {
            progress.reopen(change.run().id());
            waiting.add(waiting(change.run(), change.next().orElseThrow()));
          });
    }
    runs.waitFor(waiting);
  }

  private static RunStore.Waiting waiting(RunStore.Run run, Plan.Due due) {
    return new RunStore.Waiting(run.id(), run.anchor(), due.step().id(), due.at());
  }

  private long countFinished(Sequence wanted) {
    long[] count = new long[1];
    eachFinished(wanted, change -> count[0]++);
    return count[0];
  }

  private void each(Sequence wanted, Consumer<Change> work) {
    List<RunStore.Run> page = progress.waiting(wanted.id(), 0, PAGE);
    while (!page.isEmpty()) {
      changes(wanted, page).forEach(work);
      page = progress.waiting(wanted.id(), page.get(page.size() - 1).id(), PAGE);
    }
  }

  private void eachFinished(Sequence wanted, Consumer<Change> work) {
    List<RunStore.Run> page = progress.finished(wanted.id(), 0, PAGE);
    while (!page.isEmpty()) {
      changes(wanted, page).stream().filter(change -> change.next().isPresent()).forEach(work);
      page = progress.finished(wanted.id(), page.get(page.size() - 1).id(), PAGE);
    }
  }

  private List<Change> changes(Sequence wanted, List<RunStore.Run> page) {
    Map<Long, Set<Long>> handled = facts.handled(page.stream().map(RunStore.Run::id).toList());
    Map<Long, Instant> lastSent =
        pacing.spacing().isZero()
            ? Map.of()
            : facts.lastSent(page.stream().map(RunStore.Run::personId).distinct().toList());
    List<Change> changes = new ArrayList<>();
    for (RunStore.Run run : page) {
      Standing standing =
          new Standing(
              new Progress(run.lastRank(), handled.getOrDefault(run.id(), Set.of())), run.anchor());
      Pace pace = pacing.of(wanted, run.zone(), Optional.ofNullable(lastSent.get(run.personId())));
      changes.add(new Change(run, Plan.next(wanted.timing(), standing, pace)));
    }
    return changes;
  }

  /**
   * A draft step is shown where it would come if it were ready; the others do not wait for it (T7).
   */
  List<Planned> plan(Sequence wanted) {
    Pace pace = pacing.of(wanted, Optional.empty(), Optional.empty());
    List<Planned> moments = new ArrayList<>();
    Instant anchor = clock.instant();
    for (Step step : wanted.timing()) {
      Instant due = pace.due(step.timing(), anchor);
      moments.add(
          new Planned(
              due,
              Moved.of(step.timing(), anchor, pace),
              Moved.unmoved(step.timing(), anchor, pace.zone())));
      if (step.ready()) {
        anchor = due;
        pace = pace.sentAt(due);
      }
    }
    return moments;
  }
}
