package jeton.server.followup;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;
import jeton.core.followup.Pace;
import jeton.core.followup.SendTimes;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import org.springframework.stereotype.Component;

/** What runs are timed by: the business's settings and the sequence's (T6, T13). */
@Component
class Pacing {
  private final Business business;

  Pacing(Business business) {
    this.business = business;
  }

  /**
   * For one person.
   *
   * @param end of the person's code or pass (T15)
   */
  Pace of(
      Sequence sequence,
      Optional<String> personZone,
      Optional<Instant> lastSent,
      Optional<Instant> end) {
    BusinessSettings settings = business.now().settings();
    return new Pace(zone(sequence, personZone), settings.sending().spacing(), lastSent, end);
  }

  /** The zone a person's emails of a sequence are timed in (T6). */
  ZoneId zone(Sequence sequence, Optional<String> personZone) {
    return SendTimes.zone(zone(), sequence.rules().personZone(), personZone);
  }

  /** The business's zone. */
  ZoneId zone() {
    return business.now().settings().zoneId();
  }

  /** Least time between two sequence emails to one person; zero for none. */
  Duration spacing() {
    return business.now().settings().sending().spacing();
  }
}
