package jeton.server.trial;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.trial.Chances;
import jeton.core.trial.Difference;
import jeton.core.trial.Measure;
import jeton.core.trial.Prospect;
import jeton.core.trial.Tested;
import jeton.core.trial.Trial;
import jeton.core.trial.TrialSettings;
import jeton.core.trial.TwoVersions;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
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

/** Trials over HTTP. */
@RestController
@RequestMapping("/api/trials")
class TrialApi {
  private static final int MOST = 6;
  private final Trials trials;
  private final Clock clock;

  TrialApi(Trials trials, Clock clock) {
    this.trials = trials;
    this.clock = clock;
  }

  /**
   * A trial.
   *
   * @param name what is tried, as its owner knows it
   * @param where it is written, within the interface
   * @param offerId whose it is
   * @param measures what it can be measured by
   * @param result what was counted; empty before it began
   */
  record TrialView(
      long id,
      Tested tested,
      long targetId,
      String name,
      String where,
      Optional<Long> offerId,
      VersionTrial.State state,
      TrialSettings settings,
      List<Measure> measures,
      TrialContent inUse,
      TrialContent other,
      int version,
      Optional<Instant> beganAt,
      Optional<Instant> endedAt,
      Optional<Trial.Version> taken,
      boolean byItself,
      List<Difference> differences,
      Optional<TrialResult> result) {}

  /**
   * What was counted, and what it says (X2).
   *
   * @param lossOfA what taking A is expected to lose, of each who meets it
   * @param mayEnd which may be taken now
   * @param daysLeft until it may end, at this pace; empty when that is nothing one can wait for
   */
  record TrialResult(
      long didA,
      long metA,
      long didB,
      long metB,
      double chanceOfB,
      double lossOfA,
      double lossOfB,
      Optional<Trial.Version> mayEnd,
      Optional<Long> daysLeft,
      Chances chances) {}

  record TrialMake(Tested tested, long targetId) {}

  record TrialSave(int version, TrialSettings settings, TrialContent other) {}

  record TrialEnd(Trial.Version taken) {}

  /** The newest of something, if there ever was one. */
  record LastTrial(Optional<TrialView> trial) {}

  @GetMapping
  List<TrialView> list() {
    return trials.recent(MOST).stream().map(this::view).toList();
  }

  @GetMapping("/last")
  LastTrial last(@RequestParam Tested tested, @RequestParam long targetId) {
    return new LastTrial(trials.last(tested, targetId).map(this::view));
  }

  @GetMapping("/{id}")
  TrialView get(@PathVariable long id) {
    return view(trials.get(id));
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  TrialView make(@RequestBody TrialMake make) {
    return view(trials.make(given(make.tested(), "tested"), make.targetId()));
  }

  @PutMapping("/{id}")
  TrialView save(@PathVariable long id, @RequestBody TrialSave save) {
    return view(
        trials.save(
            id,
            save.version(),
            given(save.settings(), "settings"),
            Optional.ofNullable(save.other()).orElse(TrialContent.NOTHING)));
  }

  @PostMapping("/{id}/start")
  TrialView start(@PathVariable long id) {
    return view(trials.start(id));
  }

  /** Ends it with one of the two. */
  @PostMapping("/{id}/end")
  TrialView end(@PathVariable long id, @RequestBody TrialEnd end) {
    return view(trials.end(id, given(end.taken(), "taken"), false));
  }

  /** Has the other version in use after all. */
  @PostMapping("/{id}/turn")
  TrialView turn(@PathVariable long id, @RequestBody TrialEnd turn) {
    return view(trials.turn(id, given(turn.taken(), "taken")));
  }

  private static <T> T given(T value, String field) {
    return Optional.ofNullable(value)
        .orElseThrow(() -> new Refused(field, "missing", "This has to be said."));
  }

  /** Throws away a version that nobody met. */
  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void discard(@PathVariable long id) {
    trials.discard(id);
  }

  /** Takes that back. */
  @PostMapping("/{id}/back")
  TrialView back(@PathVariable long id) {
    return view(trials.takeBack(id));
  }

  private TrialView view(VersionTrial trial) {
    Tried.Subject subject =
        trials.subject(trial).orElseThrow(() -> new NotThere("What this is a version of"));
    return new TrialView(
        trial.id(),
        trial.tested(),
        trial.targetId(),
        subject.name(),
        subject.where(),
        subject.offerId(),
        trial.state(),
        trial.settings(),
        trial.tested().measures(),
        trials.inUse(trial),
        trial.other(),
        trial.version(),
        trial.beganAt(),
        trial.endedAt(),
        trial.taken(),
        trial.byItself(),
        trials.differences(trial),
        trial.beganAt().map(began -> result(trial, began)));
  }

  private TrialResult result(VersionTrial trial, Instant began) {
    Counted counted = trials.counted(trial);
    TwoVersions versions = counted.versions();
    Instant now = trial.endedAt().orElseGet(clock::instant);
    return new TrialResult(
        counted.didA(),
        counted.metA(),
        counted.didB(),
        counted.metB(),
        versions.chanceOfB(),
        versions.lossOfA(),
        versions.lossOfB(),
        versions.ends(began, now),
        new Prospect(versions, began)
            .from(now)
            .filter(left -> left.compareTo(Prospect.LONGEST) <= 0)
            .map(left -> (left.toHours() + 23) / 24),
        Chances.of(versions));
  }
}
