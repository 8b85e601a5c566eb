package jeton.server.editing;

import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import jeton.server.database.Background;
import jeton.server.sequence.Sequence;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What an edit does to people on their way (T9 to T11), done when it is saved: a page at a time,
 * each in a transaction of its own, so that no lock lasts and nothing is held in memory. A process
 * that ends leaves the rest to the next; until their page comes, people are moved by the edited
 * sequence all the same, since the engine decides anew.
 */
@Component
public class Retiming {
  private static final Logger LOG = LoggerFactory.getLogger(Retiming.class);
  private static final Duration AT_ONCE = Duration.ofSeconds(1);

  private final RetimingStore jobs;
  private final ProgressStore progress;
  private final RetimingPages pages;
  private final TransactionOperations tx;
  private final Clock clock;

  Retiming(
      RetimingStore jobs,
      ProgressStore progress,
      RetimingPages pages,
      TransactionOperations tx,
      Clock clock) {
    this.jobs = jobs;
    this.progress = progress;
    this.pages = pages;
    this.tx = tx;
    this.clock = clock;
  }

  /**
   * How far it has come.
   *
   * @param done people looked at
   * @param expected how many there were when it began
   */
  public record Came(long done, long expected) {}

  /** Notes that everybody is to be re-timed, in the transaction that saves the edit. */
  void begin(Sequence saved, boolean reopens) {
    jobs.begin(saved.id(), reopens, progress.onTheirWay(saved.id()), clock.instant());
  }

  /** Does what can be done within a second; the rest is done in the background. */
  void beginWorkingOff(long sequenceId) {
    if (TransactionSynchronizationManager.isActualTransactionActive()) {
      return;
    }
    long until = System.nanoTime() + AT_ONCE.toNanos();
    while (System.nanoTime() < until) {
      if (!onePage(sequenceId)) {
        return;
      }
    }
  }

  /** Goes on with whatever is not finished, whoever began it. */
  @Scheduled(fixedDelay = 1000)
  public void workOff() {
    Background.round(LOG, "Re-timing", this::workOffAll);
  }

  private void workOffAll() {
    for (long sequenceId : jobs.unfinished()) {
      while (onePage(sequenceId) && !Thread.currentThread().isInterrupted()) {
        // Each page commits by itself.
      }
    }
  }

  /** How far the last edit's re-timing has come; empty when it is finished. */
  public Optional<Came> came(long sequenceId) {
    return jobs.find(sequenceId)
        .map(job -> new Came(Math.min(job.lookedAt(), job.expected()), job.expected()));
  }

  private boolean onePage(long sequenceId) {
    return Boolean.TRUE.equals(
        tx.execute(status -> jobs.take(sequenceId).map(pages::work).orElse(false)));
  }
}
