package jeton.core.rehearsal;

import java.time.Duration;
import java.time.ZoneId;
import java.util.List;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Step;
import jeton.core.handover.HandOverSettings;
import jeton.core.incentive.Download;
import jeton.core.incentive.Incentive;

/**
 * A configuration, as far as moments depend on it.
 *
 * @param offerId the offer that is rehearsed
 * @param sequences all that could run, the offer's own follow-up first
 * @param zone the business's
 * @param spacing least time between two sequence emails to one person (T13); zero for none
 * @param gives what the offer gives
 */
public record Setup(
    long offerId,
    ConfirmSettings confirm,
    HandOverSettings handOver,
    List<Sequence> sequences,
    ZoneId zone,
    Duration spacing,
    Incentive gives) {

  public Setup {
    sequences = List.copyOf(sequences);
  }

  /** Of a download. */
  public Setup(
      long offerId,
      ConfirmSettings confirm,
      HandOverSettings handOver,
      List<Sequence> sequences,
      ZoneId zone,
      Duration spacing) {
    this(offerId, confirm, handOver, sequences, zone, spacing, new Download());
  }

  /**
   * A sequence.
   *
   * @param followsOffer whether a sign-up to the offer starts it
   * @param paused whether it sends nothing (T14)
   */
  public record Sequence(
      long id,
      String name,
      List<Step> steps,
      SequenceRules rules,
      boolean followsOffer,
      boolean paused) {
    public Sequence {
      steps = List.copyOf(steps);
    }
  }
}
