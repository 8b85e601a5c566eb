package jeton.server.hook;

import java.net.URI;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import jeton.core.hook.HookRetry;
import jeton.core.hook.HookSignature;
import jeton.core.outside.RetryPause;
import jeton.server.outside.OutsideHttp;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Tells hooks what is due: at least once, in order per person. What is sent is claimed and
 * committed first, so that no second instance sends it too; a claim ends by itself, so that a crash
 * delays and loses nothing.
 */
@Service
class HookSending {
  // Longer than a whole batch of receivers that hang.
  private static final Duration LEASE = Duration.ofMinutes(5);
  private static final int BATCH = 64;
  // So many fail together and none is taken: the receiver counts as down, and one message at a time
  // looks whether it is back. One that is never taken alone holds up nobody.
  private static final int DOWN = 8;
  private static final int LONGEST_HOLD = 3;

  private final HookStore store;
  private final HookMessageStore messages;
  private final OutsideHttp http;
  private final TransactionOperations tx;
  private final Clock clock;

  HookSending(
      HookStore store,
      HookMessageStore messages,
      OutsideHttp http,
      TransactionOperations tx,
      Clock clock) {
    this.store = store;
    this.messages = messages;
    this.http = http;
    this.tx = tx;
    this.clock = clock;
  }

  /** Whether something may be tried now. */
  private static boolean isOpen(Hook hook, Instant now) {
    return hook.state() == Hook.State.ON
        && hook.holdUntil().map(until -> !now.isBefore(until)).orElse(true);
  }

  /**
   * Sends a batch of what is due to one hook, several at a time.
   *
   * @param lanes as many threads as messages to send at a time
   * @return how many were tried
   */
  int send(long hookId, ExecutorService lanes) {
    Instant now = clock.instant();
    Optional<Hook> open = store.find(hookId).filter(one -> isOpen(one, now));
    if (open.isEmpty()) {
      return 0;
    }
    Hook hook = open.get();
    int most = hook.failures() > 0 ? 1 : BATCH;
    List<HookMessage> batch =
        tx.execute(status -> messages.claim(hookId, now, now.plus(LEASE), most));
    if (batch.isEmpty()) {
      return 0;
    }
    List<Future<HookMessageStore.Tried>> coming =
        batch.stream().map(message -> lanes.submit(() -> trySending(hook, message))).toList();
    List<HookMessageStore.Tried> tried = new ArrayList<>();
    for (Future<HookMessageStore.Tried> one : coming) {
      try {
        tried.add(one.get());
      } catch (InterruptedException stopped) {
        Thread.currentThread().interrupt();
        break;
      } catch (ExecutionException fellOver) {
        throw new IllegalStateException(fellOver.getCause());
      }
    }
    tx.executeWithoutResult(status -> note(hook, tried));
    return batch.size();
  }

  private HookMessageStore.Tried trySending(Hook hook, HookMessage message) {
    Instant at = clock.instant();
    long begun = System.nanoTime();
    OutsideHttp.Answer answer =
        http.post(
            URI.create(hook.settings().url()),
            HookSignature.headers(hook.secret(), message.messageId(), at, message.body()),
            message.body());
    int tookMs = (int) Duration.ofNanos(System.nanoTime() - begun).toMillis();
    return new HookMessageStore.Tried(message, at, answer.status(), answer.said(), tookMs);
  }

  private void note(Hook hook, List<HookMessageStore.Tried> tried) {
    Instant now = clock.instant();
    List<HookMessageStore.Tried> taken =
        tried.stream().filter(one -> one.status() / 100 == 2).toList();
    List<HookMessageStore.Tried> failed =
        tried.stream().filter(one -> one.status() / 100 != 2).toList();
    if (!taken.isEmpty()) {
      messages.settle(taken, now);
    }
    failed.forEach(
        one ->
            messages.postpone(one, one.at().plus(RetryPause.after(one.message().failures() + 1))));
    if (!taken.isEmpty()) {
      store.succeeded(hook.id());
    } else if (!failed.isEmpty()) {
      failed(hook, failed.size(), now);
    }
  }

  private void failed(Hook hook, int n, Instant now) {
    boolean isDown = n >= DOWN || hook.failures() > 0;
    store.failed(hook.id(), isDown ? 1 : 0, now);
    Hook after = store.find(hook.id()).orElse(hook);
    if (isDown) {
      store.hold(hook.id(), now.plus(RetryPause.after(Math.min(LONGEST_HOLD, after.failures()))));
    }
    if (after.state() == Hook.State.ON
        && after.failingSince().filter(since -> HookRetry.isGivenUp(since, now)).isPresent()) {
      store.turn(hook.id(), Hook.State.OFF);
    }
  }
}
