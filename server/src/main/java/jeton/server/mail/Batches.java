package jeton.server.mail;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.mail.AnswerClass;
import jeton.core.mail.Backoff;
import jeton.core.mail.EmailContent;
import jeton.core.people.PersonState;
import jeton.server.business.Business;
import jeton.server.business.PublicUrl;
import jeton.server.mail.DeliveryListener.Outcome;
import jeton.server.token.Tokens;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;

/**
 * One batch of the outbox: claimed, written, sent over one connection, recorded. Safe with any
 * number of instances. A message may be repeated after a crash (same Message-ID); none is lost.
 */
@Component
class Batches {
  private static final int RECORD_ATTEMPTS = 60;
  private static final Duration RECORD_PAUSE = Duration.ofSeconds(2);

  private final OutboxStore store;
  private final TransactionOperations tx;
  private final Desk desk;
  private final Clock clock;
  private final MailSettings settings;

  Batches(
      OutboxStore store, TransactionOperations tx, Desk desk, Clock clock, MailSettings settings) {
    this.store = store;
    this.tx = tx;
    this.desk = desk;
    this.clock = clock;
    this.settings = settings;
  }

  /**
   * What emails are made with. Sources and listeners come late: they belong to capabilities that
   * use the outbox.
   */
  @Component
  record Desk(
      EmailWriter writer,
      Business business,
      Tokens tokens,
      PublicUrl publicUrl,
      Dkim dkim,
      SendingPace pace,
      ObjectProvider<EmailSource> sources,
      ObjectProvider<IncentiveSource> incentives,
      ObjectProvider<DeliveryListener> listeners) {}

  private record Result(OutboxStore.Row row, MailTransport.Answer answer, String subject) {}

  /** An email with everything it is written from. */
  private record Job(OutboxStore.Row row, EmailWriter.Ready version, String link) {}

  /** What became of a batch: sent or refused, no longer wanted, and not tried. */
  private record Round(List<Result> results, List<OutboxStore.Row> unwanted) {}

  int dispatch(MailTransport transport) {
    long started = System.nanoTime();
    List<OutboxStore.Row> rows =
        store.claimDue(clock.instant(), settings.batch(), settings.lease());
    if (rows.isEmpty()) {
      return 0;
    }
    List<EmailSource.Written> wanted = wanted(rows);
    Set<Long> wantedIds =
        wanted.stream().map(EmailSource.Written::outboxId).collect(Collectors.toSet());
    List<OutboxStore.Row> unwanted =
        rows.stream().filter(row -> !wantedIds.contains(row.id())).toList();
    List<Result> results = sendAll(transport, jobs(rows, wanted), started);
    recordAll(rows.get(0).claim(), new Round(results, unwanted));
    return rows.size();
  }

  private List<EmailSource.Written> wanted(List<OutboxStore.Row> rows) {
    Map<OutgoingEmail.Kind, List<EmailSource.Claimed>> byKind =
        rows.stream()
            .filter(Batches::mayGet)
            .map(row -> new EmailSource.Claimed(row.id(), row.email()))
            .collect(Collectors.groupingBy(claimed -> claimed.email().kind()));
    List<EmailSource.Written> written = new ArrayList<>();
    byKind.forEach(
        (kind, claimed) -> {
          Map<Long, EmailContent> contents = source(kind).contents(claimed);
          claimed.stream()
              .filter(c -> contents.containsKey(c.outboxId()))
              .forEach(
                  c ->
                      written.add(
                          new EmailSource.Written(
                              c.outboxId(), c.email(), contents.get(c.outboxId()))));
        });
    return written;
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

  private List<Job> jobs(List<OutboxStore.Row> rows, List<EmailSource.Written> wanted) {
    Map<Long, OutboxStore.Row> byId =
        rows.stream().collect(Collectors.toMap(OutboxStore.Row::id, Function.identity()));
    Map<Long, String> links = new HashMap<>();
    wanted.stream()
        .collect(Collectors.groupingBy(written -> written.email().kind()))
        .forEach((kind, sameKind) -> links.putAll(source(kind).makeLinks(sameKind)));
    // Many emails of a batch say the same: each version is looked up once.
    Map<EmailContent, Map<Optional<Long>, EmailWriter.Ready>> versions = new IdentityHashMap<>();
    List<Job> jobs = new ArrayList<>();
    for (EmailSource.Written written : wanted) {
      EmailWriter.Ready version =
          versions
              .computeIfAbsent(written.content(), content -> new HashMap<>())
              .computeIfAbsent(written.email().offerId(), offerId -> version(written, offerId));
      jobs.add(
          new Job(
              byId.get(written.outboxId()), version, links.getOrDefault(written.outboxId(), "")));
    }
    return jobs;
  }

  private EmailWriter.Ready version(EmailSource.Written written, Optional<Long> offerId) {
    IncentiveSource incentives = desk.incentives().getIfAvailable();
    Incentive incentive =
        offerId
            .filter(id -> incentives != null)
            .map(id -> incentives.of(id))
            .orElse(Incentive.NONE);
    return desk.writer().ready(written.content(), written.email().kind(), incentive);
  }

  private List<Result> sendAll(MailTransport transport, List<Job> jobs, long started) {
    List<Result> results = new ArrayList<>();
    List<Long> laterForDomain = new ArrayList<>();
    int next = 0;
    try {
      // A slow server must not make us send what another dispatcher may have claimed meanwhile.
      while (next < jobs.size()
          && System.nanoTime() - started < settings.lease().toNanos() * 3 / 4
          && desk.pace().awaitTurn()) {
        Job job = jobs.get(next++);
        if (!desk.pace().mayGo(job.row().to())) {
          laterForDomain.add(job.row().id());
          continue;
        }
        Result result = send(transport, job);
        results.add(result);
        if (result.answer().kind() == AnswerClass.AWAY) {
          // Nobody there for the next one either; asking for each would take a timeout each.
          jobs.subList(next, jobs.size())
              .forEach(rest -> results.add(new Result(rest.row(), result.answer(), "")));
          next = jobs.size();
        }
      }
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
    String claim = jobs.isEmpty() ? "" : jobs.get(0).row().claim();
    release(claim, laterForDomain, desk.pace().pause());
    release(
        claim,
        jobs.subList(next, jobs.size()).stream().map(job -> job.row().id()).toList(),
        Duration.ZERO);
    return results;
  }

  private void release(String claim, Collection<Long> ids, Duration later) {
    if (!ids.isEmpty()) {
      tx.executeWithoutResult(status -> store.release(claim, ids, clock.instant().plus(later)));
    }
  }

  private Result send(MailTransport transport, Job job) {
    OutboxStore.Row row = job.row();
    OutgoingEmail.Kind kind = row.email().kind();
    String leaveLink =
        desk.publicUrl().of("/u/" + desk.tokens().sign("leave", row.email().personId(), row.id()));
    EmailWriter.Reader reader =
        new EmailWriter.Reader(row.firstName(), row.to(), row.offerName(), job.link(), leaveLink);
    WrittenEmail written =
        row.untracked() || kind == OutgoingEmail.Kind.CONFIRMATION
            ? job.version().write(reader)
            : job.version().write(reader, row.id());
    Composer.Envelope envelope =
        new Composer.Envelope(
            row.messageId(),
            row.to(),
            kind == OutgoingEmail.Kind.CONFIRMATION ? Optional.empty() : Optional.of(leaveLink),
            clock.instant());
    try {
      RawEmail email =
          desk.dkim().signed(Composer.compose(written, envelope, desk.business().now().settings()));
      return new Result(row, transport.send(email), written.subject());
    } catch (IllegalStateException unusable) {
      return new Result(
          row,
          new MailTransport.Answer(AnswerClass.BUSY, unusable.getMessage()),
          written.subject());
    }
  }

  /**
   * What was sent must be recorded: a deadlock with somebody who leaves or signs up is tried again
   * at once, a database that is away for a minute as long as it takes.
   */
  private void recordAll(String claim, Round round) {
    for (int attempt = 1; ; attempt++) {
      try {
        tx.executeWithoutResult(status -> record(claim, round));
        return;
      } catch (TransientDataAccessException
          | org.springframework.dao.DataAccessResourceFailureException
          | org.springframework.transaction.CannotCreateTransactionException trouble) {
        if (attempt == RECORD_ATTEMPTS) {
          throw trouble;
        }
        pauseUnlessBusy(trouble);
      }
    }
  }

  private static void pauseUnlessBusy(RuntimeException trouble) {
    if (!(trouble instanceof TransientDataAccessException)) {
      java.util.concurrent.locks.LockSupport.parkNanos(RECORD_PAUSE.toNanos());
    }
  }

  private void record(String claim, Round round) {
    Instant now = clock.instant();
    List<Long> ids = new ArrayList<>();
    round.results().forEach(result -> ids.add(result.row().id()));
    round.unwanted().forEach(row -> ids.add(row.id()));
    if (ids.isEmpty()) {
      return;
    }
    Set<Long> owned = store.owned(claim, ids);
    List<DeliveryListener.Settled> settled = new ArrayList<>();
    List<Long> sent = new ArrayList<>();
    List<Long> dropped = new ArrayList<>();
    for (OutboxStore.Row row : round.unwanted()) {
      if (owned.contains(row.id())) {
        dropped.add(row.id());
        settled.add(new DeliveryListener.Settled(row.email(), Outcome.DROPPED, ""));
      }
    }
    for (Result result : round.results()) {
      if (owned.contains(result.row().id())) {
        record(result, now, sent, settled);
      }
    }
    settle(sent, Outcome.SENT, now);
    settle(dropped, Outcome.DROPPED, now);
    if (!settled.isEmpty()) {
      desk.listeners().orderedStream().forEach(listener -> listener.settled(settled, now));
    }
  }

  private void settle(List<Long> ids, Outcome outcome, Instant now) {
    if (!ids.isEmpty()) {
      store.settle(ids, outcome, AnswerClass.TAKEN, "", now);
    }
  }

  private void record(
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

  private EmailSource source(OutgoingEmail.Kind kind) {
    return desk.sources().stream().filter(s -> s.kind() == kind).findFirst().orElseThrow();
  }
}
