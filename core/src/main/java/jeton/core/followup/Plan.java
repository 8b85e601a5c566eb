package jeton.core.followup;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What a run has ahead of it, taking "sent" as "due" (rules T1, T7, T13). */
public final class Plan {
  private Plan() {}

  /**
   * A step and the moment it is due.
   *
   * @param at the moment it is reached, for one that is skipped
   * @param skip why one that counts back never comes (T15)
   */
  public record Due(Step step, Instant at, Optional<CountBack.Skip> skip) {
    /** One that comes. */
    public Due(Step step, Instant at) {
      this(step, at, Optional.empty());
    }
  }

  /** The next step of a run. */
  public static Optional<Due> next(List<Step> steps, Standing standing, Pace pace) {
    return standing
        .progress()
        .next(steps)
        .map(
            step -> {
              CountBack when = pace.when(step.timing(), standing.anchor());
              return new Due(step, when.due().orElse(standing.anchor()), when.skip());
            });
  }

  /** Every step still to come, in order, as if every condition held. */
  public static List<Due> ahead(List<Step> steps, Standing from, Pace pace) {
    List<Due> plan = new ArrayList<>();
    Standing standing = from;
    Pace then = pace;
    Optional<Due> next = next(steps, standing, then);
    while (next.isPresent()) {
      standing = standing.after(next.get().step(), next.get().at());
      if (next.get().skip().isEmpty()) {
        plan.add(next.get());
        then = then.sentAt(next.get().at());
      }
      next = next(steps, standing, then);
    }
    return plan;
  }

  /** Every step still to come without spacing. */
  public static List<Due> ahead(List<Step> steps, Progress from, Instant anchor, ZoneId zone) {
    return ahead(steps, new Standing(from, anchor), Pace.in(zone));
  }
}
