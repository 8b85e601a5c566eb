package jeton.server.outsidelist;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.outsidelist.OutsideListSettings;
import jeton.core.outsidelist.ServiceDescription;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Outside lists over HTTP: what is handed on, to whom, and how that fares (H2). */
@RestController
@RequestMapping("/api/outside-lists")
class OutsideListApi {
  private static final int PAGE = 50;
  private static final long FIRST = Long.MAX_VALUE;

  private final OutsideLists lists;
  private final OutsideListStore store;
  private final StandingStore standings;
  private final CatchingUp catchingUp;
  private final KnownServices services;
  private final Sheets sheets;
  private final Clock clock;

  OutsideListApi(
      OutsideLists lists,
      OutsideListStore store,
      StandingStore standings,
      CatchingUp catchingUp,
      KnownServices services,
      Sheets sheets,
      Clock clock) {
    this.lists = lists;
    this.store = store;
    this.standings = standings;
    this.catchingUp = catchingUp;
    this.services = services;
    this.sheets = sheets;
    this.clock = clock;
  }

  /** A list, and how it fares; the key is never told. */
  record OutsideListView(
      long id,
      OutsideListSettings settings,
      OutsideList.State state,
      int version,
      Optional<Instant> failingSince,
      Optional<Instant> nextTryAt,
      Optional<OutsideList.OutsideTrouble> trouble,
      Optional<OutsideList.CatchUp> catchUp,
      Standing.StandingCounts counts) {}

  /**
   * What is asked for.
   *
   * @param key left out to keep the one there is
   * @param version is looked at when one is saved
   */
  record OutsideListAsked(
      OutsideListSettings settings, Optional<String> key, Optional<Integer> version) {}

  /** What there is to begin with: services, and what can be told of people, by key. */
  record OutsideListKinds(List<ServiceDescription> services, Map<String, String> ours) {}

  /** Somebody, as the log shows them. */
  record HandedOn(
      long personId,
      String email,
      Standing.State state,
      Optional<Instant> triedAt,
      Optional<Instant> dueAt,
      Optional<Integer> status,
      Optional<String> request,
      Optional<String> answer) {
    static HandedOn of(StandingStore.Line line) {
      Standing s = line.standing();
      return new HandedOn(
          s.personId(),
          line.email(),
          s.state(),
          s.triedAt(),
          s.dueAt(),
          s.status(),
          s.request(),
          s.answer());
    }
  }

  record TurnAsked(boolean on) {}

  /** How many would be handed on. */
  record EverybodyCount(long people) {}

  private OutsideListView view(OutsideList list) {
    return new OutsideListView(
        list.id(),
        list.settings(),
        list.state(),
        list.version(),
        list.failingSince(),
        list.holdUntil(),
        list.trouble(),
        list.catchUp(),
        standings.counts(list.id()));
  }

  @GetMapping
  List<OutsideListView> all() {
    return lists.all().stream().map(this::view).toList();
  }

  @GetMapping("/kinds")
  OutsideListKinds kinds() {
    return new OutsideListKinds(services.all(), sheets.ours());
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  OutsideListView make(@RequestBody OutsideListAsked asked) {
    return view(lists.make(asked.settings(), asked.key().orElse("")));
  }

  @PutMapping("/{id}")
  OutsideListView save(@PathVariable long id, @RequestBody OutsideListAsked asked) {
    return view(lists.save(id, asked.version().orElse(0), asked.settings(), asked.key()));
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@PathVariable long id) {
    lists.remove(id);
  }

  @PutMapping("/{id}/on")
  OutsideListView turn(@PathVariable long id, @RequestBody TurnAsked asked) {
    return view(lists.turn(id, asked.on()));
  }

  @GetMapping("/{id}/everybody")
  EverybodyCount everybody(@PathVariable long id) {
    return new EverybodyCount(catchingUp.count(id));
  }

  /** Hands on those who were there before. */
  @PostMapping("/{id}/everybody")
  OutsideListView begin(@PathVariable long id) {
    catchingUp.begin(id);
    return view(lists.get(id));
  }

  @DeleteMapping("/{id}/everybody")
  OutsideListView stop(@PathVariable long id) {
    catchingUp.stop(id);
    return view(lists.get(id));
  }

  /** Whom it was told about, the last first. */
  @GetMapping("/{id}/people")
  List<HandedOn> people(
      @PathVariable long id,
      @RequestParam Optional<Standing.State> state,
      @RequestParam Optional<Instant> before,
      @RequestParam Optional<Long> below) {
    lists.get(id);
    return standings
        .page(id, state, before.orElse(clock.instant().plusSeconds(1)), below.orElse(FIRST), PAGE)
        .stream()
        .map(HandedOn::of)
        .toList();
  }

  /** Tells about one person once more. */
  @PostMapping("/{id}/people/{personId}/again")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void again(@PathVariable long id, @PathVariable long personId) {
    lists.get(id);
    standings.due(id, Set.of(personId), clock.instant());
  }

  /** Tries all now that wait for their time or were refused. */
  @PostMapping("/{id}/again")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void allAgain(@PathVariable long id) {
    lists.get(id);
    store.hold(id, clock.instant());
    standings.dueNow(id, clock.instant());
  }
}
