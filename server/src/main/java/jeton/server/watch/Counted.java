package jeton.server.watch;

import io.micrometer.core.instrument.MeterRegistry;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import jeton.core.mail.AnswerClass;
import jeton.server.history.History;
import jeton.server.history.HistoryListener;
import jeton.server.mail.DeliveryListener;
import jeton.server.mail.OutgoingEmail;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Counts what happened and how emails fared on this instance, once it is written for good. */
@Component
class Counted implements HistoryListener, DeliveryListener {
  private final MeterRegistry measures;

  Counted(MeterRegistry measures) {
    this.measures = measures;
  }

  @Override
  public void happened(List<History.Event> events) {
    onceWritten(
        () ->
            events.forEach(
                e -> measures.counter("jeton.events", "kind", small(e.kind().name())).increment()));
  }

  @Override
  public void settled(List<Settled> batch, Instant at) {
    onceWritten(() -> batch.forEach(one -> email(one.email(), one.outcome().name())));
  }

  @Override
  public void postponed(OutgoingEmail email, AnswerClass answer) {
    onceWritten(() -> email(email, "POSTPONED_" + answer));
  }

  private void email(OutgoingEmail email, String outcome) {
    measures
        .counter("jeton.emails", "kind", small(email.kind().name()), "outcome", small(outcome))
        .increment();
  }

  private static String small(String name) {
    return name.toLowerCase(Locale.ROOT);
  }

  private static void onceWritten(Runnable count) {
    if (!TransactionSynchronizationManager.isSynchronizationActive()) {
      count.run();
      return;
    }
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            count.run();
          }
        });
  }
}
