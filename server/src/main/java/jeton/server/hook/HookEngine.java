package jeton.server.hook;

import java.time.Clock;
import java.time.Duration;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.server.database.Background;
import jeton.server.outside.OwnThreads;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.SmartLifecycle;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Keeps hooks told: each by threads of its own, so that a slow one holds up nobody else's. */
@Component
@ConditionalOnProperty(name = "jeton.hooks.engine", havingValue = "true", matchIfMissing = true)
class HookEngine implements SmartLifecycle {
  private static final Logger LOG = LoggerFactory.getLogger(HookEngine.class);
  private static final String WHAT = "Hooks";
  private static final Duration STOPS_WITHIN = Duration.ofSeconds(12);
  private static final int FORGOTTEN_AT_ONCE = 1_000;

  private final Hooks hooks;
  private final HookSpreading spreading;
  private final HookMessageStore messages;
  private final HookWake wake;
  private final Clock clock;
  private final OwnThreads threads;
  private volatile Thread spreader;

  HookEngine(
      Hooks hooks,
      HookSpreading spreading,
      HookSending sending,
      HookMessageStore messages,
      HookWake wake,
      Clock clock) {
    this.hooks = hooks;
    this.spreading = spreading;
    threads = new OwnThreads(WHAT, (id, lanes) -> sending.send(id, lanes) > 0);
    this.messages = messages;
    this.wake = wake;
    this.clock = clock;
  }

  private void spread() {
    while (spreader != null) {
      try {
        wake.await();
        Background.steps(LOG, WHAT, this::spreadAndLook);
      } catch (InterruptedException stopped) {
        Thread.currentThread().interrupt();
        return;
      }
    }
  }

  private boolean spreadAndLook() {
    Set<Long> known = hooks.remembered().stream().map(Hook::id).collect(Collectors.toSet());
    boolean more = !known.isEmpty() && spreading.work();
    threads.look(known);
    return more;
  }

  /** Forgets what belonged to hooks that were removed, in small steps. */
  @Scheduled(fixedDelay = 60_000)
  void forget() {
    Background.steps(
        LOG, WHAT, () -> messages.forgetRemoved(FORGOTTEN_AT_ONCE) >= FORGOTTEN_AT_ONCE);
  }

  @Override
  public void start() {
    Thread thread = new Thread(this::spread, "hooks");
    thread.setDaemon(true);
    spreader = thread;
    thread.start();
  }

  @Override
  public void stop() {
    Thread thread = spreader;
    spreader = null;
    if (thread == null) {
      return;
    }
    wake.now();
    try {
      thread.join(STOPS_WITHIN.toMillis());
      threads.stop(STOPS_WITHIN);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }

  @Override
  public boolean isRunning() {
    return spreader != null;
  }
}
