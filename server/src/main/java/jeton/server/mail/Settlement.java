package jeton.server.mail;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import jeton.core.mail.AnswerClass;
import jeton.core.mail.Backoff;
import jeton.server.database.Outage;
import jeton.server.mail.DeliveryListener.Outcome;
import jeton.server.smtp.MailTransport;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.util.function.SingletonSupplier;

/**
 * Writes down what became of a batch, all in one transaction. What was sent must be recorded: as
 * long as that fails no worker of this instance takes anything else, so that nothing goes out twice
 * because a disk is full. One email that cannot be recorded with all that follows from it is noted
 * as sent alone, and shown.
 */
@Component
class Settlement {
  private static final Logger LOG = LoggerFactory.getLogger(Settlement.class);
  private static final Duration PAUSE = Duration.ofSeconds(2);

  private final OutboxStore store;
  private final TransactionOperations tx;
  private final Supplier<List<DeliveryListener>> listeners;
  private final Clock clock;
  private final AtomicInteger stuck = new AtomicInteger();

  /** Listeners come late: they belong to capabilities that use the outbox. */
  Settlement(
      OutboxStore store,
      TransactionOperations tx,
      ObjectProvider<DeliveryListener> listeners,
      Clock clock) {
    this.store = store;
    this.tx = tx;
    this.listeners = SingletonSupplier.of(() -> listeners.orderedStream().toList());
    this.clock = clock;
  }

  /** What the mail server said to one email. */
  record Result(OutboxStore.Row row, MailTransport.Answer answer, String subject) {}

  /** An email that is tried no more. */
  private record SetAside(OutboxStore.Row row, String why) {}

  /** What became of a claim's emails. */
  static final class Round {
    private final String claim;
    private final List<Result> results = new ArrayList<>();
    private final List<SetAside> setAside = new ArrayList<>();
    private final List<OutboxStore.Row> unwanted = new ArrayList<>();
    private final List<Long> untried = new ArrayList<>();
    private final List<Long> limited = new ArrayList<>();
    private final List<Long> held = new ArrayList<>();

    Round(String claim) {
      this.claim = claim;
    }

    /** It was tried. */
    void tried(Result result) {
      results.add(result);
    }

    /** It cannot be drawn or recorded, and is not tried again by itself. */
    void setAside(OutboxStore.Row row, String why) {
      setAside.add(new SetAside(row, why));
    }

    /** Nobody wants it any more. */
    void unwanted(OutboxStore.Row row) {
      unwanted.add(row);
    }

    /** Its turn did not come. */
    void untried(OutboxStore.Row row) {
      untried.add(row.id());
    }

    /** Its domain has had enough for now. */
    void limited(OutboxStore.Row row) {
      limited.add(row.id());
    }

    /** Its sequence was paused meanwhile. */
    void held(OutboxStore.Row row) {
      held.add(row.id());
    }

    private List<Long> settledIds() {
      List<Long> ids = new ArrayList<>();
      results.forEach(result -> ids.add(result.row().id()));
      setAside.forEach(aside -> ids.add(aside.row().id()));
      unwanted.forEach(row -> ids.add(row.id()));
      return ids;
    }

    /** The same, an email at a time, for when they cannot be recorded together. */
    private List<Round> apart() {
      List<Round> rounds = new ArrayList<>();
      results.forEach(result -> one(rounds).tried(result));
      setAside.forEach(aside -> one(rounds).setAside.add(aside));
      unwanted.forEach(row -> one(rounds).unwanted(row));
      Round rest = one(rounds);
      rest.untried.addAll(untried);
      rest.limited.addAll(limited);
      rest.held.addAll(held);
      return rounds;
    }

    private Round one(List<Round> rounds) {
      Round round = new Round(claim);
      rounds.add(round);
      return round;
    }
  }

  /** Whether results wait to be recorded that could not be: until they are, nothing is sent. */
  boolean isStuck() {
    return stuck.get() > 0;
  }

  /**
   * Records a round; returns when that is done.
   *
   * @param pause until what met its domain's limit may be tried again
   */
  void record(Round round, Duration pause) {
    try {
      tx.executeWithoutResult(status -> write(round, pause));
      return;
    } catch (RuntimeException trouble) {
      LOG.warn("A batch's results could not be recorded at once: {}", trouble.getClass().getName());
    }
    stuck.incrementAndGet();
    try {
      round.apart().forEach(one -> recordAlone(one, pause));
    } finally {
      stuck.decrementAndGet();
    }
  }

  /** Tries until it works, unless the process is told to stop. */
  private void recordAlone(Round one, Duration pause) {
    boolean withAllThatFollows = true;
    while (true) {
      boolean whole = withAllThatFollows;
      try {
        tx.executeWithoutResult(
            status -> {
              if (whole) {
                write(one, pause);
              } else {
                writeBarely(one);
              }
            });
        return;
      } catch (RuntimeException trouble) {
        if (Thread.currentThread().isInterrupted()) {
          throw trouble;
        }
        if (withAllThatFollows && !Outage.isBehind(trouble)) {
          // Something that follows from it fails; that it was sent is what counts.
          LOG.error("What became of an email is noted without what follows from it", trouble);
          withAllThatFollows = false;
        } else {
          LockSupport.parkNanos(PAUSE.toNanos());
        }
      }
    }
  }

  /** The outbox's own row alone. */
  private void writeBarely(Round one) {
    Instant now = clock.instant();
    for (Result result : one.results) {
      boolean sent = result.answer().kind() == AnswerClass.TAKEN;
      store.settle(
          List.of(result.row().id()),
          sent ? Outcome.SENT : Outcome.GIVEN_UP,
          result.answer().kind(),
          sent ? "It was sent, but what follows from that could not be noted." : "Not recorded.",
          now);
    }
    for (SetAside aside : one.setAside) {
      store.settle(List.of(aside.row().id()), Outcome.GIVEN_UP, AnswerClass.BUSY, aside.why(), now);
    }
    List<Long> dropped = one.unwanted.stream().map(OutboxStore.Row::id).toList();
    settle(dropped, Outcome.DROPPED, now);
  }

  private void write(Round round, Duration pause) {
    Instant now = clock.instant();
    release(round.claim, round.untried, now);
    release(round.claim, round.limited, now.plus(pause));
    if (!round.held.isEmpty()) {
      store.hold(round.claim, round.held, now);
    }
    List<Long> ids = round.settledIds();
    if (ids.isEmpty()) {
      return;
    }
    Set<Long> owned = store.owned(round.claim, ids);
    List<DeliveryListener.Settled> settled = new ArrayList<>();
    List<Long> sent = new ArrayList<>();
    List<Long> dropped = new ArrayList<>();
    for (OutboxStore.Row row : round.unwanted) {
      if (owned.contains(row.id())) {
        dropped.add(row.id());
        settled.add(new DeliveryListener.Settled(row.email(), Outcome.DROPPED, ""));
      }
    }
    for (SetAside aside : round.setAside) {
      if (owned.contains(aside.row().id())) {
        giveUp(aside.row(), AnswerClass.BUSY, aside.why(), now, settled);
      }
    }
    for (Result result : round.results) {
      if (owned.contains(result.row().id())) {
        write(result, now, sent, settled);
      } else if (result.answer().kind() == AnswerClass.TAKEN
          && store.sentAllTheSame(result.row().id(), now)) {
        // Its reader left, or its claim ran out, while it was on its way.
        settled.add(sent(result));
      }
    }
    settle(sent, Outcome.SENT, now);
    settle(dropped, Outcome.DROPPED, now);
    if (!settled.isEmpty()) {
      listeners.get().forEach(listener -> listener.settled(settled, now));
    }
  }

  private void release(String claim, List<Long> ids, Instant tryAt) {
    if (!ids.isEmpty()) {
      store.release(claim, ids, tryAt);
    }
  }

  private void settle(List<Long> ids, Outcome outcome, Instant now) {
    if (!ids.isEmpty()) {
      store.settle(ids, outcome, AnswerClass.TAKEN, "", now);
    }
  }

  private static DeliveryListener.Settled sent(Result result) {
    return new DeliveryListener.Settled(result.row().email(), Outcome.SENT, result.subject());
  }

  private void write(
      Result result, Instant now, List<Long> sent, List<DeliveryListener.Settled> settled) {
    OutboxStore.Row row = result.row();
    MailTransport.Answer answer = result.answer();
    if (answer.kind() == AnswerClass.TAKEN) {
      sent.add(row.id());
      settled.add(sent(result));
      return;
    }
    Optional<Instant> next =
        Backoff.nextAttempt(answer.kind(), row.failures() + 1, row.email().kind().urgent(), now);
    if (next.isPresent()) {
      store.postpone(row, next.get(), answer.kind(), answer.said());
      listeners.get().forEach(listener -> listener.postponed(row.email(), answer.kind()));
    } else if (answer.kind() == AnswerClass.ADDRESS_REFUSED) {
      store.settle(List.of(row.id()), Outcome.REFUSED, answer.kind(), answer.said(), now);
      settled.add(new DeliveryListener.Settled(row.email(), Outcome.REFUSED, answer.said()));
    } else {
      giveUp(row, answer.kind(), answer.said(), now, settled);
    }
  }

  private void giveUp(
      OutboxStore.Row row,
      AnswerClass answer,
      String said,
      Instant now,
      List<DeliveryListener.Settled> settled) {
    store.settle(List.of(row.id()), Outcome.GIVEN_UP, answer, said, now);
    settled.add(new DeliveryListener.Settled(row.email(), Outcome.GIVEN_UP, said));
  }
}
