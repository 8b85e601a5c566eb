package jeton.server.outside;

import java.time.Duration;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import jeton.server.database.Background;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Work with programs elsewhere, each by threads of its own: a slow one holds up nobody else's. One
 * turn at a time for each; in it, several questions at a time.
 */
public final class OwnThreads {
  private static final Logger LOG = LoggerFactory.getLogger(OwnThreads.class);
  private static final int LANES = 8;
  // In a rush visitors come first: between two steps it rests for this part of the time one took.
  private static final int RESTS = 2;

  private final String what;
  private final Step step;
  private final Map<Long, Own> all = new ConcurrentHashMap<>();
  private volatile boolean stopping;

  /** A step of one program's work. */
  public interface Step {
    /**
     * Takes it.
     *
     * @param lanes threads for what can be asked at the same time
     * @return whether there may be more at once
     */
    boolean take(long id, ExecutorService lanes);
  }

  /**
   * @param what begins a sentence, such as "Hooks"
   */
  public OwnThreads(String what, Step step) {
    this.what = what;
    this.step = step;
  }

  private final class Own {
    private final long id;
    private final ExecutorService lanes =
        Executors.newFixedThreadPool(LANES, OwnThreads.this::daemon);
    private final ExecutorService turn = Executors.newSingleThreadExecutor(OwnThreads.this::daemon);
    private volatile boolean busy;

    Own(long id) {
      this.id = id;
    }

    void look() {
      if (!busy) {
        busy = true;
        turn.execute(
            () -> {
              try {
                Background.steps(LOG, what, this::takeAndRest);
              } finally {
                busy = false;
              }
            });
      }
    }

    private boolean takeAndRest() {
      long begun = System.nanoTime();
      boolean more = step.take(id, lanes) && !stopping;
      if (more) {
        LockSupport.parkNanos((System.nanoTime() - begun) / RESTS);
      }
      return more;
    }

    /** What it has in hand is finished; nobody waits for that. */
    void stop() {
      turn.execute(lanes::shutdown);
      turn.shutdown();
    }

    void awaitEnd(long untilNanos) throws InterruptedException {
      if (!turn.awaitTermination(untilNanos - System.nanoTime(), TimeUnit.NANOSECONDS)) {
        LOG.warn("{}: one is slow; what it was being told is told again later", what);
        lanes.shutdownNow();
      }
    }
  }

  private Thread daemon(Runnable work) {
    Thread thread = new Thread(work, what);
    thread.setDaemon(true);
    return thread;
  }

  /** Looks at these whether there is something to do, and lets go of all others. */
  public void look(Collection<Long> ids) {
    stopping = false;
    ids.forEach(id -> all.computeIfAbsent(id, Own::new).look());
    all.keySet().stream().filter(id -> !ids.contains(id)).toList().forEach(this::drop);
  }

  private void drop(long id) {
    Own own = all.remove(id);
    if (own != null) {
      own.stop();
    }
  }

  /** Finishes what is in hand, and waits for that, though not for ever. */
  public void stop(Duration within) throws InterruptedException {
    stopping = true;
    long until = System.nanoTime() + within.toNanos();
    List<Own> open = List.copyOf(all.values());
    all.keySet().forEach(this::drop);
    for (Own own : open) {
      own.awaitEnd(until);
    }
  }
}
