package jeton.server.hook;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.hook.HookSettings;
import jeton.core.hook.HookSignature;
import jeton.core.problem.Problems;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.outside.PublicPlaces;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Addresses that are told what happens (H1). */
@Service
public class Hooks {
  private static final int MOST = 20;
  private static final String THIS = "This hook";
  private static final SecureRandom RANDOM = new SecureRandom();

  private final HookStore store;
  private final HookMessageStore messages;
  private final PublicPlaces places;
  private final ConfigurationVersion configuration;
  private final Clock clock;
  private final Remembered<List<Hook>> known;

  Hooks(
      HookStore store,
      HookMessageStore messages,
      PublicPlaces places,
      ConfigurationVersion configuration,
      Clock clock) {
    this.store = store;
    this.messages = messages;
    this.places = places;
    this.configuration = configuration;
    this.clock = clock;
    known = new Remembered<>(configuration, store::all);
  }

  /**
   * What waits for a hook.
   *
   * @param failing those of them that were tried
   * @param oldest when the oldest of them happened
   */
  public record HookStanding(long waiting, long failing, Optional<Instant> oldest) {}

  /** As they are set; how they fare may be a while behind. */
  List<Hook> remembered() {
    return known.now();
  }

  /** Whether there are any; from memory. */
  public boolean areThere() {
    return !known.now().isEmpty();
  }

  /** All of them, as they stand. */
  public List<Hook> all() {
    return store.all();
  }

  Hook get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere(THIS));
  }

  /** What waits for one. */
  public HookStanding standing(long id) {
    return messages.counts(id);
  }

  @Transactional
  public Hook make(HookSettings settings) {
    Problems problems = check(settings);
    problems.when(
        store.all().size() >= MOST, "name", "too_many", "At most 20 hooks. Remove one first.");
    Refused.unlessNone(problems.list());
    long id = store.add(settings, newSecret(), clock.instant());
    configuration.changed();
    return get(id);
  }

  @Transactional
  public Hook save(long id, int version, HookSettings settings) {
    get(id);
    Refused.unlessNone(check(settings).list());
    if (!store.save(id, version, settings)) {
      throw new ChangedMeanwhile(THIS);
    }
    configuration.changed();
    return get(id);
  }

  private Problems check(HookSettings settings) {
    Problems problems = new Problems();
    settings.check(places.arePrivateAllowed(), problems);
    if (problems.list().isEmpty()) {
      places.check(settings.url(), "url", problems);
    }
    return problems;
  }

  /** Turns it on, or pauses it: what happens meanwhile is told later. */
  @Transactional
  public Hook turn(long id, boolean on) {
    get(id);
    store.turn(id, on ? Hook.State.ON : Hook.State.PAUSED);
    configuration.changed();
    return get(id);
  }

  /** Signs with another secret from now on. */
  @Transactional
  public Hook renewSecret(long id) {
    get(id);
    store.secret(id, newSecret());
    configuration.changed();
    return get(id);
  }

  /** Nothing is told any more, what waits included. */
  @Transactional
  public void remove(long id) {
    get(id);
    store.remove(id, clock.instant());
    configuration.changed();
  }

  private static String newSecret() {
    byte[] octets = new byte[HookSignature.OCTETS];
    RANDOM.nextBytes(octets);
    return HookSignature.secret(octets);
  }
}
