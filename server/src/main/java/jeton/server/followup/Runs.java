package jeton.server.followup;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.followup.Pace;
import jeton.core.followup.Plan;
import jeton.core.followup.Progress;
import jeton.core.followup.RunAgain;
import jeton.core.followup.RunEnd;
import jeton.core.followup.Standing;
import jeton.core.people.PersonState;
import jeton.server.history.History;
import jeton.server.mail.DeliveryListener;
import jeton.server.mail.Outbox;
import jeton.server.mail.OutgoingEmail;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.tag.Tags;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** People's ways through sequences (rules T1, T7 to T9, T12, T13): started and ended. */
@Service
public class Runs implements DeliveryListener {
  private final RunStore runs;
  private final SequenceStore sequences;
  private final Ground ground;
  private final Clock clock;

  Runs(RunStore runs, SequenceStore sequences, Ground ground, Clock clock) {
    this.runs = runs;
    this.sequences = sequences;
    this.ground = ground;
    this.clock = clock;
  }

  /** What runs stand on. */
  @org.springframework.stereotype.Component
  record Ground(
      Outbox outbox,
      History history,
      Pacing pacing,
      Tags tags,
      People people,
      RunFactStore facts) {}

  /**
   * Starts a sequence for somebody on the list, if it is to run (again) for them. Their row must be
   * locked by the caller.
   *
   * @param offerId what it comes from; empty when it stands on its own
   */
  boolean start(Sequence sequence, Person person, Optional<Long> offerId, RunAgain again) {
    Instant now = clock.instant();
    if (person.state() != PersonState.ON_THE_LIST || !isWanted(sequence, person, again, now)) {
      return false;
    }
    Map<Long, Instant> lastSent =
        ground.pacing().spacing().isZero()
            ? Map.of()
            : ground.facts().lastSentLocked(List.of(person.id()));
    Pace pace =
        ground
            .pacing()
            .of(
                sequence,
                person.zone(),
                Optional.ofNullable(lastSent.get(person.id())),
                end(sequence, person.id(), offerId));
    Optional<Plan.Due> first = Plan.next(sequence.timing(), Standing.start(now), pace);
    long runId =
        runs.add(
            sequence,
            person.id(),
            offerId,
            now,
            first.map(due -> new RunStore.Waiting(0, now, due.step().id(), due.at())));
    if (first.isEmpty()) {
      // Nothing is ready: the run is over before its first email. T11: it stays so when one becomes
      // ready.
      runs.end(runId, RunEnd.STEPS_EXHAUSTED, now);
      return true;
    }
    ground
        .history()
        .note(
            History.Event.of(
                now, History.Kind.FOLLOW_UP_STARTED, person.id(), offerId, sequence.name()));
    return true;
  }

  private Optional<Instant> end(Sequence sequence, long personId, Optional<Long> offerId) {
    return sequence.looksAtEnds() && offerId.isPresent()
        ? Optional.ofNullable(
            ground
                .facts()
                .ends(List.of(personId))
                .get(new RunFactStore.Holding(personId, offerId.get())))
        : Optional.empty();
  }

  /** The person's row is locked: two starts at once come here one after the other. */
  private boolean isWanted(Sequence sequence, Person person, RunAgain again, Instant now) {
    RunStore.Earlier earlier = runs.earlier(sequence.id(), person.id());
    return again.starts(earlier.lastStarted(), earlier.going(), now);
  }

  /** Ends everything a person is on, and drops what waits for them in the outbox. */
  public void endAllOf(long personId, RunEnd reason) {
    Instant now = clock.instant();
    // Outbox before runs, as when results are recorded: two orders would be a deadlock in waiting.
    ground.outbox().dropAllFor(personId);
    runs.goingOf(personId).forEach(run -> runs.end(run.id(), reason, now));
  }

  /** Ends what a person is on that is sent for these lists (L2). */
  public void endOfLists(long personId, Collection<Long> listIds, RunEnd reason) {
    Map<Long, Long> lists =
        sequences.listsOf(
            runs.goingOf(personId).stream().map(RunStore.Run::sequenceId).distinct().toList());
    runs.goingOf(personId).stream()
        .filter(run -> listIds.contains(lists.get(run.sequenceId())))
        .forEach(run -> stop(run, reason));
  }

  /** Ends those of a person's runs that a goal says to (T12). */
  void endReached(long personId, java.util.function.Predicate<Sequence> reached, RunEnd reason) {
    List<RunStore.Run> going = runs.goingOf(personId);
    if (going.isEmpty()) {
      return;
    }
    Map<Long, Sequence> known =
        sequences.byIds(going.stream().map(RunStore.Run::sequenceId).distinct().toList());
    going.stream()
        .filter(run -> reached.test(known.get(run.sequenceId())))
        .forEach(run -> stop(run, reason));
  }

  /** The owner takes somebody out of a sequence. False when they were not in it. */
  @Transactional
  public boolean remove(long sequenceId, long personId) {
    ground.people().lock(personId);
    List<RunStore.Run> going =
        runs.goingOf(personId).stream().filter(run -> run.sequenceId() == sequenceId).toList();
    going.forEach(run -> stop(run, RunEnd.REMOVED_BY_OWNER));
    return !going.isEmpty();
  }

  /**
   * Takes back that the owner took somebody out: they go on where they were. An email that stood in
   * the outbox at that moment was dropped and is not sent any more.
   *
   * @return false when there is nothing to take back
   */
  @Transactional
  public boolean putBack(long sequenceId, long personId) {
    ground.people().lock(personId);
    Optional<Long> id = runs.putBack(sequenceId, personId);
    if (id.isEmpty()) {
      return false;
    }
    String name = sequences.byIds(List.of(sequenceId)).get(sequenceId).name();
    for (RunStore.Run run : runs.lock(List.of(id.get()))) {
      ground
          .history()
          .note(
              History.Event.of(
                  clock.instant(), History.Kind.FOLLOW_UP_STARTED, personId, run.offerId(), name));
      goOn(List.of(run), run.anchor());
    }
    return true;
  }

  private void stop(RunStore.Run run, RunEnd reason) {
    ground.outbox().dropOfRun(run.id());
    end(run, reason, clock.instant());
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
      ground.history().noteAll(events);
      goOn(runs.lock(runIds), at);
    }
  }

  private void goOn(Collection<RunStore.Run> going, Instant anchor) {
    if (going.isEmpty()) {
      return;
    }
    Map<Long, Sequence> known =
        sequences.byIds(going.stream().map(RunStore.Run::sequenceId).collect(Collectors.toSet()));
    Map<Long, Set<Long>> handled =
        ground.facts().handled(going.stream().map(RunStore.Run::id).toList());
    List<RunStore.Waiting> waiting = new ArrayList<>();
    for (RunStore.Run run : going) {
      if (run.personState() != PersonState.ON_THE_LIST) {
        end(run, reasonFor(run.personState()), anchor);
        continue;
      }
      Sequence sequence = known.get(run.sequenceId());
      Progress progress = new Progress(run.lastRank(), handled.getOrDefault(run.id(), Set.of()));
      Optional<Plan.Due> next =
          Plan.next(
              sequence.timing(),
              new Standing(progress, anchor),
              ground
                  .pacing()
                  .of(
                      sequence,
                      run.zone(),
                      Optional.of(anchor),
                      end(sequence, run.personId(), run.offerId())));
      next.ifPresentOrElse(
          due -> waiting.add(new RunStore.Waiting(run.id(), anchor, due.step().id(), due.at())),
          () -> end(run, RunEnd.STEPS_EXHAUSTED, anchor));
    }
    runs.waitFor(waiting);
  }

  void end(RunStore.Run run, RunEnd reason, Instant now) {
    if (runs.end(run.id(), reason, now)) {
      ground
          .history()
          .note(
              History.Event.of(
                  now, History.Kind.FOLLOW_UP_ENDED, run.personId(), run.offerId(), reason.name()));
    }
  }

  static RunEnd reasonFor(PersonState state) {
    return switch (state) {
      case UNREACHABLE -> RunEnd.PERSON_UNREACHABLE;
      case BLOCKED -> RunEnd.PERSON_BLOCKED;
      case LEFT, WAITING_TO_CONFIRM, ON_THE_LIST -> RunEnd.PERSON_LEFT;
    };
  }
}
