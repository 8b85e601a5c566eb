package jeton.server.mail;

import java.time.Duration;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.locks.LockSupport;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import jeton.server.business.Business;
import jeton.server.database.Outage;
import jeton.server.smtp.MailTransport;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Service;

/**
 * Sends what is due in the outbox, by as many workers as Setup says; each keeps its connection open
 * and does one batch after the other.
 */
@Service
public class Dispatcher implements SmartLifecycle {
  private static final Logger LOG = LoggerFactory.getLogger(Dispatcher.class);
  private static final long REST_AFTER_TROUBLE_NANOS = Duration.ofSeconds(1).toNanos();

  private final Batches batches;
  private final Business business;
  private final Wake wake;
  private final MailSettings settings;
  private final ReentrantReadWriteLock pause = new ReentrantReadWriteLock(true);
  private final List<Thread> workers = new CopyOnWriteArrayList<>();
  private volatile boolean running;

  Dispatcher(Batches batches, Business business, Wake wake, MailSettings settings) {
    this.batches = batches;
    this.business = business;
    this.wake = wake;
    this.settings = settings;
  }

  /**
   * Sends one batch of what is due now, on the caller's thread. Returns how many emails it dealt
   * with.
   */
  public int dispatchDue() {
    batches.askAgain();
    try (MailTransport transport = connection()) {
      return dispatch(transport);
    }
  }

  /** Sends all that is due now, over one connection, on the caller's thread. */
  public int dispatchAllDue() {
    batches.askAgain();
    try (MailTransport transport = connection()) {
      int all = 0;
      for (int n = dispatch(transport); n > 0; n = dispatch(transport)) {
        all += n;
      }
      return all;
    }
  }

  /**
   * Runs something while no worker sends: the demo moves its clock then, so that no lease ends by
   * it.
   */
  public void whilePaused(Runnable work) {
    pause.writeLock().lock();
    try {
      work.run();
    } finally {
      pause.writeLock().unlock();
    }
  }

  int dispatch(MailTransport transport) {
    return batches.dispatch(transport);
  }

  private MailTransport connection() {
    return MailTransport.smtp(() -> business.now().smtp(), settings.deadline());
  }

  /** Works until told to stop; whatever ends the work is logged, and it begins anew. */
  private void supervised(int number) {
    while (running) {
      try {
        work(number);
      } catch (InterruptedException stopped) {
        Thread.currentThread().interrupt();
        return;
      } catch (Throwable ended) {
        // An Error too: the next batch may well go through, and nobody else would send it.
        LOG.error("Dispatcher {} fell over and starts again", number, ended);
        LockSupport.parkNanos(REST_AFTER_TROUBLE_NANOS);
      }
    }
  }

  private void work(int number) throws InterruptedException {
    try (MailTransport transport = connection()) {
      while (running) {
        if (number > connections() || dispatchUnlessPaused(transport) < settings.batch()) {
          wake.await();
        }
      }
    }
  }

  /** Whether there should be workers, and none lives. */
  boolean isWithoutWorkers() {
    return running && wanted() > 0 && workers.stream().noneMatch(Thread::isAlive);
  }

  /** How many workers there should be. */
  private int wanted() {
    return settings.workers() < 0 ? MailSettings.MOST_WORKERS : settings.workers();
  }

  /** As Setup says; the command line may say otherwise. */
  private int connections() {
    return settings.workers() > 0
        ? settings.workers()
        : business.now().settings().sending().connections();
  }

  private int dispatchUnlessPaused(MailTransport transport) {
    pause.readLock().lock();
    try {
      return dispatch(transport);
    } catch (RuntimeException trouble) {
      if (Outage.isBehind(trouble)) {
        LOG.warn("Sending rests until the database is back: {}", trouble.getMessage());
      } else {
        LOG.error(
            "A batch of emails could not be dealt with; its claim ends by itself and it is tried again",
            trouble);
      }
      LockSupport.parkNanos(REST_AFTER_TROUBLE_NANOS);
      return 0;
    } finally {
      pause.readLock().unlock();
    }
  }

  @Override
  public void start() {
    running = true;
    for (int n = 1; n <= wanted(); n++) {
      int number = n;
      Thread worker = new Thread(() -> supervised(number), "dispatcher-" + n);
      worker.start();
      workers.add(worker);
    }
  }

  /** Lets each worker finish its batch. */
  @Override
  public void stop() {
    running = false;
    for (Thread worker : workers) {
      try {
        worker.join(Duration.ofSeconds(25).toMillis());
      } catch (InterruptedException stopped) {
        Thread.currentThread().interrupt();
      }
    }
    workers.clear();
  }

  @Override
  public boolean isRunning() {
    return running;
  }
}
