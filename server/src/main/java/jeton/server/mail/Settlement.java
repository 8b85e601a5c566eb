package jeton.server.mail;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import jeton.core.mail.AnswerClass;
import jeton.core.mail.Backoff;
import jeton.server.database.Outage;
import jeton.server.mail.DeliveryListener.Outcome;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.util.function.SingletonSupplier;

/**
 * Writes down what became of a batch, all in one transaction. What was sent must be recorded: a
 * deadlock with somebody who leaves or signs up is tried again at once, a database that is away for
 * a minute as long as it takes.
 */
@Component
class Settlement {
  private static final int ATTEMPTS = 60;
  private static final Duration PAUSE = Duration.ofSeconds(2);

  private final OutboxStore store;
  private final TransactionOperations tx;
  private final Supplier<List<DeliveryListener>> listeners;
  private final Clock clock;

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

  /** What became of a claim's emails. */
  static final class Round {
    private final String claim;
    private final List<Result> results = new ArrayList<>();
    private final List<OutboxStore.Row> unwanted = new ArrayList<>();
    private final List<Long> untried = new ArrayList<>();
    private final List<Long> limited = new ArrayList<>();

    Round(String claim) {
      this.claim = claim;
    }

    /** It was tried. */
    void tried(Result result) {
      results.add(result);
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

    private List<Long> settledIds() {
      List<Long> ids = new ArrayList<>();
      results.forEach(result -> ids.add(result.row().id()));
      unwanted.forEach(row -> ids.add(row.id()));
      return ids;
    }
  }

  /**
   * Records a round.
   *
   * @param pause until what met its domain's limit may be tried again
   */
  void record(Round round, Duration pause) {
    for (int attempt = 1; ; attempt++) {
      try {
        tx.executeWithoutResult(status -> write(round, pause));
        return;
      } catch (RuntimeException trouble) {
        boolean busy = trouble instanceof TransientDataAccessException;
        boolean away = Outage.isBehind(trouble);
        if (attempt == ATTEMPTS || !busy && !away) {
          throw trouble;
        }
        if (away) {
          LockSupport.parkNanos(PAUSE.toNanos());
        }
      }
    }
  }

  private void write(Round round, Duration pause) {
    Instant now = clock.instant();
    release(round.claim, round.untried, now);
    release(round.claim, round.limited, now.plus(pause));
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
    for (Result result : round.results) {
      if (owned.contains(result.row().id())) {
        write(result, now, sent, settled);
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

  private void write(
      Result result, Instant now, List<Long> sent, List<DeliveryListener.Settled> settled) {
    OutboxStore.Row row = result.row();
    MailTransport.Answer answer = result.answer();
    Optional<Instant> next = Backoff.nextAttempt(answer.kind(), row.failures() + 1, now);
    if (answer.kind() == AnswerClass.TAKEN) {
      sent.add(row.id());
      settled.add(new DeliveryListener.Settled(row.email(), Outcome.SENT, result.subject()));
    } else if (next.isPresent()) {
      store.postpone(row, next.get(), answer.kind(), answer.said());
    } else {
      Outcome outcome =
          answer.kind() == AnswerClass.ADDRESS_REFUSED ? Outcome.REFUSED : Outcome.GIVEN_UP;
      store.settle(List.of(row.id()), outcome, answer.kind(), answer.said(), now);
      settled.add(new DeliveryListener.Settled(row.email(), outcome, answer.said()));
    }
  }
}
