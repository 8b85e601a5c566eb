package jeton.server.upkeep;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.upkeep.BackupPlan;
import jeton.core.upkeep.KeptKind;
import jeton.server.business.Business;
import jeton.server.database.Background;
import jeton.server.database.Fading;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Forgets each night what was kept long enough: an hour after the back-up, so that a mistake in the
 * numbers is in one. By one instance, in small steps; what is cut off goes on the next night.
 */
@Component
class Forgetting {
  private static final Logger LOG = LoggerFactory.getLogger(Forgetting.class);
  private static final int AT_ONCE = 1_000;

  private final Upkeep upkeep;
  private final UpkeepStore store;
  private final Business business;
  private final List<Fading> all;
  private final Clock clock;

  Forgetting(Upkeep upkeep, UpkeepStore store, Business business, List<Fading> all, Clock clock) {
    this.upkeep = upkeep;
    this.store = store;
    this.business = business;
    this.all = all;
    this.clock = clock;
  }

  @Scheduled(fixedDelay = 300_000, initialDelay = 60_000)
  void look() {
    Background.round(LOG, "What was kept long enough", this::forgetWhatIsDue);
  }

  void forgetWhatIsDue() {
    Upkeep.Plan plan = upkeep.now();
    Map<KeptKind, Upkeep.Forgotten> done = store.forgettings();
    for (KeptKind kind : KeptKind.values()) {
      Optional<Instant> last = Optional.ofNullable(done.get(kind)).map(Upkeep.Forgotten::at);
      Instant now = clock.instant();
      if ((last.isEmpty() || isNightSince(plan, last.get(), now))
          && store.takeTurn(kind, last, now)
          && last.isPresent()) {
        forget(kind, now.minus(Duration.ofDays(plan.settings().keptDays().get(kind))));
      }
    }
  }

  private boolean isNightSince(Upkeep.Plan plan, Instant last, Instant now) {
    int afterBackups = (plan.settings().backups().hour() + 1) % 24;
    return BackupPlan.isNightSince(afterBackups, last, now, business.now().settings().zoneId());
  }

  private void forget(KeptKind kind, Instant before) {
    for (Fading fading : all) {
      if (fading.kind() == kind) {
        int forgotten = fading.forget(before, AT_ONCE);
        while (forgotten > 0) {
          store.forgotten(kind, forgotten);
          forgotten = fading.forget(before, AT_ONCE);
        }
      }
    }
  }
}
