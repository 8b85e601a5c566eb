package jeton.server.readiness;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import jeton.core.offer.OfferState;
import jeton.core.readiness.Finding;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Watched;
import jeton.server.offer.Offers;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;

/**
 * What would go wrong with every offer that has not ended, from memory: judged anew when something
 * configured changes, and every minute while somebody looks, as stocks and days go by.
 */
@Service
public class Judgements {
  private static final Duration OLDEST = Duration.ofMinutes(2);
  private static final long EVERY_MS = 60_000;
  private final Watched<Map<Long, List<Finding>>> judged;

  Judgements(
      Offers offers, ReadinessCheck readiness, ConfigurationVersion configuration, Clock clock) {
    judged =
        new Watched<>(
            configuration,
            () ->
                readiness.of(
                    offers.known().stream()
                        .filter(offer -> offer.state() != OfferState.ENDED)
                        .toList()),
            OLDEST,
            clock);
  }

  /** Findings by offer; an offer that has ended has none. */
  public Map<Long, List<Finding>> now() {
    return judged.now();
  }

  @Scheduled(fixedDelay = EVERY_MS)
  void lookAgain() {
    judged.renewIfLookedAt();
  }
}
