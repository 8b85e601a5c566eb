package jeton.core.followup;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a run does now (rules T1 to T9, T13): the one function behind the engine and the rehearsal.
 *
 * @param skipped steps whose condition did not hold at their due moment, or that counted back to
 *     none, in order
 * @param standing where the run stands after them
 */
public record Turn(List<Plan.Due> skipped, Standing standing, Next next) {

  /** What comes after what was skipped. */
  public sealed interface Next {
    /** Nothing before this moment. */
    record Wait(Step step, Instant until) implements Next {}

    /** An email is due; the run goes on once it was sent. */
    record Send(Step step, Instant due) implements Next {}

    /** No step is left. */
    record Over() implements Next {}
  }

  public Turn {
    skipped = List.copyOf(skipped);
  }

  /** Decides for somebody of whom this is known now. */
  public static Turn of(List<Step> steps, Standing from, Pace pace, Known known, Instant now) {
    List<Plan.Due> skipped = new ArrayList<>();
    Standing standing = from;
    while (true) {
      Optional<Plan.Due> due = Plan.next(steps, standing, pace);
      if (due.isEmpty()) {
        return new Turn(skipped, standing, new Next.Over());
      }
      Step step = due.get().step();
      if (due.get().at().isAfter(now)) {
        return new Turn(skipped, standing, new Next.Wait(step, due.get().at()));
      }
      if (due.get().skip().isEmpty() && step.condition().holds(known)) {
        return new Turn(skipped, standing, new Next.Send(step, due.get().at()));
      }
      skipped.add(due.get());
      standing = standing.after(step, due.get().at());
    }
  }
}
