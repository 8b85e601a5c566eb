package jeton.core.followup;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What a run has ahead of it, taking "sent" as "due" (rules T1, T7). */
public final class Plan {
  private Plan() {}

  /** A step and the moment it is due. */
  public record Due(Step step, Instant at) {}

  /**
   * The next step of a run.
   *
   * @param anchor when the previous email was sent; for the first, when the run started
   */
  public static Optional<Due> next(
      List<Step> steps, Progress progress, Instant anchor, ZoneId zone) {
    return progress
        .next(steps)
        .map(step -> new Due(step, SendTimes.due(step.timing(), anchor, zone)));
  }

  /** Every step still to come, in order. */
  public static List<Due> ahead(List<Step> steps, Progress from, Instant anchor, ZoneId zone) {
    List<Due> plan = new ArrayList<>();
    Progress progress = from;
    Instant at = anchor;
    Optional<Due> next = next(steps, progress, at, zone);
    while (next.isPresent()) {
      plan.add(next.get());
      progress = progress.after(next.get().step());
      at = next.get().at();
      next = next(steps, progress, at, zone);
    }
    return plan;
  }
}
