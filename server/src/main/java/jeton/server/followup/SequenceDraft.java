package jeton.server.followup;

import java.util.List;
import java.util.Optional;
import jeton.core.followup.Wait;
import jeton.core.mail.EmailContent;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;

/** A sequence as the owner wants it: the steps in their order. */
public record SequenceDraft(String name, List<StepDraft> steps) {
  /** Most steps of a sequence. */
  public static final int MOST_STEPS = 50;

  public SequenceDraft {
    steps = List.copyOf(steps);
  }

  /**
   * One step.
   *
   * @param id empty for one that is new
   */
  public record StepDraft(
      Optional<Long> id, boolean ready, int waitAmount, Wait.Unit waitUnit, EmailContent email) {
    public StepDraft {
      id = id == null ? Optional.empty() : id;
    }
  }

  /** What keeps this from being saved. */
  List<Problem> check() {
    Problems problems = new Problems();
    problems.line(name, "name", "The name", 120);
    problems.when(name.isBlank(), "name", "empty", "The follow-up needs a name.");
    problems.when(
        steps.size() > MOST_STEPS, "steps", "too_many", "A follow-up has at most 50 emails.");
    for (int i = 0; i < steps.size(); i++) {
      StepDraft step = steps.get(i);
      String path = "steps[" + i + "]";
      step.email().check(path + ".email", problems);
      try {
        new Wait(step.waitAmount(), step.waitUnit());
      } catch (IllegalArgumentException outside) {
        problems.add(path + ".waitAmount", "out_of_range", "A wait is 0 minutes to 3650 days.");
      }
    }
    return problems.list();
  }
}
