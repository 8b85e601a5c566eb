package jeton.core.followup;

import jeton.core.people.ListSettings;
import jeton.core.problem.Problems;

/**
 * What holds for a whole sequence.
 *
 * @param personZone whether it is timed in the person's own zone when known (T6)
 * @param goal ends a run when reached (T12)
 * @param start what starts it beside sign-ups
 * @param again whether {@code start} starts it a second time for one person; a sign-up follows the
 *     offer's own setting (S3)
 * @param listId number of the list its emails go out for (L1)
 */
public record SequenceRules(
    boolean personZone, Goal goal, Start start, RunAgain again, Long listId) {
  /** The business's zone, no goal, started by sign-ups. */
  public static final SequenceRules USUAL =
      new SequenceRules(false, Goal.NONE, Start.BY_SIGN_UP, RunAgain.NEVER);

  public SequenceRules {
    goal = goal == null ? Goal.NONE : goal;
    start = start == null ? Start.BY_SIGN_UP : start;
    again = again == null ? RunAgain.NEVER : again;
    listId = listId == null ? Long.valueOf(ListSettings.FIRST) : listId;
  }

  /** For the first list. */
  public SequenceRules(boolean personZone, Goal goal, Start start, RunAgain again) {
    this(personZone, goal, start, again, null);
  }

  /** Notes what keeps these from being saved. */
  public void check(String path, Problems problems) {
    goal.check(path + ".goal", problems);
    start.check(path + ".start", problems);
    problems.when(
        again.when() == RunAgain.When.AFTER_DAYS && (again.days() < 1 || again.days() > 3650),
        path + ".again.days",
        "out_of_range",
        "It can run again after 1 to 3650 days.");
  }
}
