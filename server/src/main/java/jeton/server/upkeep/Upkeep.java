package jeton.server.upkeep;

import java.time.Clock;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import jeton.core.upkeep.BackupPlan;
import jeton.core.upkeep.KeptKind;
import jeton.core.upkeep.UpkeepSettings;
import jeton.server.business.JetonSettings;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.Refused;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How the install keeps itself up. */
@Service
public class Upkeep {
  private final UpkeepStore store;
  private final ConfigurationVersion configuration;
  private final Remembered<Plan> known;
  private final ObjectProvider<PlanCheck> checks;
  private final Clock clock;

  /** Checks come late: they belong to what follows the plan. */
  Upkeep(
      UpkeepStore store,
      ConfigurationVersion configuration,
      JetonSettings settings,
      ObjectProvider<PlanCheck> checks,
      Clock clock) {
    this.store = store;
    this.checks = checks;
    this.clock = clock;
    this.configuration = configuration;
    UpkeepSettings usual =
        UpkeepSettings.usual(settings.home().toAbsolutePath().resolve("backups").toString());
    known = new Remembered<>(configuration, () -> store.find(usual));
  }

  /**
   * What is done at night.
   *
   * @param version grows with each save; a save must name the one it was made from
   * @param plannedSince when nightly back-ups were turned on, if they are
   */
  public record Plan(int version, UpkeepSettings settings, Optional<Instant> plannedSince) {}

  /**
   * What was forgotten of one kind.
   *
   * @param at when it was last looked through
   * @param inAll how much since ever
   */
  record Forgotten(KeptKind kind, Instant at, long inAll) {}

  /** As it is now, at most a second or two behind another instance. */
  public Plan now() {
    return known.now();
  }

  Map<KeptKind, Forgotten> forgotten() {
    return store.forgettings();
  }

  /** Saves it; the plan for back-ups must be one that can be followed. */
  @Transactional
  public Plan save(int version, UpkeepSettings settings) {
    Refused.unlessNone(settings.check());
    Plan now = now();
    BackupPlan backups = settings.backups();
    if (!backups.equals(now.settings().backups())) {
      checks.stream()
          .flatMap(check -> check.fault(backups).stream())
          .findFirst()
          .ifPresent(
              fault -> {
                throw new Refused("backups.folder", "unfit", fault);
              });
    }
    Optional<Instant> since =
        backups.nightly()
            ? now.plannedSince().or(() -> Optional.of(clock.instant()))
            : Optional.empty();
    if (!store.save(version, settings, since)) {
      throw new ChangedMeanwhile("Upkeep");
    }
    configuration.changed();
    return new Plan(version + 1, settings, since);
  }
}
