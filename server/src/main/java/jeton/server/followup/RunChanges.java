package jeton.server.followup;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.followup.Pace;
import jeton.core.followup.Plan;
import jeton.core.followup.Progress;
import jeton.core.followup.Standing;
import jeton.server.sequence.Sequence;
import org.springframework.stereotype.Component;

/** What runs would wait for by an edited sequence (T10). */
@Component
public class RunChanges {
  private final RunFactStore facts;
  private final Pacing pacing;

  RunChanges(RunFactStore facts, Pacing pacing) {
    this.facts = facts;
    this.pacing = pacing;
  }

  /** What a run would wait for. */
  public record Change(Run run, Optional<Plan.Due> next) {
    public boolean differs() {
      return next.isPresent()
          && !(next.get().at().equals(run.nextDueAt().orElse(null))
              && run.nextStepId().equals(Optional.of(next.get().step().id())));
    }

    /** Whether the email would come at another moment. */
    public boolean isRetimed() {
      return next.isPresent() && !next.get().at().equals(run.nextDueAt().orElse(null));
    }

    RunStore.Waiting waiting() {
      Plan.Due due = next.orElseThrow();
      return new RunStore.Waiting(run.id(), run.anchor(), due.step().id(), due.at());
    }
  }

  /** What each of these runs would wait for; nothing is locked for it. */
  public List<Change> of(Sequence wanted, List<Run> page) {
    Map<Long, Set<Long>> handled = facts.handled(page.stream().map(Run::id).toList());
    Map<Long, Instant> lastSent =
        pacing.spacing().isZero()
            ? Map.of()
            : facts.lastSent(page.stream().map(Run::personId).distinct().toList());
    Map<RunFactStore.Holding, Instant> ends =
        wanted.looksAtEnds()
            ? facts.ends(page.stream().map(Run::personId).distinct().toList())
            : Map.of();
    List<Change> changes = new ArrayList<>();
    for (Run run : page) {
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
}
