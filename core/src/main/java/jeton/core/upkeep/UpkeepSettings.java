package jeton.core.upkeep;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;

/**
 * What an install does for itself at night.
 *
 * @param backups how back-ups are made
 * @param keptDays for how many days what is kept for a while only is kept; each kind has a number
 */
public record UpkeepSettings(BackupPlan backups, Map<KeptKind, Integer> keptDays) {

  public UpkeepSettings {
    Map<KeptKind, Integer> all = new EnumMap<>(KeptKind.class);
    for (KeptKind kind : KeptKind.values()) {
      all.put(
          kind,
          keptDays == null ? kind.usualDays() : keptDays.getOrDefault(kind, kind.usualDays()));
    }
    keptDays = Map.copyOf(all);
  }

  /** As a fresh install has it. */
  public static UpkeepSettings usual(String backupFolder) {
    return new UpkeepSettings(BackupPlan.usual(backupFolder), Map.of());
  }

  /** What keeps this from being saved. */
  public List<Problem> check() {
    Problems problems = new Problems();
    backups.check("backups", problems);
    keptDays.forEach(
        (kind, days) ->
            problems.when(
                days < kind.leastDays() || days > KeptKind.MOST_DAYS,
                "keptDays." + kind,
                "out_of_range",
                "From %d to %,d days.".formatted(kind.leastDays(), KeptKind.MOST_DAYS)));
    return problems.list();
  }
}
