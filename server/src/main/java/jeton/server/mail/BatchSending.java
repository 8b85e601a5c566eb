package jeton.server.mail;

import java.time.Clock;
import java.time.Duration;
import java.util.Deque;
import java.util.Set;
import jeton.core.mail.AnswerClass;
import jeton.server.dkim.Dkim;
import jeton.server.smtp.MailTransport;
import jeton.server.smtp.RawEmail;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;

/**
 * Sends a batch over one connection, as far as the pace, the mail server and the owner's halt let
 * it.
 */
@Component
class BatchSending {
  private static final Logger LOG = LoggerFactory.getLogger(BatchSending.class);
  private static final long LOOK_AGAIN_NANOS = Duration.ofMillis(250).toNanos();

  private final OutboxStore store;
  private final Dkim dkim;
  private final SendingPace pace;
  private final SendingHalt halt;
  private final Away away;
  private final MailSettings settings;
  private final Clock clock;

  BatchSending(
      OutboxStore store,
      Dkim dkim,
      SendingPace pace,
      SendingHalt halt,
      Away away,
      MailSettings settings,
      Clock clock) {
    this.store = store;
    this.dkim = dkim;
    this.pace = pace;
    this.halt = halt;
    this.away = away;
    this.settings = settings;
    this.clock = clock;
  }

  /** See {@link Batches#askAgain}. */
  void askAgain() {
    away.forget();
  }

  /** Whether nothing leaves at the moment. */
  boolean rests() {
    return halt.now().isPresent() || away.isNow();
  }

  /** Sends until none is left or something ends it; what it leaves in the queue was not tried. */
  void sendAll(
      MailTransport transport,
      Deque<BatchDrawing.Job> waiting,
      long started,
      Settlement.Round round) {
    long looked = started;
    try {
      while (!waiting.isEmpty() && mayBegin(started) && pace.awaitTurn()) {
        if (System.nanoTime() - looked > LOOK_AGAIN_NANOS) {
          forgetThoseTakenOut(waiting);
          looked = System.nanoTime();
          continue;
        }
        BatchDrawing.Job job = waiting.element();
        if (!pace.mayGo(job.row().to())) {
          round.limited(waiting.remove().row());
          continue;
        }
        Settlement.Result result = send(transport, job);
        waiting.remove();
        round.tried(result);
        if (away.isSeenFrom(result.answer()) || halt.isCalledBy(result.answer())) {
          // The next one would fare no better; none of them has failed.
          return;
        }
      }
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    } catch (DataAccessException away) {
      LOG.warn("Sending rests until the database is back: {}", away.getMessage());
    }
  }

  /**
   * A slow server must not make us send what another dispatcher may have claimed meanwhile: an
   * email that begins now ends within its deadline, and that within the lease.
   */
  private boolean mayBegin(long started) {
    long ends = settings.lease().toNanos() - settings.deadline().toNanos();
    return System.nanoTime() - started < ends * 9 / 10;
  }

  /**
   * Whoever leaves, or is paused, while a slow server takes its time is not written to any more.
   */
  private void forgetThoseTakenOut(Deque<BatchDrawing.Job> waiting) {
    String claim = waiting.element().row().claim();
    Set<Long> still =
        store.stillClaimed(claim, waiting.stream().map(job -> job.row().id()).toList());
    waiting.removeIf(job -> !still.contains(job.row().id()));
  }

  private Settlement.Result send(MailTransport transport, BatchDrawing.Job job) {
    EmailDrawer.Written written;
    RawEmail email;
    try {
      written = job.draft().write(clock.instant());
      email = dkim.signed(written.email());
    } catch (RuntimeException unusable) {
      LOG.error("Email {} cannot be written", job.row().id(), unusable);
      String why = "This email could not be written: " + unusable.getMessage();
      return new Settlement.Result(job.row(), new MailTransport.Answer(AnswerClass.BUSY, why), "");
    }
    return new Settlement.Result(job.row(), transport.send(email), written.subject());
  }
}
