package jeton.server.mail;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.server.business.Business;
import jeton.server.token.Tokens;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Emails waiting to be sent. A row is written in the transaction that wants the email; a dispatcher
 * sends it later.
 */
@Service
public class Outbox {
  private final OutboxStore store;
  private final Business business;
  private final Clock clock;
  private final Wake wake;
  private final ObjectProvider<DeliveryListener> listeners;

  Outbox(
      OutboxStore store,
      Business business,
      Clock clock,
      Wake wake,
      ObjectProvider<DeliveryListener> listeners) {
    this.store = store;
    this.business = business;
    this.clock = clock;
    this.wake = wake;
    this.listeners = listeners;
  }

  /**
   * What waits, for the owner.
   *
   * @param waiting emails not yet sent, those whose hour has not come included
   * @param troubled of them, how many have failed at least once
   * @param lastTrouble what the mail server said last
   * @param nextTry when the next of the troubled is tried again
   */
  public record State(
      long waiting,
      long troubled,
      Optional<String> lastTrouble,
      Optional<Instant> troubledSince,
      Optional<Instant> nextTry) {}

  /** An email that left, and what is known of its reader. */
  public record Sent(
      OutgoingEmail email,
      Optional<Instant> settledAt,
      String to,
      String firstName,
      boolean untracked,
      String offerName) {}

  /** An email by its number. */
  public Optional<Sent> sent(long outboxId) {
    return store.sent(outboxId);
  }

  /** Something became of an email that had left then, in the caller's transaction. */
  public void changed(Instant settledAt) {
    listeners.forEach(listener -> listener.changed(settledAt));
  }

  /** The list an email goes out for (L1); empty for a confirmation and a delivery. */
  public Optional<Long> listOf(long outboxId) {
    return store.listOf(outboxId);
  }

  /** Tells the dispatcher that something was put into the outbox, once the transaction commits. */
  public void wakeUp() {
    wakeAfterCommit();
  }

  /** Has an email sent once the caller's transaction commits and its hour has come. */
  public void add(OutgoingEmail email) {
    store.add(email, messageId(), clock.instant());
    wakeAfterCommit();
  }

  /** Drops what still waits for somebody who gets nothing more. */
  public void dropAllFor(long personId) {
    store.dropAllFor(personId, clock.instant());
  }

  /** When emails of a kind were asked for, since a moment (S4). */
  public List<Instant> asked(long personId, OutgoingEmail.Kind kind, Instant since) {
    return store.asked(personId, kind, since);
  }

  /** Drops what a run has waiting. */
  public void dropOfRun(long runId) {
    store.dropOfRun(runId, clock.instant());
  }

  /** Keeps a sequence's emails from leaving (T14). */
  public void hold(long sequenceId) {
    store.hold(sequenceId);
  }

  /** How many emails of a paused sequence may still leave, being in a dispatcher's hands. */
  public long inHands(long sequenceId) {
    return store.inHands(sequenceId);
  }

  /** Lets a sequence's emails leave: all of them are overdue (T14). */
  public void letGo(long sequenceId) {
    store.letGo(sequenceId, clock.instant());
    wakeAfterCommit();
  }

  /** When the next email is due, if one waits. */
  public Optional<Instant> nextDue() {
    return store.nextDue();
  }

  private String messageId() {
    String sender = business.now().settings().senderEmail();
    String domain = sender.substring(sender.lastIndexOf('@') + 1);
    return "<" + Tokens.random() + "@" + (domain.isEmpty() ? "jeton.invalid" : domain) + ">";
  }

  private void wakeAfterCommit() {
    if (!TransactionSynchronizationManager.isSynchronizationActive()) {
      wake.now();
      return;
    }
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            wake.now();
          }
        });
  }
}
