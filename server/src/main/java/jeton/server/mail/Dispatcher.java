package jeton.server.mail;

import jakarta.mail.internet.MimeMessage;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.mail.Backoff;
import jeton.core.mail.EmailContent;
import jeton.core.people.PersonState;
import jeton.server.business.Business;
import jeton.server.business.PublicUrl;
import jeton.server.mail.DeliveryListener.Outcome;
import jeton.server.token.Tokens;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.SmartLifecycle;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Sends what is due in the outbox: claims a batch, sends it over an open connection, records the
 * results. Safe with any number of instances. A message may be repeated after a crash (same
 * Message-ID); none is lost.
 */
@Service
public class Dispatcher implements SmartLifecycle {
  private static final Logger LOG = LoggerFactory.getLogger(Dispatcher.class);

  private static final int RECORD_ATTEMPTS = 10;

  private final OutboxStore store;
  private final TransactionOperations tx;
  private final Desk desk;
  private final Clock clock;
  private final MailSettings settings;
  private final ReentrantReadWriteLock pause = new ReentrantReadWriteLock(true);
  private final List<Thread> workers = new ArrayList<>();
  private volatile boolean running;

  Dispatcher(
      JdbcClient db, TransactionOperations tx, Desk desk, Clock clock, MailSettings settings) {
    this.store = new OutboxStore(db, tx);
    this.tx = tx;
    this.desk = desk;
    this.clock = clock;
    this.settings = settings;
  }

  /**
   * What a dispatcher works with. Sources and listeners come late: they belong to capabilities that
   * use the outbox.
   */
  @org.springframework.stereotype.Component
  record Desk(
      EmailWriter writer,
      Business business,
      Tokens tokens,
      PublicUrl publicUrl,
      Wake wake,
      ObjectProvider<EmailSource> sources,
      ObjectProvider<DeliveryListener> listeners) {}

  private record Result(OutboxStore.Row row, MailTransport.Answer answer, String subject) {}

  /**
   * Sends one batch of what is due now, on the caller's thread. Returns how many emails it dealt
   * with.
   */
  public int dispatchDue() {
    try (MailTransport transport = new SmtpTransport(() -> desk.business().now().smtp())) {
      return dispatch(transport);
    }
  }

  /**
   * Runs something while no worker sends: the demo moves its clock then, so that no lease ends by
   * it.
   */
  public void whilePaused(Runnable work) {
    pause.writeLock().lock();
    try {
      work.run();
    } finally {
      pause.writeLock().unlock();
    }
  }

  int dispatch(MailTransport transport) {
    long started = System.nanoTime();
    List<OutboxStore.Row> rows =
        store.claimDue(clock.instant(), settings.batch(), settings.lease());
    if (rows.isEmpty()) {
      return 0;
    }
    List<EmailSource.Claimed> wanted = new ArrayList<>();
    List<OutboxStore.Row> unwanted = new ArrayList<>();
    for (OutboxStore.Row row : rows) {
      Optional<EmailContent> content =
          mayGet(row) ? source(row.email()).content(row.email()) : Optional.empty();
      content.ifPresentOrElse(
          c -> wanted.add(new EmailSource.Claimed(row.id(), row.email(), c)),
          () -> unwanted.add(row));
    }
    Map<Long, String> links = links(wanted);
    Map<Long, OutboxStore.Row> byId =
        rows.stream().collect(Collectors.toMap(OutboxStore.Row::id, Function.identity()));
    List<Result> results = new ArrayList<>();
    for (EmailSource.Claimed claimed : wanted) {
      // A slow server must not make us send what another dispatcher may have claimed meanwhile.
      if (System.nanoTime() - started > settings.lease().toNanos() * 3 / 4) {
        break;
      }
      results.add(send(transport, byId.get(claimed.outboxId()), claimed, links));
    }
    recordAll(results, unwanted);
    return rows.size();
  }

  /**
   * What was sent must be recorded: a deadlock with somebody who leaves or signs up is tried again.
   */
  private void recordAll(List<Result> results, List<OutboxStore.Row> unwanted) {
    for (int attempt = 1; ; attempt++) {
      try {
        tx.executeWithoutResult(status -> record(results, unwanted));
        return;
      } catch (TransientDataAccessException trouble) {
        if (attempt == RECORD_ATTEMPTS) {
          throw trouble;
        }
      }
    }
  }

  /**
   * Waiting people get confirmations only; those who left or were blocked get nothing but what they
   * ask for.
   */
  private static boolean mayGet(OutboxStore.Row row) {
    if (row.state() == PersonState.UNREACHABLE || row.state() == PersonState.BLOCKED) {
      return false;
    }
    return row.email().kind() != OutgoingEmail.Kind.FOLLOW_UP
        || row.state() == PersonState.ON_THE_LIST;
  }

  private Map<Long, String> links(List<EmailSource.Claimed> wanted) {
    return wanted.stream()
        .collect(Collectors.groupingBy(claimed -> claimed.email().kind()))
        .values()
        .stream()
        .flatMap(
            sameKind -> source(sameKind.get(0).email()).makeLinks(sameKind).entrySet().stream())
        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
  }

  private Result send(
      MailTransport transport,
      OutboxStore.Row row,
      EmailSource.Claimed claimed,
      Map<Long, String> links) {
    String leaveLink = desk.publicUrl().of("/u/" + desk.tokens().sign(row.email().personId()));
    EmailWriter.Reader reader =
        new EmailWriter.Reader(
            row.firstName(),
            row.to(),
            row.offerName(),
            links.getOrDefault(row.id(), ""),
            leaveLink);
    WrittenEmail written = desk.writer().write(claimed.content(), row.email().kind(), reader);
    boolean mayLeave = row.email().kind() != OutgoingEmail.Kind.CONFIRMATION;
    Composer.Envelope envelope =
        new Composer.Envelope(
            row.messageId(),
            row.to(),
            mayLeave ? Optional.of(leaveLink) : Optional.empty(),
            clock.instant());
    try {
      MimeMessage message = Composer.compose(written, envelope, desk.business().now().settings());
      return new Result(row, transport.send(message), written.subject());
    } catch (IllegalStateException unusable) {
      return new Result(
          row, new MailTransport.Answer.NotNow(unusable.getMessage()), written.subject());
    }
  }

  private void record(List<Result> results, List<OutboxStore.Row> unwanted) {
    Instant now = clock.instant();
    unwanted.forEach(row -> settle(row, Outcome.DROPPED, "", now));
    for (Result result : results) {
      OutboxStore.Row row = result.row();
      if (result.answer() instanceof MailTransport.Answer.Accepted) {
        settle(row, Outcome.SENT, result.subject(), now);
      } else if (result.answer() instanceof MailTransport.Answer.Refused refused) {
        settle(row, Outcome.REFUSED, refused.said(), now);
      } else if (result.answer() instanceof MailTransport.Answer.NotNow notNow) {
        tryLater(row, notNow.said(), now);
      } else if (result.answer() instanceof MailTransport.Answer.ServerAway away) {
        tryLater(row, away.said(), now);
      }
    }
  }

  private void tryLater(OutboxStore.Row row, String said, Instant now) {
    Optional<Instant> next = Backoff.nextAttempt(row.failures() + 1, now);
    if (next.isPresent()) {
      store.postpone(row, next.get(), said);
    } else {
      settle(row, Outcome.GIVEN_UP, said, now);
    }
  }

  private void settle(OutboxStore.Row row, Outcome outcome, String detail, Instant now) {
    String trouble = outcome == Outcome.SENT ? "" : detail;
    if (store.settle(row, outcome, trouble, now)) {
      desk.listeners().orderedStream().forEach(l -> l.settled(row.email(), outcome, now, detail));
    }
  }

  private EmailSource source(OutgoingEmail email) {
    return desk.sources().stream().filter(s -> s.kind() == email.kind()).findFirst().orElseThrow();
  }

  private void work() {
    try (MailTransport transport = new SmtpTransport(() -> desk.business().now().smtp())) {
      while (running) {
        if (dispatchUnlessPaused(transport) < settings.batch()) {
          desk.wake().await();
        }
      }
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }

  private int dispatchUnlessPaused(MailTransport transport) {
    pause.readLock().lock();
    try {
      return dispatch(transport);
    } catch (RuntimeException trouble) {
      LOG.error(
          "A batch of emails could not be dealt with; its claim ends by itself and it is tried again",
          trouble);
      return 0;
    } finally {
      pause.readLock().unlock();
    }
  }

  @Override
  public void start() {
    running = true;
    for (int n = 1; n <= settings.workers(); n++) {
      Thread worker = new Thread(this::work, "dispatcher-" + n);
      worker.start();
      workers.add(worker);
    }
  }

  /** Lets each worker finish its batch. */
  @Override
  public void stop() {
    running = false;
    for (Thread worker : workers) {
      try {
        worker.join(Duration.ofSeconds(25).toMillis());
      } catch (InterruptedException stopped) {
        Thread.currentThread().interrupt();
      }
    }
    workers.clear();
  }

  @Override
  public boolean isRunning() {
    return running;
  }
}
