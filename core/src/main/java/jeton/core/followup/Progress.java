package jeton.core.followup;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * How far a run has come (rule T9).
 *
 * @param lastRank rank that the last handled step had when it was handled; empty before the first
 * @param handled ids of all steps sent or skipped in this run
 */
public record Progress(Optional<Long> lastRank, Set<Long> handled) {
  /** Nothing handled yet. */
  public static final Progress START = new Progress(Optional.empty(), Set.of());

  public Progress {
    handled = Set.copyOf(handled);
  }

  /**
   * The first ready step after the last rank that was not handled; the steps may come in any order.
   */
  public Optional<Step> next(List<Step> steps) {
    return steps.stream()
        .filter(Step::ready)
        .filter(step -> lastRank.isEmpty() || step.rank() > lastRank.get())
        .filter(step -> !handled.contains(step.id()))
        .min(Comparator.comparingLong(Step::rank));
  }

  /** The progress after this step. */
  public Progress after(Step step) {
    Set<Long> more = new java.util.HashSet<>(handled);
    more.add(step.id());
    return new Progress(Optional.of(step.rank()), more);
  }
}
