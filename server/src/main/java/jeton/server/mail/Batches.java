package jeton.server.mail;

import java.time.Clock;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import jeton.core.mail.AnswerClass;
import jeton.core.people.FirstName;
import jeton.core.people.PersonState;
import jeton.server.smtp.MailTransport;
import jeton.server.smtp.RawEmail;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.util.function.SingletonSupplier;

/**
 * One batch of the outbox: claimed, written, sent over one connection, recorded. Safe with any
 * number of instances. A message may be repeated after a crash (same Message-ID); none is lost.
 */
@Component
class Batches {
  private static final Logger LOG = LoggerFactory.getLogger(Batches.class);
  private static final long LOOK_AGAIN_NANOS = Duration.ofMillis(250).toNanos();

  /** Claims of which nothing was recorded, before an email is set aside. */
  static final int MOST_CLAIMS = 5;

  private final OutboxStore store;
  private final Settlement settlement;
  private final Leaving leaving;
  private final Clock clock;
  private final MailSettings settings;
  private final Supplier<EmailDrawer> drawer;

  /** The drawer comes late: it belongs to a capability that uses the outbox. */
  Batches(
      OutboxStore store,
      Settlement settlement,
      Leaving leaving,
      ObjectProvider<EmailDrawer> drawer,
      Clock clock,
      MailSettings settings) {
    this.store = store;
    this.settlement = settlement;
    this.leaving = leaving;
    this.drawer = SingletonSupplier.of(drawer::getObject);
    this.clock = clock;
    this.settings = settings;
  }

  /** What decides whether and how an email may leave now. */
  @Component
  record Leaving(Dkim dkim, SendingPace pace, SendingHalt halt, Away away) {}

  /** An email that is drawn, and can be written. */
  private record Job(OutboxStore.Row row, EmailDrawer.Drawing.Ready draft) {}

  /** Asks the mail server again at once, however long it was to be left alone. */
  void askAgain() {
    leaving.away().forget();
  }

  /**
   * Deals with one batch.
   *
   * @return how many emails something came of; 0 when there is nothing to be done now
   */
  int dispatch(MailTransport transport) {
    long started = System.nanoTime();
    if (leaving.halt().now().isPresent() || leaving.away().isNow() || settlement.isStuck()) {
      return 0;
    }
    List<OutboxStore.Row> rows =
        store.claimDue(clock.instant(), settings.batch(), settings.lease());
    if (rows.isEmpty()) {
      return 0;
    }
    Settlement.Round round = new Settlement.Round(rows.get(0).claim());
    Deque<Job> waiting = drawn(rows, round);
    sendAll(transport, waiting, started, round);
    waiting.forEach(job -> round.untried(job.row()));
    settlement.record(round, leaving.pace().pause());
    return rows.size() - waiting.size();
  }

  /** Has wanted rows drawn; notes in the round what became of the others. */
  private Deque<Job> drawn(List<OutboxStore.Row> rows, Settlement.Round round) {
    List<EmailDrawer.Claimed> claimed = new ArrayList<>();
    for (OutboxStore.Row row : rows) {
      if (row.claims() > MOST_CLAIMS) {
        round.setAside(row, row.claims() - 1 + " times tried and nothing recorded of it");
      } else if (mayGet(row)) {
        claimed.add(claimed(row));
      } else {
        round.unwanted(row);
      }
    }
    Map<Long, EmailDrawer.Drawing> drawings =
        claimed.isEmpty() ? Map.of() : drawer.get().draw(claimed);
    Deque<Job> jobs = new ArrayDeque<>();
    Set<Long> asked =
        claimed.stream()
            .map(EmailDrawer.Claimed::outboxId)
            .collect(java.util.stream.Collectors.toSet());
    for (OutboxStore.Row row : rows) {
      EmailDrawer.Drawing drawing = drawings.get(row.id());
      if (drawing instanceof EmailDrawer.Drawing.Ready draft) {
        jobs.add(new Job(row, draft));
      } else if (drawing instanceof EmailDrawer.Drawing.Failed failed) {
        notDrawn(row, failed.why(), round);
      } else if (drawing instanceof EmailDrawer.Drawing.Held) {
        round.held(row);
      } else if (asked.contains(row.id())) {
        round.unwanted(row);
      }
    }
    return jobs;
  }

  /** It stops itself alone, after some attempts: what it failed for may be mended meanwhile. */
  private static void notDrawn(OutboxStore.Row row, String why, Settlement.Round round) {
    if (row.failures() + 1 >= MOST_CLAIMS) {
      round.setAside(row, why);
    } else {
      round.tried(new Settlement.Result(row, new MailTransport.Answer(AnswerClass.BUSY, why), ""));
    }
  }

  private static EmailDrawer.Claimed claimed(OutboxStore.Row row) {
    // Anybody can type anything for somebody else's address: only a name is passed on (S14).
    String name = row.confirmed() || FirstName.looksLikeOne(row.firstName()) ? row.firstName() : "";
    return new EmailDrawer.Claimed(
        row.id(),
        row.email(),
        new EmailDrawer.Reader(
            row.to(), row.messageId(), name, row.confirmed(), row.untracked(), row.offerName()));
  }

  /**
   * Waiting people get confirmations, and so do the unreachable, who may be reachable again; those
   * who left get nothing but what they ask for, the blocked nothing at all.
   */
  private static boolean mayGet(OutboxStore.Row row) {
    return switch (row.email().kind()) {
      case CONFIRMATION -> row.state() != PersonState.BLOCKED;
      case DELIVERY -> row.state() != PersonState.BLOCKED && row.state() != PersonState.UNREACHABLE;
      case FOLLOW_UP, MAILING -> row.state() == PersonState.ON_THE_LIST;
    };
  }

  /** Sends until none is left or something ends it; what it leaves in the queue was not tried. */
  private void sendAll(
      MailTransport transport, Deque<Job> waiting, long started, Settlement.Round round) {
    long looked = started;
    try {
      while (!waiting.isEmpty() && mayBegin(started) && leaving.pace().awaitTurn()) {
        if (System.nanoTime() - looked > LOOK_AGAIN_NANOS) {
          forgetThoseTakenOut(waiting);
          looked = System.nanoTime();
          continue;
        }
        Job job = waiting.element();
        if (!leaving.pace().mayGo(job.row().to())) {
          round.limited(waiting.remove().row());
          continue;
        }
        Settlement.Result result = send(transport, job);
        waiting.remove();
        round.tried(result);
        if (leaving.away().isSeenFrom(result.answer())
            || leaving.halt().isCalledBy(result.answer())) {
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
  private void forgetThoseTakenOut(Deque<Job> waiting) {
    String claim = waiting.element().row().claim();
    Set<Long> still =
        store.stillClaimed(claim, waiting.stream().map(job -> job.row().id()).toList());
    waiting.removeIf(job -> !still.contains(job.row().id()));
  }

  private Settlement.Result send(MailTransport transport, Job job) {
    EmailDrawer.Written written;
    RawEmail email;
    try {
      written = job.draft().write(clock.instant());
      email = leaving.dkim().signed(written.email());
    } catch (RuntimeException unusable) {
      LOG.error("Email {} cannot be written", job.row().id(), unusable);
      String why = "This email could not be written: " + unusable.getMessage();
      return new Settlement.Result(job.row(), new MailTransport.Answer(AnswerClass.BUSY, why), "");
    }
    return new Settlement.Result(job.row(), transport.send(email), written.subject());
  }
}
