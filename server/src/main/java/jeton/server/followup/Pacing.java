package jeton.server.followup;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import jeton.core.followup.Pace;
import jeton.core.followup.SendTimes;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.sequence.Sequence;
import org.springframework.stereotype.Component;

/** What runs are timed by: the business's settings and the sequence's (T6, T13). */
@Component
public class Pacing {
  private final Business business;
  private final RunFactStore facts;

  Pacing(Business business, RunFactStore facts) {
    this.business = business;
    this.facts = facts;
  }

  /**
   * For one person.
   *
   * @param end of the person's code or pass (T15)
   */
  public Pace of(
      Sequence sequence,
      Optional<String> personZone,
      Optional<Instant> lastSent,
      Optional<Instant> end) {
    BusinessSettings settings = business.now().settings();
    return new Pace(zone(sequence, personZone), settings.sending().spacing(), lastSent, end);
  }

  /** The zone a person's emails of a sequence are timed in (T6). */
  public ZoneId zone(Sequence sequence, Optional<String> personZone) {
    return SendTimes.zone(zone(), sequence.rules().personZone(), personZone);
  }

  /** The business's zone. */
  public ZoneId zone() {
    return business.now().settings().zoneId();
  }

  /** Least time between two sequence emails to one person; zero for none. */
  public Duration spacing() {
    return business.now().settings().sending().spacing();
  }

  /** When what a person was given by an offer ends, where the sequence looks at that (T15). */
  Optional<Instant> end(Sequence sequence, long personId, Optional<Long> offerId) {
    return sequence.looksAtEnds() && offerId.isPresent()
        ? Optional.ofNullable(
            facts.ends(List.of(personId)).get(new RunFactStore.Holding(personId, offerId.get())))
        : Optional.empty();
  }
}
