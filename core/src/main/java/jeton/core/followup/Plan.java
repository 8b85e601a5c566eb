package jeton.core.followup;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What a run has ahead of it, taking "sent" as "due" (rules T1, T7, T13). */
public final class Plan {
  private Plan() {}

  /** A step and the moment it is due. */
  public record Due(Step step, Instant at) {}

  /** The next step of a run. */
  public static Optional<Due> next(List<Step> steps, Standing standing, Pace pace) {
    return standing
        .progress()
        .next(steps)
        .map(step -> new Due(step, pace.due(step.timing(), standing.anchor())));
  }

  /** Every step still to come, in order, as if every condition held. */
  public static List<Due> ahead(List<Step> steps, Standing from, Pace pace) {
    List<Due> plan = new ArrayList<>();
    Standing standing = from;
    Pace then = pace;
    Optional<Due> next = next(steps, standing, then);
    while (next.isPresent()) {
      plan.add(next.get());
      standing = standing.after(next.get().step(), next.get().at());
      then = then.sentAt(next.get().at());
      next = next(steps, standing, then);
    }
    return plan;
  }

  /** Every step still to come without spacing. */
  public static List<Due> ahead(List<Step> steps, Progress from, Instant anchor, ZoneId zone) {
    return ahead(steps, new Standing(from, anchor), Pace.in(zone));
  }
}
