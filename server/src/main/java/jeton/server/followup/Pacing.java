package jeton.server.followup;

import java.time.Duration;
import java.time.Instant;
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

  /** For one person. */
  Pace of(Sequence sequence, Optional<String> personZone, Optional<Instant> lastSent) {
    BusinessSettings settings = business.now().settings();
    return new Pace(
        SendTimes.zone(settings.zoneId(), sequence.rules().personZone(), personZone),
        settings.sending().spacing(),
        lastSent);
  }

  /** Least time between two sequence emails to one person; zero for none. */
  Duration spacing() {
    return business.now().settings().sending().spacing();
  }
}
