package jeton.server.editing;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jeton.core.followup.Moved;
import jeton.core.followup.Pace;
import jeton.core.followup.Step;
import jeton.server.followup.Pacing;
import jeton.server.offer.Offers;
import jeton.server.sequence.Sequence;
import org.springframework.stereotype.Component;

/** When each step comes for somebody who signs up now: the timeline's scale. */
@Component
class SequencePlan {
  private final Pacing pacing;
  private final Offers offers;
  private final Clock clock;

  SequencePlan(Pacing pacing, Offers offers, Clock clock) {
    this.pacing = pacing;
    this.offers = offers;
    this.clock = clock;
  }

  /**
   * A step on the scale of days.
   *
   * @param at when it comes for somebody who signs up now
   * @param moved why not when its wait ends; empty when it is that moment
   * @param from when its wait ends
   */
  public record Planned(Instant at, Optional<Moved> moved, Instant from) {}

  /** When what somebody gets who signs up now ends. */
  private Optional<Instant> endFromNow(Sequence wanted) {
    Instant now = clock.instant();
    return wanted.looksAtEnds()
        ? wanted.homeOffer().flatMap(offer -> offers.remembered(offer).endOf(now, pacing.zone()))
        : Optional.empty();
  }

  /**
   * A draft step is shown where it would come if it were ready; the others do not wait for it (T7).
   */
  List<Planned> of(Sequence wanted) {
    Pace pace = pacing.of(wanted, Optional.empty(), Optional.empty(), endFromNow(wanted));
    List<Planned> moments = new ArrayList<>();
    Instant anchor = clock.instant();
    for (Step step : wanted.timing()) {
      Instant due = pace.due(step.timing(), anchor);
      moments.add(
          new Planned(
              due,
              Moved.of(step.timing(), anchor, pace),
              Moved.unmoved(step.timing(), anchor, pace.zone())));
      boolean comes = pace.when(step.timing(), anchor).skip().isEmpty();
      if (step.ready() && comes) {
        anchor = due;
        pace = pace.sentAt(due);
      }
    }
    return moments;
  }
}
