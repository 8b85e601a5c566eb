package jeton.server.mail;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import jeton.core.mail.AnswerClass;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What the owner does with emails that wait or failed: tries them again, gives them up, has sending
 * go on.
 */
@Service
public class Engine {
  private static final Duration LOOKS_BACK = Duration.ofDays(30);
  private static final int MOST_AT_ONCE = 10_000;
  private final EngineStore store;
  private final OutboxStore outbox;
  private final Wake wake;
  private final Away away;
  private final SendingHalt halt;
  private final ObjectProvider<DeliveryListener> listeners;
  private final Clock clock;

  Engine(
      EngineStore store,
      OutboxStore outbox,
      Wake wake,
      Away away,
      SendingHalt halt,
      ObjectProvider<DeliveryListener> listeners,
      Clock clock) {
    this.store = store;
    this.outbox = outbox;
    this.wake = wake;
    this.away = away;
    this.halt = halt;
    this.listeners = listeners;
    this.clock = clock;
  }

  /** Has sending go on after it had stopped for refusals; tries what had failed at once. */
  public void goOn() {
    halt.end();
    away.forget();
    wake.now();
  }

  /** Has everything that failed and still waits tried again at once. */
  @Transactional
  public int tryNow() {
    int moved = store.tryNow(clock.instant());
    away.forget();
    wake.now();
    return moved;
  }

  /** Has these tried at once, those given up too. */
  @Transactional
  public int retry(Collection<Long> ids) {
    changed(ids);
    int moved = store.retry(ids, clock.instant());
    away.forget();
    wake.now();
    return moved;
  }

  /** Has everything that was given up in the last 30 days tried again. */
  @Transactional
  public int retryGivenUp() {
    return retry(store.givenUp(clock.instant().minus(LOOKS_BACK), MOST_AT_ONCE));
  }

  /** Tries these no more. What is on its way at this moment is left alone. */
  @Transactional
  public int giveUp(Collection<Long> ids) {
    Instant now = clock.instant();
    List<Long> waiting = store.mayGiveUp(ids);
    if (waiting.isEmpty()) {
      return 0;
    }
    List<DeliveryListener.Settled> settled =
        waiting.stream()
            .map(id -> outbox.sent(id).orElseThrow().email())
            .map(
                email ->
                    new DeliveryListener.Settled(
                        email, DeliveryListener.Outcome.GIVEN_UP, "given up by the owner"))
            .toList();
    outbox.settle(
        waiting, DeliveryListener.Outcome.GIVEN_UP, AnswerClass.AWAY, "given up by the owner", now);
    listeners.orderedStream().forEach(listener -> listener.settled(settled, now));
    return waiting.size();
  }

  /** Tries no more what has failed so far. */
  @Transactional
  public int giveUpTroubled() {
    return giveUp(store.troubled(MOST_AT_ONCE));
  }

  /** The email of a Message-ID, with its number. */
  public Optional<Found> find(String messageId) {
    return store
        .byMessageId(messageId)
        .flatMap(id -> outbox.sent(id).map(sent -> new Found(id, sent.email())));
  }

  /** An email found by its Message-ID. */
  public record Found(long outboxId, OutgoingEmail email) {}

  /** Notes that an email came back, in the caller's transaction. */
  public void bounced(long outboxId, String said) {
    store.bounced(outboxId, AnswerClass.ADDRESS_REFUSED.name(), said);
    changed(List.of(outboxId));
  }

  private void changed(Collection<Long> ids) {
    List<Instant> times = store.settledAt(ids);
    listeners.orderedStream().forEach(listener -> times.forEach(listener::changed));
  }
}
