package jeton.server.followup;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.followup.Condition;
import jeton.core.followup.CountBack;
import jeton.core.followup.EndDays;
import jeton.core.followup.Known;
import jeton.core.followup.Pace;
import jeton.core.followup.Plan;
import jeton.core.followup.Progress;
import jeton.core.followup.RunEnd;
import jeton.core.followup.Standing;
import jeton.core.followup.Turn;
import jeton.core.people.PersonState;
import jeton.server.history.History;
import jeton.server.mail.Outbox;
import jeton.server.mail.OutgoingEmail;
import jeton.server.tag.Tags;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/** Moves due runs on (rules T7 to T9, T13), many in one transaction and few statements. */
@Service
public class RunMover {
  private static final Logger LOG = LoggerFactory.getLogger(RunMover.class);
  private final RunStore runs;
  private final SequenceStore sequences;
  private final Runs ended;
  private final Mover ground;
  private final Clock clock;

  RunMover(RunStore runs, SequenceStore sequences, Runs ended, Mover ground, Clock clock) {
    this.runs = runs;
    this.sequences = sequences;
    this.ended = ended;
    this.ground = ground;
    this.clock = clock;
  }

  /** What runs are moved with. */
  @Component
  record Mover(
      Outbox outbox,
      History history,
      Pacing pacing,
      Tags tags,
      RunFactStore facts,
      TransactionOperations tx) {}

  /** What one look at due runs comes to, written in few statements. */
  private static final class Work {
    private final List<RunStore.Handled> handled = new ArrayList<>();
    private final List<RunStore.Waiting> waiting = new ArrayList<>();
    private final List<OutgoingEmail> emails = new ArrayList<>();
    private final List<History.Event> events = new ArrayList<>();
  }

  /** What several runs are judged by. */
  private record Knowledge(
      Map<Long, Sequence> sequences,
      Map<Long, Set<Long>> handled,
      Map<Long, Set<String>> tags,
      Map<Long, Set<Long>> passesUsed,
      Map<Long, Instant> lastSent,
      Map<RunFactStore.Holding, Instant> ends,
      Map<RunFactStore.Holding, String> results) {

    Standing standing(RunStore.Run run) {
      Set<Long> steps = handled.getOrDefault(run.id(), Set.of());
      return new Standing(new Progress(run.lastRank(), steps), run.anchor());
    }

    Optional<Instant> end(RunStore.Run run) {
      return run.offerId().map(offer -> ends.get(new RunFactStore.Holding(run.personId(), offer)));
    }

    Known known(RunStore.Run run, Pace pace, Instant now) {
      Set<Long> used = passesUsed.getOrDefault(run.personId(), Set.of());
      return new Known(
          run.offerId().filter(used::contains).isPresent(),
          tags.getOrDefault(run.personId(), Set.of()),
          end(run)
              .filter(end -> !now.isAfter(end))
              .map(end -> EndDays.between(now, end, pace.zone())),
          run.offerId().map(offer -> results.get(new RunFactStore.Holding(run.personId(), offer))));
    }
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
      ground
          .tx()
          .executeWithoutResult(status -> runs.setAside(due.runId(), SetAside.why(trouble), now));
      return 1;
    }
  }

  private int move(List<RunStore.Due> due, Instant now) {
    return ground.tx().execute(status -> moveLocked(runs.lockDue(due, now), now));
  }

  private int moveLocked(List<RunStore.Run> due, Instant now) {
    if (due.isEmpty()) {
      return 0;
    }
    Knowledge knowledge = knowledge(due);
    Work work = new Work();
    for (RunStore.Run run : due) {
      decide(run, knowledge, work, now);
    }
    work.emails.forEach(ground.outbox()::add);
    runs.handle(work.handled, now);
    runs.waitFor(work.waiting);
    ground.history().noteAll(work.events);
    return due.size();
  }

  private void decide(RunStore.Run run, Knowledge knowledge, Work work, Instant now) {
    if (run.personState() != PersonState.ON_THE_LIST) {
      ended.end(run, Runs.reasonFor(run.personState()), now);
      return;
    }
    Sequence sequence = knowledge.sequences().get(run.sequenceId());
    if (sequence.paused()) {
      // It was paused after it had come due: its moment is put aside with the others' (T14).
      run.nextStepId()
          .ifPresent(
              step ->
                  work.waiting.add(
                      new RunStore.Waiting(
                          run.id(), run.anchor(), step, run.nextDueAt().orElse(now))));
      return;
    }
    Optional<Instant> lastSent = Optional.ofNullable(knowledge.lastSent().get(run.personId()));
    Pace pace = ground.pacing().of(sequence, run.zone(), lastSent, knowledge.end(run));
    Turn turn =
        Turn.of(
            sequence.timing(), knowledge.standing(run), pace, knowledge.known(run, pace, now), now);
    turn.skipped().forEach(skipped -> skip(run, sequence, skipped, work));
    if (turn.next() instanceof Turn.Next.Wait wait) {
      work.waiting.add(
          new RunStore.Waiting(run.id(), turn.standing().anchor(), wait.step().id(), wait.until()));
    } else if (turn.next() instanceof Turn.Next.Send send) {
      long stepId = send.step().id();
      work.handled.add(new RunStore.Handled(run.id(), stepId, send.step().rank(), false));
      work.emails.add(
          OutgoingEmail.followUp(
              run.personId(), run.offerId(), new OutgoingEmail.RunStep(run.id(), stepId), now));
      knowledge.lastSent().put(run.personId(), now);
    } else {
      // Written before the run ends, or the steps skipped last would be lost.
      runs.handle(work.handled, now);
      work.handled.clear();
      ended.end(run, RunEnd.STEPS_EXHAUSTED, now);
    }
  }

  private void skip(RunStore.Run run, Sequence sequence, Plan.Due skipped, Work work) {
    work.handled.add(
        new RunStore.Handled(run.id(), skipped.step().id(), skipped.step().rank(), true));
    String subject =
        sequence.steps().stream()
            .filter(email -> email.step().equals(skipped.step()))
            .map(email -> email.content().subject())
            .findFirst()
            .orElse("");
    work.events.add(
        History.Event.of(
            skipped.at(),
            History.Kind.FOLLOW_UP_SKIPPED,
            run.personId(),
            run.offerId(),
            subject
                + ": "
                + skipped
                    .skip()
                    .map(CountBack.Skip::words)
                    .orElse(skipped.step().condition().words())));
  }

  private Knowledge knowledge(List<RunStore.Run> due) {
    List<Long> ids = due.stream().map(RunStore.Run::id).toList();
    List<Long> people = due.stream().map(RunStore.Run::personId).distinct().toList();
    Map<Long, Sequence> known =
        sequences.byIds(due.stream().map(RunStore.Run::sequenceId).distinct().toList());
    boolean conditions =
        known.values().stream()
            .flatMap(sequence -> sequence.timing().stream())
            .anyMatch(step -> step.condition().kind() != Condition.Kind.ALWAYS);
    return new Knowledge(
        known,
        ground.facts().handled(ids),
        conditions ? ground.tags().of(people) : Map.of(),
        conditions ? ground.facts().passesUsed(people) : Map.of(),
        ground.pacing().spacing().isZero()
            ? new HashMap<>()
            : ground.facts().lastSentLocked(people),
        known.values().stream().anyMatch(Sequence::looksAtEnds)
            ? ground.facts().ends(people)
            : Map.of(),
        known.values().stream().anyMatch(Sequence::looksAtResults)
            ? ground.facts().results(people)
            : Map.of());
  }

  /** When the next run is due, if one waits. */
  public Optional<Instant> nextDue() {
    return runs.nextDue();
  }
}
