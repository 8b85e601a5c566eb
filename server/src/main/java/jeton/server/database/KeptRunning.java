package jeton.server.database;

import java.io.IOException;
import java.time.Duration;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A process that is started again whenever it ends by itself, after growing pauses. */
final class KeptRunning {
  private static final Logger LOG = LoggerFactory.getLogger(KeptRunning.class);
  private static final Duration FIRST_PAUSE = Duration.ofSeconds(1);
  private static final Duration LONGEST_PAUSE = Duration.ofSeconds(30);

  private final String what;
  private final Launch launch;
  private Process process;
  private boolean closed;

  /**
   * Starts it; it is not watched yet.
   *
   * @param what begins a sentence, such as "The database"
   */
  KeptRunning(String what, Launch launch) throws IOException {
    this.what = what;
    this.launch = launch;
    process = launch.start();
  }

  /** How it is started, each time. */
  interface Launch {
    Process start() throws IOException;
  }

  synchronized boolean isAlive() {
    return process.isAlive();
  }

  /** Starts it again from now on, until it is closed. */
  void watch() {
    Thread watcher = new Thread(this::startAgain, "kept-running");
    watcher.setDaemon(true);
    watcher.start();
  }

  private void startAgain() {
    Duration pause = FIRST_PAUSE;
    try {
      while (true) {
        long since = System.nanoTime();
        present().waitFor();
        boolean lasted = System.nanoTime() - since > LONGEST_PAUSE.toNanos();
        pause = lasted ? FIRST_PAUSE : pause;
        if (isClosed()) {
          return;
        }
        LOG.error("{} has ended by itself. It is started again", what);
        Thread.sleep(pause.toMillis());
        pause = longer(pause);
        launchUnlessClosed();
      }
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }

  private static Duration longer(Duration pause) {
    Duration twice = pause.multipliedBy(2);
    return twice.compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : twice;
  }

  private synchronized Process present() {
    return process;
  }

  private synchronized boolean isClosed() {
    return closed;
  }

  private synchronized void launchUnlessClosed() {
    try {
      if (!closed) {
        process = launch.start();
      }
    } catch (IOException | DatabaseTrouble notYet) {
      LOG.error("{} could not be started: {}", what, notYet.getMessage());
    }
  }

  /** Ends it for good. */
  void close(Duration patience) throws InterruptedException {
    Process last;
    synchronized (this) {
      closed = true;
      last = process;
    }
    last.destroy();
    if (!last.waitFor(patience.toMillis(), TimeUnit.MILLISECONDS)) {
      last.destroyForcibly();
    }
  }
}
