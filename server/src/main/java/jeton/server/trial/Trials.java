package jeton.server.trial;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import jeton.core.problem.Problems;
import jeton.core.trial.Difference;
import jeton.core.trial.Tested;
import jeton.core.trial.Trial;
import jeton.core.trial.TrialSettings;
import jeton.server.database.ConfigurationVersion;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.token.Tokens;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.util.function.SingletonSupplier;

/** Trials of two versions: made, run, ended (X1, X2). Whatever ends one locks its row first. */
@Service
public class Trials {
  private final TrialStore store;
  private final SeatStore seats;
  private final RunningTrials running;
  private final ConfigurationVersion configuration;
  private final Clock clock;
  private final Supplier<Map<Tested, Tried>> tried;

  /** What is tried comes late: its rooms are above this one. */
  Trials(
      TrialStore store,
      SeatStore seats,
      RunningTrials running,
      ConfigurationVersion configuration,
      Clock clock,
      ObjectProvider<Tried> tried) {
    this.store = store;
    this.seats = seats;
    this.running = running;
    this.configuration = configuration;
    this.clock = clock;
    this.tried =
        SingletonSupplier.of(
            () -> tried.stream().collect(Collectors.toMap(Tried::tested, Function.identity())));
  }

  /** The newest of something. */
  public Optional<VersionTrial> last(Tested tested, long targetId) {
    return store.last(new TrialStore.Target(tested, targetId));
  }

  /** Those that run, then those that ended, of what is still there. */
  public List<VersionTrial> recent(int most) {
    return store.recent(most).stream().filter(trial -> subject(trial).isPresent()).toList();
  }

  /** One that must exist. */
  public VersionTrial get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("This trial"));
  }

  /** What is tried. */
  public Optional<Tried.Subject> subject(VersionTrial trial) {
    return of(trial.tested()).subject(trial.targetId());
  }

  private Tried of(Tested tested) {
    return Optional.ofNullable(tried.get().get(tested)).orElseThrow();
  }

  /** Begins a version B as a copy of what is in use; one that is open already stays as it is. */
  @Transactional
  public VersionTrial make(Tested tested, long targetId) {
    TrialStore.Target target = new TrialStore.Target(tested, targetId);
    if (of(tested).subject(targetId).isEmpty()) {
      throw new NotThere("What this is a version of");
    }
    Optional<VersionTrial> open = store.open(target);
    if (open.isPresent()) {
      return open.get();
    }
    try {
      return get(
          store.add(
              target,
              Tokens.random(),
              TrialSettings.usual(tested),
              of(tested).inUse(targetId),
              clock.instant()));
    } catch (DuplicateKeyException madeMeanwhile) {
      throw new ChangedMeanwhile("This trial");
    }
  }

  /**
   * Saves version B and how it is tried. Once it runs, only whether it ends by itself and what it
   * is measured by can change: who met which version would not be true otherwise.
   *
   * @param version the one the change was made from
   */
  @Transactional
  public VersionTrial save(long id, int version, TrialSettings settings, TrialContent other) {
    VersionTrial present = locked(id);
    Problems problems = new Problems();
    settings.check(present.tested(), problems);
    boolean isOpen =
        present.state() == VersionTrial.State.DRAFT
            || present.state() == VersionTrial.State.RUNNING;
    problems.when(!isOpen, "", "over", "This trial is over. Nothing of it can change any more.");
    problems.when(
        present.isRunning() && settings.shareOfA() != present.settings().shareOfA(),
        "settings.shareOfA",
        "trial_running",
        "While the trial runs, shares stay: nobody is moved from one version to the other.");
    Refused.unlessNone(problems.list());
    TrialContent clean =
        present.isRunning()
            ? present.other()
            : of(present.tested()).checked(present.targetId(), other);
    if (!store.save(id, version, settings, clean)) {
      throw new ChangedMeanwhile("This trial");
    }
    configuration.changed();
    return get(id);
  }

  /** Begins it: from now on each visitor and reader meets one of the two. Twice is once. */
  @Transactional
  public VersionTrial start(long id) {
    VersionTrial present = locked(id);
    if (present.isRunning()) {
      return present;
    }
    Problems problems = new Problems();
    problems.when(
        present.state() != VersionTrial.State.DRAFT, "", "over", "This trial is over already.");
    Refused.unlessNone(problems.list());
    Tried room = of(present.tested());
    TrialContent clean = room.checked(present.targetId(), present.other());
    problems.when(
        room.differences(room.inUse(present.targetId()), clean).isEmpty(),
        "",
        "same",
        "Both versions are the same so far. Change something of B first.");
    Refused.unlessNone(problems.list());
    store.state(id, VersionTrial.State.RUNNING, clock.instant());
    configuration.changed();
    return get(id);
  }

  /** Throws away a version B that nobody met. Twice is once. */
  @Transactional
  public void discard(long id) {
    VersionTrial.State state = locked(id).state();
    if (state == VersionTrial.State.DISCARDED) {
      return;
    }
    if (state != VersionTrial.State.DRAFT) {
      throw new Refused(
          "", "not_a_draft", "This trial has begun. Take one of the versions to end it.");
    }
    store.state(id, VersionTrial.State.DISCARDED, clock.instant());
  }

  /** Takes that back. */
  @Transactional
  public VersionTrial takeBack(long id) {
    VersionTrial present = locked(id);
    if (present.state() == VersionTrial.State.DISCARDED) {
      try {
        store.state(id, VersionTrial.State.DRAFT, clock.instant());
      } catch (DuplicateKeyException another) {
        throw new Refused("", "another_open", "Another version of it was begun meanwhile.");
      }
    }
    return get(id);
  }

  /** Ends it, puts one of the two into use and keeps the other. Ended already: nothing happens. */
  @Transactional
  public VersionTrial end(long id, Trial.Version taken, boolean byItself) {
    VersionTrial present = locked(id);
    if (!present.isRunning()) {
      return present;
    }
    Tried room = of(present.tested());
    TrialContent a = room.inUse(present.targetId());
    TrialContent b = present.other();
    List<Difference> differences = room.differences(a, b);
    Instant now = clock.instant();
    TrialStore.Ending ending =
        new TrialStore.Ending(
            taken,
            byItself,
            taken == Trial.Version.B ? a : b,
            seats.count(present).with(differences));
    store.end(id, ending, now);
    if (taken == Trial.Version.B) {
      room.use(present.targetId(), b);
    }
    configuration.changed();
    return get(id);
  }

  /**
   * Has one of the two in use since it ended, and keeps the other. The one that is: nothing
   * happens.
   */
  @Transactional
  public VersionTrial turn(long id, Trial.Version taken) {
    VersionTrial present = locked(id);
    if (present.state() != VersionTrial.State.ENDED) {
      throw new Refused("", "not_over", "This trial is not over.");
    }
    if (present.taken().orElseThrow() == taken) {
      return present;
    }
    running.refuseChange(present.tested(), present.targetId(), "");
    Tried room = of(present.tested());
    TrialContent inUse = room.inUse(present.targetId());
    room.use(present.targetId(), room.checked(present.targetId(), present.other()));
    store.turn(id, taken, inUse);
    configuration.changed();
    return get(id);
  }

  private VersionTrial locked(long id) {
    return store.lock(id).orElseThrow(() -> new NotThere("This trial"));
  }

  /** The version in use. */
  public TrialContent inUse(VersionTrial trial) {
    return of(trial.tested()).inUse(trial.targetId());
  }

  /** What was counted: by now, or by the end. */
  public Counted counted(VersionTrial trial) {
    return switch (trial.state()) {
      case RUNNING -> seats.count(trial);
      case ENDED -> trial.result().orElse(Counted.NONE);
      case DRAFT, DISCARDED -> Counted.NONE;
    };
  }

  /** In what its versions differ, or did when it ended. */
  public List<Difference> differences(VersionTrial trial) {
    if (trial.state() == VersionTrial.State.ENDED) {
      return counted(trial).differences();
    }
    Tried room = of(trial.tested());
    return room.differences(room.inUse(trial.targetId()), trial.other());
  }
}
