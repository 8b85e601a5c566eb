package jeton.server.trial;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import jeton.core.trial.Prospect;
import jeton.core.trial.Tested;
import jeton.core.trial.TwoVersions;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Component;

/** Trials that run, from memory: for whoever asks which version somebody gets. */
@Component
public class RunningTrials {
  private final TrialStore store;
  private final Clock clock;
  private final Remembered<Map<Tested, Map<Long, VersionTrial>>> running;
  private final Map<Long, Optional<Duration>> prospects = new ConcurrentHashMap<>();

  RunningTrials(TrialStore store, ConfigurationVersion configuration, Clock clock) {
    this.store = store;
    this.clock = clock;
    running = new Remembered<>(configuration, this::readRunning);
  }

  private Map<Tested, Map<Long, VersionTrial>> readRunning() {
    Map<Tested, Map<Long, VersionTrial>> all = new EnumMap<>(Tested.class);
    store
        .running()
        .forEach(
            trial ->
                all.computeIfAbsent(trial.tested(), kind -> new HashMap<>())
                    .put(trial.targetId(), trial));
    return all;
  }

  /** The one that runs, from memory: at most a second or two behind another instance. */
  public Optional<VersionTrial> running(Tested tested, long targetId) {
    return Optional.ofNullable(running.now().getOrDefault(tested, Map.of()).get(targetId));
  }

  /** All that run, from memory. */
  public List<VersionTrial> running() {
    return running.now().values().stream().flatMap(all -> all.values().stream()).toList();
  }

  /**
   * Refuses a change of what two versions are being tried of.
   *
   * @param field where it was made
   */
  public void refuseChange(Tested tested, long targetId, String field) {
    if (store
        .open(new TrialStore.Target(tested, targetId))
        .filter(VersionTrial::isRunning)
        .isPresent()) {
      throw new Refused(
          field,
          "trial_running",
          "Two versions of this are being tried, so it stays as it is until one is taken. End the trial first.");
    }
  }

  /**
   * Those that have run long enough to be judged by their pace, as they were counted last: at most
   * a minute ago.
   */
  public List<VersionTrial> judged() {
    return running().stream().filter(trial -> prospects.containsKey(trial.id())).toList();
  }

  /** How long until one of the versions may be taken, as far as that can be told. */
  public Optional<Duration> left(VersionTrial trial) {
    return prospects.getOrDefault(trial.id(), Optional.empty());
  }

  /** Keeps how a trial stands. */
  void judge(VersionTrial trial, Counted counted) {
    Instant began = trial.beganAt().orElseThrow();
    Instant now = clock.instant();
    if (Duration.between(began, now).compareTo(TwoVersions.SHORTEST) >= 0) {
      prospects.put(trial.id(), new Prospect(counted.versions(), began).from(now));
    }
  }
}
