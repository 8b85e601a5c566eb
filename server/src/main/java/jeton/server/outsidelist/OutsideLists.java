package jeton.server.outsidelist;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.outsidelist.OutsideListSettings;
import jeton.core.problem.Problems;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.outside.PublicPlaces;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Lists elsewhere that people are handed on to (H2). */
@Service
public class OutsideLists {
  private static final int MOST = 10;
  private static final int MOST_KEY = 500;
  private static final String THIS = "This outside list";

  private final OutsideListStore store;
  private final StandingStore standings;
  private final Sheets sheets;
  private final PublicPlaces places;
  private final ConfigurationVersion configuration;
  private final Clock clock;
  private final Remembered<List<OutsideList>> known;

  OutsideLists(
      OutsideListStore store,
      StandingStore standings,
      Sheets sheets,
      PublicPlaces places,
      ConfigurationVersion configuration,
      Clock clock) {
    this.store = store;
    this.standings = standings;
    this.sheets = sheets;
    this.places = places;
    this.configuration = configuration;
    this.clock = clock;
    known = new Remembered<>(configuration, store::all);
  }

  /** What keeps one from working, in words for the owner. */
  public record ListTrouble(long listId, String words) {}

  /**
   * What is in the way of those that are on.
   *
   * @param before who failed since then only was away for a moment
   */
  public List<ListTrouble> troubles(Instant before) {
    return store.all().stream()
        .filter(list -> list.state() == OutsideList.State.ON)
        .flatMap(list -> trouble(list, before).stream())
        .toList();
  }

  private static Optional<ListTrouble> trouble(OutsideList list, Instant before) {
    String name = "“" + list.settings().name() + "”: ";
    Optional<String> known = list.trouble().map(OutsideList.OutsideTrouble::words);
    return known
        .or(
            () ->
                list.failingSince()
                    .filter(since -> since.isBefore(before))
                    .map(since -> "the service does not answer as it should. Who waits is kept."))
        .map(words -> new ListTrouble(list.id(), name + words));
  }

  /** As they are set; how they fare may be a while behind. */
  List<OutsideList> remembered() {
    return known.now();
  }

  /** Whether there are any; from memory. */
  public boolean areThere() {
    return !known.now().isEmpty();
  }

  /** All of them, as they stand. */
  public List<OutsideList> all() {
    return store.all();
  }

  OutsideList get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere(THIS));
  }

  /** Connects to a service; nobody is handed on until a list is chosen and it is turned on. */
  @Transactional
  public OutsideList make(OutsideListSettings settings, String key) {
    Problems problems = check(settings, key);
    problems.when(
        store.all().size() >= MOST, "name", "too_many", "At most 10 lists. Remove one first.");
    Refused.unlessNone(problems.list());
    long id = store.add(settings, key.strip(), clock.instant());
    configuration.changed();
    return get(id);
  }

  /**
   * Saves, with another key if one is given; who waits or was refused is tried anew.
   *
   * @param version what was looked at
   */
  @Transactional
  public OutsideList save(
      long id, int version, OutsideListSettings settings, Optional<String> key) {
    get(id);
    Refused.unlessNone(check(settings, key.orElse("")).list());
    if (!store.save(id, version, settings, key.map(String::strip))) {
      throw new ChangedMeanwhile(THIS);
    }
    // What was in the way may be out of it.
    standings.dueNow(id, clock.instant());
    configuration.changed();
    return get(id);
  }

  Problems check(OutsideListSettings settings, String key) {
    Problems problems = new Problems();
    settings.check(sheets.ours().keySet(), places.arePrivateAllowed(), problems);
    problems.line(key, "key", "The key", MOST_KEY);
    if (problems.none()) {
      places.check(settings.description().address(), "description.address", problems);
    }
    return problems;
  }

  /** Turns it on, or pauses it: who signs up or leaves meanwhile is told later. */
  @Transactional
  public OutsideList turn(long id, boolean on) {
    OutsideList list = get(id);
    if (on && !list.settings().hasWhatItNeeds()) {
      throw new Refused("list", "empty", "Choose a list first.");
    }
    store.turn(id, on ? OutsideList.State.ON : OutsideList.State.PAUSED);
    configuration.changed();
    return get(id);
  }

  /** Some of what belongs to lists that were removed is forgotten; how much. */
  int forgetRemoved(int most) {
    return standings.forgetRemoved(most);
  }

  /** Nobody is handed on any more; who is there stays there. */
  @Transactional
  public void remove(long id) {
    get(id);
    store.remove(id, clock.instant());
    configuration.changed();
  }
}
