package jeton.server.followup;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.followup.Plan;
import jeton.core.followup.Progress;
import jeton.core.followup.RunAgain;
import jeton.core.followup.RunEnd;
import jeton.core.followup.Step;
import jeton.core.people.PersonState;
import jeton.server.business.Business;
import jeton.server.history.History;
import jeton.server.mail.DeliveryListener;
import jeton.server.mail.Outbox;
import jeton.server.mail.OutgoingEmail;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** People's ways through sequences (rules T1, T7, T9, T12): started, moved on when due, ended. */
@Service
public class Runs implements DeliveryListener {
  private final RunStore runs;
  private final SequenceStore sequences;
  private final Outbox outbox;
  private final History history;
  private final Business business;
  private final Clock clock;

  Runs(RunStore runs, SequenceStore sequences, Ground ground, Clock clock) {
    this.runs = runs;
    this.sequences = sequences;
    this.outbox = ground.outbox();
    this.history = ground.history();
    this.business = ground.business();
    this.clock = clock;
  }

  /** What runs stand on. */
  @org.springframework.stereotype.Component
  record Ground(Outbox outbox, History history, Business business) {}

  /** Starts the follow-up of an offer for somebody, if it is to run (again) for them (S3). */
  public void start(long offerId, long personId, RunAgain again) {
    Sequence sequence = sequences.ofOffer(offerId).orElse(null);
    Instant now = clock.instant();
    if (sequence == null || !again.starts(runs.lastStarted(sequence.id(), personId), now)) {
      return;
    }
    Optional<Plan.Due> first = Plan.next(sequence.timing(), Progress.START, now, zone());
    long runId =
        runs.add(
            sequence.id(),
            personId,
            offerId,
            now,
            first.map(due -> due.step().id()),
            first.map(Plan.Due::at));
    if (first.isEmpty()) {
      // Nothing is ready: the run is over before its first email. T11: it stays so when one becomes
      // ready.
      runs.end(runId, RunEnd.STEPS_EXHAUSTED, now);
      return;
    }
    history.note(
        History.Event.of(now, History.Kind.FOLLOW_UP_STARTED, personId, offerId, sequence.name()));
  }

  /**
   * Moves on what is due: puts its email into the outbox. Decides anew from the newest sequence, so
   * an edit made meanwhile counts.
   *
   * @return how many runs were dealt with
   */
  @Transactional
  public int moveDue(int most) {
    Instant now = clock.instant();
    List<RunStore.Run> due = runs.lockDue(now, most);
    if (due.isEmpty()) {
      return 0;
    }
    Map<Long, Sequence> known =
        sequences.byIds(due.stream().map(RunStore.Run::sequenceId).distinct().toList());
    Map<Long, Set<Long>> handled = runs.handled(due.stream().map(RunStore.Run::id).toList());
    List<RunStore.HandOff> handOffs = new ArrayList<>();
    for (RunStore.Run run : due) {
      Progress progress = new Progress(run.lastRank(), handled.getOrDefault(run.id(), Set.of()));
      List<Step> steps = known.get(run.sequenceId()).timing();
      decide(run, steps, progress, now).ifPresent(handOffs::add);
    }
    if (!handOffs.isEmpty()) {
      runs.handToOutbox(handOffs, now);
    }
    return due.size();
  }

  private Optional<RunStore.HandOff> decide(
      RunStore.Run run, List<Step> steps, Progress progress, Instant now) {
    if (run.personState() != PersonState.ON_THE_LIST) {
      end(run.id(), run.personId(), run.offerId(), reasonFor(run.personState()), now);
      return Optional.empty();
    }
    Optional<Plan.Due> next = Plan.next(steps, progress, run.anchor(), zone());
    if (next.isEmpty()) {
      end(run.id(), run.personId(), run.offerId(), RunEnd.STEPS_EXHAUSTED, now);
      return Optional.empty();
    }
    Step step = next.get().step();
    if (next.get().at().isAfter(now)) {
      runs.waitFor(run.id(), run.anchor(), step.id(), next.get().at());
      return Optional.empty();
    }
    outbox.add(OutgoingEmail.followUp(run.personId(), run.offerId(), step.id(), run.id(), now));
    return Optional.of(new RunStore.HandOff(run.id(), step.id(), step.rank()));
  }

  /** Ends everything a person is on, and drops what waits for them in the outbox. */
  public void endAllOf(long personId, RunEnd reason) {
    Instant now = clock.instant();
    // Outbox before runs, as when results are recorded: two orders would be a deadlock in waiting.
    outbox.dropAllFor(personId);
    runs.goingOf(personId).forEach(runId -> runs.end(runId, reason, now));
  }

  /** When the next run is due, if one waits. */
  public Optional<Instant> nextDue() {
    return runs.nextDue();
  }

  /** T1: the next wait counts from the moment this email was sent. */
  @Override
  public void settled(OutgoingEmail email, Outcome outcome, Instant at, String detail) {
    if (email.runId().isEmpty()) {
      return;
    }
    long runId = email.runId().get();
    long stepId = email.stepId().orElseThrow();
    if (outcome == Outcome.SENT) {
      runs.sent(runId, stepId, at);
      history.note(
          History.Event.of(
              at, History.Kind.FOLLOW_UP_SENT, email.personId(), email.offerId(), detail));
    }
    runs.lock(runId).ifPresent(run -> goOn(run, at));
  }

  private void goOn(RunStore.Run run, Instant anchor) {
    if (run.personState() != PersonState.ON_THE_LIST) {
      end(run.id(), run.personId(), run.offerId(), reasonFor(run.personState()), anchor);
      return;
    }
    List<Step> steps = sequences.byIds(List.of(run.sequenceId())).get(run.sequenceId()).timing();
    Set<Long> handled = runs.handled(List.of(run.id())).getOrDefault(run.id(), Set.of());
    Optional<Plan.Due> next =
        Plan.next(steps, new Progress(run.lastRank(), handled), anchor, zone());
    next.ifPresentOrElse(
        due -> runs.waitFor(run.id(), anchor, due.step().id(), due.at()),
        () -> end(run.id(), run.personId(), run.offerId(), RunEnd.STEPS_EXHAUSTED, anchor));
  }

  private void end(long runId, long personId, long offerId, RunEnd reason, Instant now) {
    if (runs.end(runId, reason, now)) {
      history.note(
          History.Event.of(now, History.Kind.FOLLOW_UP_ENDED, personId, offerId, reason.name()));
    }
  }

  private static RunEnd reasonFor(PersonState state) {
    return switch (state) {
      case UNREACHABLE -> RunEnd.PERSON_UNREACHABLE;
      case BLOCKED -> RunEnd.PERSON_BLOCKED;
      case LEFT, WAITING_TO_CONFIRM, ON_THE_LIST -> RunEnd.PERSON_LEFT;
    };
  }

  private ZoneId zone() {
    return business.now().settings().zoneId();
  }
}
