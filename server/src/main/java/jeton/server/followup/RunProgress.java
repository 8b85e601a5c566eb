package jeton.server.followup;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.followup.Plan;
import jeton.core.followup.Progress;
import jeton.core.followup.RunEnd;
import jeton.core.followup.Standing;
import jeton.core.people.PersonState;
import jeton.server.history.History;
import jeton.server.mail.DeliveryListener;
import jeton.server.mail.OutgoingEmail;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Component;

/** A way goes on once its email was sent: the next wait counts from that moment (T1). */
@Component
class RunProgress implements DeliveryListener {
  private final RunStore runs;
  private final Sequences sequences;
  private final RunFactStore facts;
  private final Pacing pacing;
  private final RunEnds ends;
  private final History history;

  RunProgress(
      RunStore runs,
      Sequences sequences,
      RunFactStore facts,
      Pacing pacing,
      RunEnds ends,
      History history) {
    this.runs = runs;
    this.sequences = sequences;
    this.facts = facts;
    this.pacing = pacing;
    this.ends = ends;
    this.history = history;
  }

  /** T1: the next wait counts from the moment this email was sent. */
  @Override
  public void settled(List<Settled> batch, Instant at) {
    List<RunStore.Handled> sent = new ArrayList<>();
    List<History.Event> events = new ArrayList<>();
    List<Long> runIds = new ArrayList<>();
    for (Settled settled : batch) {
      OutgoingEmail email = settled.email();
      if (email.runId().isEmpty()) {
        continue;
      }
      long runId = email.runId().get();
      runIds.add(runId);
      if (settled.outcome() == Outcome.SENT) {
        sent.add(new RunStore.Handled(runId, email.stepId().orElseThrow(), 0, false));
        events.add(
            History.Event.of(
                at,
                History.Kind.FOLLOW_UP_SENT,
                email.personId(),
                email.offerId(),
                settled.detail()));
      }
    }
    if (!runIds.isEmpty()) {
      runs.sent(sent, at);
      history.noteAll(events);
      goOn(runs.lock(runIds), at);
    }
  }

  /** Has each wait for its next step from this moment, or ends it where nothing is left. */
  void goOn(Collection<Run> going, Instant anchor) {
    if (going.isEmpty()) {
      return;
    }
    Map<Long, Sequence> known =
        sequences.byIds(going.stream().map(Run::sequenceId).collect(Collectors.toSet()));
    Map<Long, Set<Long>> handled = facts.handled(going.stream().map(Run::id).toList());
    List<RunStore.Waiting> waiting = new ArrayList<>();
    for (Run run : going) {
      if (run.personState() != PersonState.ON_THE_LIST) {
        ends.end(run, RunEnds.reasonFor(run.personState()), anchor);
        continue;
      }
      Sequence sequence = known.get(run.sequenceId());
      Progress progress = new Progress(run.lastRank(), handled.getOrDefault(run.id(), Set.of()));
      Optional<Plan.Due> next =
          Plan.next(
              sequence.timing(),
              new Standing(progress, anchor),
              pacing.of(
                  sequence,
                  run.zone(),
                  Optional.of(anchor),
                  pacing.end(sequence, run.personId(), run.offerId())));
      next.ifPresentOrElse(
          due -> waiting.add(new RunStore.Waiting(run.id(), anchor, due.step().id(), due.at())),
          () -> ends.end(run, RunEnd.STEPS_EXHAUSTED, anchor));
    }
    runs.waitFor(waiting);
  }
}
