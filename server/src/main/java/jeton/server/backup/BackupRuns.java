package jeton.server.backup;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import jeton.core.upkeep.BackupPlan;
import jeton.server.business.Business;
import jeton.server.database.Background;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.DatabaseTrouble;
import jeton.server.database.Remembered;
import jeton.server.problem.Refused;
import jeton.server.shelf.Shelf;
import jeton.server.upkeep.Upkeep;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Makes back-ups while everything goes on: each night by the plan, and when somebody asks. One at a
 * time over all instances; each is looked through before it is called good, and only then old ones
 * go.
 */
@Service
public class BackupRuns implements DisposableBean {
  private static final Logger LOG = LoggerFactory.getLogger(BackupRuns.class);
  private static final Duration BEAT = Duration.ofSeconds(15);
  // Whoever has not said for so long that it goes on does not go on.
  private static final Duration SILENT = Duration.ofMinutes(3);

  private final BackupRunStore store;
  private final Upkeep upkeep;
  private final Business business;
  private final TransactionOperations tx;
  private final ConfigurationVersion configuration;
  private final Remembered<Known> known;
  private final Clock clock;
  private final BackupHome home;
  private final Backups backups;
  // One makes it, the other says meanwhile that it goes on.
  private final ScheduledExecutorService threads = Executors.newScheduledThreadPool(2);

  BackupRuns(
      BackupRunStore store,
      Upkeep upkeep,
      Business business,
      TransactionOperations tx,
      ConfigurationVersion configuration,
      BackupHome home,
      Clock clock) {
    this.store = store;
    this.upkeep = upkeep;
    this.business = business;
    this.tx = tx;
    this.clock = clock;
    this.configuration = configuration;
    this.home = home;
    backups = new Backups(clock);
    known = new Remembered<>(configuration, () -> new Known(store.lastGood(), lastTrouble()));
  }

  /** How back-ups stand. */
  public record Standing(Optional<Instant> lastGood, boolean missed) {}

  /** What is known of those that were made: the last good one, and why the last one was not. */
  private record Known(Optional<Instant> lastGood, Optional<String> trouble) {}

  private Optional<String> lastTrouble() {
    return store.newest(1).stream()
        .filter(run -> run.state() == BackupRun.State.FAILED)
        .map(
            run ->
                "The last back-up could not be made: " + run.said() + ". Those before it are kept.")
        .findFirst();
  }

  /** When the last good one was begun, and whether that is too long ago; from memory. */
  public Standing standing() {
    Optional<Instant> lastGood = known.now().lastGood();
    return new Standing(
        lastGood, BackupPlan.isMissed(lastGood, upkeep.now().plannedSince(), clock.instant()));
  }

  /** Why the last one was not made, in words, if it was not; from memory. */
  public Optional<String> trouble() {
    return known.now().trouble();
  }

  List<BackupRun> newest(int most) {
    tx.executeWithoutResult(status -> store.cutOff(clock.instant().minus(SILENT)));
    return store.newest(most);
  }

  /** Begins one by hand; it is made in the background. */
  long begin() {
    return start(BackupRun.By.HAND)
        .orElseThrow(
            () ->
                new Refused("backup", "running", "A back-up is being made already. Wait for it."));
  }

  @Scheduled(fixedDelay = 60_000, initialDelay = 30_000)
  void look() {
    Background.round(LOG, "Back-ups", this::makeWhatIsDue);
  }

  /** Makes the night's, if its hour has come; true when one was begun. */
  boolean makeWhatIsDue() {
    Upkeep.Plan plan = upkeep.now();
    Instant since = plan.plannedSince().orElse(clock.instant());
    return plan.settings()
            .backups()
            .isDue(store.lastOfPlan(), since, clock.instant(), business.now().settings().zoneId())
        && start(BackupRun.By.PLAN).isPresent();
  }

  private Optional<Long> start(BackupRun.By by) {
    Optional<Long> begun =
        tx.execute(
            status -> {
              store.awaitTurn();
              store.cutOff(clock.instant().minus(SILENT));
              return store.isRunning()
                  ? Optional.<Long>empty()
                  : Optional.of(store.add(by, clock.instant()));
            });
    begun.ifPresent(id -> threads.execute(() -> make(id)));
    return begun;
  }

  private void make(long id) {
    BackupPlan plan = upkeep.now().settings().backups();
    AtomicReference<String> doing = new AtomicReference<>("Keeping files and the database");
    ScheduledFuture<?> beats =
        threads.scheduleAtFixedRate(
            () ->
                Background.round(
                    LOG, "Back-ups", () -> store.beat(id, doing.get(), clock.instant())),
            0,
            BEAT.toSeconds(),
            TimeUnit.SECONDS);
    try (Shelf target = home.shelf(plan.folder())) {
      Backups.Made made =
          backups.alone(
              target,
              () -> {
                Backups.Made whole = backups.make(home.backedUp(), target);
                doing.set("Looking it through");
                backups.verify(whole);
                doing.set("Taking old ones away");
                backups.keepNewest(target, plan.keep());
                return whole;
              });
      ended(beats, () -> store.good(id, made, clock.instant()));
    } catch (BackupTrouble | DatabaseTrouble trouble) {
      LOG.error("A back-up could not be made: {}", trouble.getMessage());
      ended(beats, () -> store.failed(id, trouble.getMessage(), clock.instant()));
    } catch (RuntimeException trouble) {
      LOG.error("A back-up could not be made", trouble);
      String words = "Something else went wrong: the log says what";
      ended(beats, () -> store.failed(id, words, clock.instant()));
    }
  }

  private void ended(ScheduledFuture<?> beats, Runnable note) {
    beats.cancel(false);
    tx.executeWithoutResult(
        status -> {
          note.run();
          configuration.changed();
        });
  }

  @Override
  public void destroy() {
    threads.shutdownNow();
  }
}
