package jeton.server.mail;

import java.time.Clock;
import java.util.Deque;
import java.util.List;
import jeton.server.smtp.MailTransport;
import org.springframework.stereotype.Component;

/**
 * One batch of the outbox: claimed, written, sent over one connection, recorded. Safe with any
 * number of instances. A message may be repeated after a crash (same Message-ID); none is lost.
 */
@Component
class Batches {
  private final OutboxStore store;
  private final Settlement settlement;
  private final BatchDrawing drawing;
  private final BatchSending sending;
  private final SendingPace pace;
  private final MailSettings settings;
  private final Clock clock;

  Batches(
      OutboxStore store,
      Settlement settlement,
      BatchDrawing drawing,
      BatchSending sending,
      SendingPace pace,
      MailSettings settings,
      Clock clock) {
    this.store = store;
    this.settlement = settlement;
    this.drawing = drawing;
    this.sending = sending;
    this.pace = pace;
    this.settings = settings;
    this.clock = clock;
  }

  /** Asks the mail server again at once, however long it was to be left alone. */
  void askAgain() {
    sending.askAgain();
  }

  /**
   * Deals with one batch.
   *
   * @return how many emails something came of; 0 when there is nothing to be done now
   */
  int dispatch(MailTransport transport) {
    long started = System.nanoTime();
    if (sending.rests() || settlement.isStuck()) {
      return 0;
    }
    List<OutboxStore.Row> rows =
        store.claimDue(clock.instant(), settings.batch(), settings.lease());
    if (rows.isEmpty()) {
      return 0;
    }
    Settlement.Round round = new Settlement.Round(rows.get(0).claim());
    Deque<BatchDrawing.Job> waiting = drawing.drawn(rows, round);
    sending.sendAll(transport, waiting, started, round);
    waiting.forEach(job -> round.untried(job.row()));
    settlement.record(round, pace.pause());
    return rows.size() - waiting.size();
  }
}
