package jeton.server.mail;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.mail.AnswerClass;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The mail engine as its owner looks at it: what waits, what is on its way, what failed and why.
 */
@Service
public class Engine {
  private static final Duration LOOKS_BACK = Duration.ofDays(30);
  private static final int MOST_LINES = 200;
  private static final int MOST_AT_ONCE = 10_000;
  private final EngineStore store;
  private final OutboxStore outbox;
  private final Wake wake;
  private final Away away;
  private final Now state;
  private final ObjectProvider<DeliveryListener> listeners;
  private final Clock clock;

  Engine(
      EngineStore store,
      OutboxStore outbox,
      Wake wake,
      Away away,
      Now state,
      ObjectProvider<DeliveryListener> listeners,
      Clock clock) {
    this.store = store;
    this.outbox = outbox;
    this.wake = wake;
    this.away = away;
    this.state = state;
    this.listeners = listeners;
    this.clock = clock;
  }

  /** How sending itself stands. */
  @org.springframework.stereotype.Component
  record Now(SendingHalt halt, MailHealth health) {}

  /** Has sending go on after it had stopped for refusals; tries what had failed at once. */
  public void goOn() {
    state.halt().end();
    away.forget();
    wake.now();
  }

  /** Where an email stands. */
  public enum Pile {
    WAITING,
    /** Its sequence is paused. */
    HELD,
    ON_ITS_WAY,
    /** Failed at least once, and will be tried again. */
    TROUBLED,
    SENT,
    /** Refused, given up or come back. */
    FAILED,
    DROPPED
  }

  /**
   * One email.
   *
   * @param tryAt when it is tried next
   * @param said what the mail server said last
   */
  public record EngineLine(
      long id,
      Pile pile,
      OutgoingEmail.Kind kind,
      long personId,
      String to,
      Optional<String> offer,
      Instant dueAt,
      Optional<Instant> tryAt,
      Optional<Instant> settledAt,
      int failures,
      Optional<String> said) {}

  /** Numbers of the last 30 days, the newest of one pile, and why nothing leaves if so. */
  public record EngineView(
      Map<Pile, Long> counts,
      Pile pile,
      List<EngineLine> lines,
      Optional<SendingHalt.Halt> halt,
      Optional<String> trouble) {}

  /** One pile, at most its newest 200. */
  public EngineView view(Pile pile) {
    Instant since = clock.instant().minus(LOOKS_BACK);
    return new EngineView(
        store.counts(since),
        pile,
        store.list(pile, since, MOST_LINES),
        state.halt().now(),
        state.health().trouble());
  }

  /**
   * How it stands, in short.
   *
   * @param trouble what is wrong with the engine itself, in words
   */
  public record Standing(Outbox.State outbox, Optional<String> trouble) {}

  /** How it stands now. */
  public Standing standing() {
    EngineStore.Waiting waiting = store.waiting();
    return new Standing(waiting.state(), state.health().trouble(waiting::oldestTry));
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
  }
}
