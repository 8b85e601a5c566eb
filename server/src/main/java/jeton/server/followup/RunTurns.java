package jeton.server.followup;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jeton.core.followup.CountBack;
import jeton.core.followup.Pace;
import jeton.core.followup.Plan;
import jeton.core.followup.RunEnd;
import jeton.core.followup.Turn;
import jeton.core.people.PersonState;
import jeton.server.history.History;
import jeton.server.mail.Outbox;
import jeton.server.mail.OutgoingEmail;
import jeton.server.sequence.Sequence;
import org.springframework.stereotype.Component;

/**
 * What due runs come to: an email, a wait, an end (T7 to T9), written in few statements. Their rows
 * are locked by the caller.
 */
@Component
class RunTurns {
  private final RunStore runs;
  private final RunEnds ends;
  private final RunKnowledge knowing;
  private final Pacing pacing;
  private final Outbox outbox;
  private final History history;

  RunTurns(
      RunStore runs,
      RunEnds ends,
      RunKnowledge knowing,
      Pacing pacing,
      Outbox outbox,
      History history) {
    this.runs = runs;
    this.ends = ends;
    this.knowing = knowing;
    this.pacing = pacing;
    this.outbox = outbox;
    this.history = history;
  }

  /** What one look at due runs comes to, written in few statements. */
  private static final class Work {
    private final List<RunStore.Handled> handled = new ArrayList<>();
    private final List<RunStore.Waiting> waiting = new ArrayList<>();
    private final List<OutgoingEmail> emails = new ArrayList<>();
    private final List<History.Event> events = new ArrayList<>();
  }

  /** Decides for each from the newest sequence, so that an edit made meanwhile counts. */
  int take(List<Run> due, Instant now) {
    if (due.isEmpty()) {
      return 0;
    }
    RunKnowledge.Known knowledge = knowing.of(due);
    Work work = new Work();
    for (Run run : due) {
      decide(run, knowledge, work, now);
    }
    work.emails.forEach(outbox::add);
    runs.handle(work.handled, now);
    runs.waitFor(work.waiting);
    history.noteAll(work.events);
    return due.size();
  }

  private void decide(Run run, RunKnowledge.Known knowledge, Work work, Instant now) {
    if (run.personState() != PersonState.ON_THE_LIST) {
      ends.end(run, RunEnds.reasonFor(run.personState()), now);
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
    Pace pace = pacing.of(sequence, run.zone(), lastSent, knowledge.end(run));
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
      ends.end(run, RunEnd.STEPS_EXHAUSTED, now);
    }
  }

  private void skip(Run run, Sequence sequence, Plan.Due skipped, Work work) {
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
}
