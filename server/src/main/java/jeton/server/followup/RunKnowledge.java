package jeton.server.followup;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.followup.Condition;
import jeton.core.followup.EndDays;
import jeton.core.followup.Pace;
import jeton.core.followup.Progress;
import jeton.core.followup.Standing;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
import jeton.server.tag.Tags;
import org.springframework.stereotype.Component;

/** What due runs are judged by, read at once for all of them. */
@Component
class RunKnowledge {
  private final Sequences sequences;
  private final RunFactStore facts;
  private final Tags tags;
  private final Pacing pacing;

  RunKnowledge(Sequences sequences, RunFactStore facts, Tags tags, Pacing pacing) {
    this.sequences = sequences;
    this.facts = facts;
    this.tags = tags;
    this.pacing = pacing;
  }

  /** What several runs are judged by. */
  record Known(
      Map<Long, Sequence> sequences,
      Map<Long, Set<Long>> handled,
      Map<Long, Set<String>> tags,
      Map<Long, Set<Long>> passesUsed,
      Map<Long, Instant> lastSent,
      Map<RunFactStore.Holding, Instant> ends,
      Map<RunFactStore.Holding, String> results) {

    Standing standing(Run run) {
      Set<Long> steps = handled.getOrDefault(run.id(), Set.of());
      return new Standing(new Progress(run.lastRank(), steps), run.anchor());
    }

    Optional<Instant> end(Run run) {
      return run.offerId().map(offer -> ends.get(new RunFactStore.Holding(run.personId(), offer)));
    }

    jeton.core.followup.Known known(Run run, Pace pace, Instant now) {
      Set<Long> used = passesUsed.getOrDefault(run.personId(), Set.of());
      return new jeton.core.followup.Known(
          run.offerId().filter(used::contains).isPresent(),
          tags.getOrDefault(run.personId(), Set.of()),
          end(run)
              .filter(end -> !now.isAfter(end))
              .map(end -> EndDays.between(now, end, pace.zone())),
          run.offerId().map(offer -> results.get(new RunFactStore.Holding(run.personId(), offer))));
    }
  }

  /** What these need; what none of their sequences looks at is not read. */
  Known of(List<Run> due) {
    List<Long> ids = due.stream().map(Run::id).toList();
    List<Long> people = due.stream().map(Run::personId).distinct().toList();
    Map<Long, Sequence> known =
        sequences.byIds(due.stream().map(Run::sequenceId).distinct().toList());
    boolean conditions =
        known.values().stream()
            .flatMap(sequence -> sequence.timing().stream())
            .anyMatch(step -> step.condition().kind() != Condition.Kind.ALWAYS);
    return new Known(
        known,
        facts.handled(ids),
        conditions ? tags.of(people) : Map.of(),
        conditions ? facts.passesUsed(people) : Map.of(),
        pacing.spacing().isZero() ? new HashMap<>() : facts.lastSentLocked(people),
        known.values().stream().anyMatch(Sequence::looksAtEnds) ? facts.ends(people) : Map.of(),
        known.values().stream().anyMatch(Sequence::looksAtResults)
            ? facts.results(people)
            : Map.of());
  }
}
