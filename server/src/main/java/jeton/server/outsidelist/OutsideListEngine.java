package jeton.server.outsidelist;

import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import jeton.server.database.Background;
import jeton.server.outside.OwnThreads;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.SmartLifecycle;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Keeps outside lists told, each by threads of its own. */
@Component
@ConditionalOnProperty(name = "jeton.hooks.engine", havingValue = "true", matchIfMissing = true)
class OutsideListEngine implements SmartLifecycle {
  private static final Logger LOG = LoggerFactory.getLogger(OutsideListEngine.class);
  private static final String WHAT = "Outside lists";
  private static final int FORGOTTEN_AT_ONCE = 1_000;
  private static final Duration STOPS_WITHIN = Duration.ofSeconds(12);

  private final OutsideLists lists;
  private final OutsideListStore store;
  private final ListLook look;
  private final CatchingUp catchingUp;
  private final ListSending sending;
  private final LeftReading leaving;
  private final Clock clock;
  private final OwnThreads threads = new OwnThreads(WHAT, this::step);
  private volatile boolean running;

  OutsideListEngine(
      OutsideLists lists,
      OutsideListStore store,
      ListLook look,
      CatchingUp catchingUp,
      ListSending sending,
      LeftReading leaving,
      Clock clock) {
    this.lists = lists;
    this.store = store;
    this.look = look;
    this.catchingUp = catchingUp;
    this.sending = sending;
    this.leaving = leaving;
    this.clock = clock;
  }

  @Scheduled(fixedDelay = 1_000)
  void look() {
    if (running) {
      threads.look(lists.remembered().stream().map(OutsideList::id).toList());
    }
  }

  /** Forgets what belonged to lists that were removed, in small steps. */
  @Scheduled(fixedDelay = 60_000)
  void forget() {
    Background.steps(LOG, WHAT, () -> lists.forgetRemoved(FORGOTTEN_AT_ONCE) >= FORGOTTEN_AT_ONCE);
  }

  private boolean step(long id, ExecutorService lanes) {
    Optional<OutsideList> open = store.find(id).filter(one -> one.isOpen(clock.instant()));
    if (open.isEmpty()) {
      return false;
    }
    look.ifDue(open.get());
    leaving.ifDue(open.get());
    boolean marked = catchingUp.page(id);
    return sending.send(id, lanes) > 0 || marked;
  }

  @Override
  public void start() {
    running = true;
  }

  @Override
  public void stop() {
    running = false;
    try {
      threads.stop(STOPS_WITHIN);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }

  @Override
  public boolean isRunning() {
    return running;
  }
}
