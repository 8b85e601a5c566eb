package jeton.core.rehearsal;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jeton.core.followup.Goal;
import jeton.core.followup.Moved;
import jeton.core.followup.Pace;
import jeton.core.followup.Plan;
import jeton.core.followup.RunEnd;
import jeton.core.followup.Standing;
import jeton.core.followup.Step;
import jeton.core.followup.Turn;

/** The made-up person's ways through sequences. */
final class RunsSoFar {
  private final Setup setup;
  private final PersonSoFar person;
  private final List<Moment> moments;
  private final List<Run> going = new ArrayList<>();
  private Optional<Instant> lastSent = Optional.empty();

  RunsSoFar(Setup setup, PersonSoFar person, List<Moment> moments) {
    this.setup = setup;
    this.person = person;
    this.moments = moments;
  }

  private static final class Run {
    private final Setup.Sequence sequence;
    private final ZoneId zone;
    private Standing standing;
    private Instant due;

    Run(Setup.Sequence sequence, ZoneId zone, Instant start) {
      this.sequence = sequence;
      this.zone = zone;
      this.standing = Standing.start(start);
    }
  }

  boolean isGoing(long sequenceId) {
    return going.stream().anyMatch(run -> run.sequence.id() == sequenceId);
  }

  void start(Setup.Sequence sequence, ZoneId zone, Instant now) {
    Run run = new Run(sequence, zone, now);
    Optional<Plan.Due> first = Plan.next(sequence.steps(), run.standing, pace(run));
    moments.add(Moment.of(Moment.Kind.RUN_STARTS, now, sequence.id()));
    if (first.isEmpty()) {
      moments.add(Moment.ends(now, sequence.id(), RunEnd.STEPS_EXHAUSTED));
      return;
    }
    run.due = first.get().at();
    going.add(run);
  }

  /** When the next of them is due. A paused sequence sends nothing (T14). */
  Optional<Instant> nextDue() {
    return going.stream()
        .filter(run -> !run.sequence.paused())
        .map(run -> run.due)
        .min(Instant::compareTo);
  }

  /** Moves on what is due, in the order the runs were started. */
  void move(Instant now) {
    List.copyOf(going).stream()
        .filter(run -> !run.sequence.paused() && !run.due.isAfter(now))
        .forEach(run -> move(run, now));
  }

  private void move(Run run, Instant now) {
    Turn turn =
        Turn.of(run.sequence.steps(), run.standing, pace(run), person.known(now, run.zone), now);
    turn.skipped()
        .forEach(
            skipped ->
                moments.add(
                    Moment.of(
                        Moment.Kind.SKIPPED, skipped.at(), run.sequence.id(), skipped.step())));
    run.standing = turn.standing();
    if (turn.next() instanceof Turn.Next.Wait wait) {
      run.due = wait.until();
    } else if (turn.next() instanceof Turn.Next.Send send) {
      moments.add(
          Moment.of(Moment.Kind.SEQUENCE_EMAIL, now, run.sequence.id(), send.step())
              .delayed(delay(run, send.step())));
      lastSent = Optional.of(now);
      run.standing = run.standing.after(send.step(), now);
      Optional<Plan.Due> next = Plan.next(run.sequence.steps(), run.standing, pace(run));
      next.ifPresentOrElse(due -> run.due = due.at(), () -> end(run, RunEnd.STEPS_EXHAUSTED, now));
    } else {
      end(run, RunEnd.STEPS_EXHAUSTED, now);
    }
  }

  private Optional<Moment.Delay> delay(Run run, Step step) {
    Instant anchor = run.standing.anchor();
    return Moved.of(step.timing(), anchor, pace(run))
        .map(moved -> new Moment.Delay(moved, Moved.unmoved(step.timing(), anchor, run.zone)));
  }

  void endAll(RunEnd reason, Instant now) {
    List.copyOf(going).forEach(run -> end(run, reason, now));
  }

  void endByPass(Instant now) {
    List.copyOf(going).stream()
        .filter(run -> run.sequence.rules().goal().kind() == Goal.Kind.PASS_USED)
        .forEach(run -> end(run, RunEnd.GOAL_REACHED, now));
  }

  void endByTag(String tag, Instant now) {
    List.copyOf(going).stream()
        .filter(run -> run.sequence.rules().goal().reachedByTag(tag))
        .forEach(run -> end(run, RunEnd.GOAL_REACHED, now));
  }

  private void end(Run run, RunEnd reason, Instant now) {
    going.remove(run);
    moments.add(Moment.ends(now, run.sequence.id(), reason));
  }

  private Pace pace(Run run) {
    return new Pace(run.zone, setup.spacing(), lastSent, person.ends);
  }
}
