package jeton.server.smtp;

import java.time.Duration;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Ends emails that take longer than they may: a server that takes an octet now and then, or nothing
 * at all, gets its socket closed under it, whether we read or write. One thread watches them all; a
 * timer for each write would cost more than the write.
 */
final class SmtpWatch {
  private static final long LOOK_EVERY_MS = 500;
  private static final Set<Watched> ALL = ConcurrentHashMap.newKeySet();

  static {
    Thread thread = new Thread(SmtpWatch::watch, "smtp-watch");
    thread.setDaemon(true);
    thread.start();
  }

  private SmtpWatch() {}

  /** A connection that may be cut. */
  static final class Watched implements AutoCloseable {
    private final Runnable cut;
    private final long nanos;
    private volatile long endsAt;

    private Watched(Duration most, Runnable cut) {
      this.cut = cut;
      this.nanos = most.toNanos();
      this.endsAt = Long.MAX_VALUE;
    }

    /** An email begins: it must end within the deadline. */
    void begins() {
      endsAt = System.nanoTime() + nanos;
    }

    /** It ended. */
    void ended() {
      endsAt = Long.MAX_VALUE;
    }

    private void look(long now) {
      long ends = endsAt;
      if (ends != Long.MAX_VALUE && now - ends > 0) {
        endsAt = Long.MAX_VALUE;
        cut.run();
      }
    }

    @Override
    public void close() {
      ALL.remove(this);
    }
  }

  /** Watches a connection until it is closed. */
  static Watched over(Duration most, Runnable cut) {
    Watched watched = new Watched(most, cut);
    ALL.add(watched);
    return watched;
  }

  private static void watch() {
    while (true) {
      try {
        Thread.sleep(LOOK_EVERY_MS);
        long now = System.nanoTime();
        ALL.forEach(watched -> watched.look(now));
      } catch (InterruptedException nobodyDoes) {
        return;
      }
    }
  }
}
