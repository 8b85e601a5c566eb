package jeton.server.mail;

import java.time.Clock;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import jeton.core.mail.AnswerClass;
import jeton.core.mail.EmailContent;
import jeton.core.people.PersonState;
import jeton.server.business.Business;
import jeton.server.business.PublicUrl;
import jeton.server.people.People;
import jeton.server.token.Tokens;
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

  private final OutboxStore store;
  private final Settlement settlement;
  private final Desk desk;
  private final Clock clock;
  private final MailSettings settings;
  private final Supplier<Map<OutgoingEmail.Kind, EmailSource>> sources;
  private final Supplier<Optional<IncentiveSource>> incentives;

  Batches(OutboxStore store, Settlement settlement, Desk desk, Clock clock, MailSettings settings) {
    this.store = store;
    this.settlement = settlement;
    this.desk = desk;
    this.clock = clock;
    this.settings = settings;
    // Looked up once: asking the context costs more than reading a batch.
    this.sources =
        SingletonSupplier.of(
            () ->
                desk.sources().stream()
                    .collect(Collectors.toMap(EmailSource::kind, Function.identity())));
    this.incentives =
        SingletonSupplier.of(() -> Optional.ofNullable(desk.incentives().getIfAvailable()));
  }

  /**
   * What emails are made with. Sources come late: they belong to capabilities that use the outbox.
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
      People people) {}

  /** An email with everything it is written from. */
  private record Job(
      OutboxStore.Row row, EmailWriter.Ready version, String link, Map<String, String> answers) {}

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
    Settlement.Round round = new Settlement.Round(rows.get(0).claim());
    rows.stream().filter(row -> !wantedIds.contains(row.id())).forEach(round::unwanted);
    sendAll(transport, jobs(rows, wanted), started, round);
    settlement.record(round, desk.pace().pause());
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
    Function<EmailSource.Written, EmailWriter.Ready> version =
        written ->
            versions
                .computeIfAbsent(written.content(), content -> new HashMap<>())
                .computeIfAbsent(written.email().offerId(), offerId -> version(written, offerId));
    Map<Long, Map<String, String>> answers =
        desk.people()
            .answers(
                wanted.stream()
                    .filter(written -> version.apply(written).namesAnswers())
                    .map(written -> written.email().personId())
                    .toList());
    return wanted.stream()
        .map(
            written ->
                new Job(
                    byId.get(written.outboxId()),
                    version.apply(written),
                    links.getOrDefault(written.outboxId(), ""),
                    answers.getOrDefault(written.email().personId(), Map.of())))
        .toList();
  }

  private EmailWriter.Ready version(EmailSource.Written written, Optional<Long> offerId) {
    Incentive incentive =
        incentives.get().flatMap(source -> offerId.map(source::of)).orElse(Incentive.NONE);
    return desk.writer().ready(written.content(), written.email().kind(), incentive);
  }

  private void sendAll(
      MailTransport transport, List<Job> jobs, long started, Settlement.Round round) {
    Deque<Job> waiting = new ArrayDeque<>(jobs);
    long looked = started;
    try {
      // A slow server must not make us send what another dispatcher may have claimed meanwhile.
      while (!waiting.isEmpty()
          && System.nanoTime() - started < settings.lease().toNanos() * 3 / 4
          && desk.pace().awaitTurn()) {
        if (System.nanoTime() - looked > LOOK_AGAIN_NANOS) {
          forgetThoseWhoLeft(waiting);
          looked = System.nanoTime();
          continue;
        }
        Job job = waiting.element();
        if (!desk.pace().mayGo(job.row().to())) {
          round.limited(waiting.remove().row());
          continue;
        }
        Settlement.Result result = send(transport, job);
        waiting.remove();
        round.tried(result);
        if (result.answer().kind() == AnswerClass.AWAY) {
          // Nobody there for the next one either; asking for each would take a timeout each.
          waiting.forEach(
              rest -> round.tried(new Settlement.Result(rest.row(), result.answer(), "")));
          waiting.clear();
        }
      }
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    } catch (DataAccessException away) {
      LOG.warn("Sending rests until the database is back: {}", away.getMessage());
    }
    waiting.forEach(job -> round.untried(job.row()));
  }

  /** Whoever leaves while a slow server takes its time is not written to any more. */
  private void forgetThoseWhoLeft(Deque<Job> waiting) {
    String claim = waiting.element().row().claim();
    Set<Long> still =
        store.stillClaimed(claim, waiting.stream().map(job -> job.row().id()).toList());
    waiting.removeIf(job -> !still.contains(job.row().id()));
  }

  private Settlement.Result send(MailTransport transport, Job job) {
    OutboxStore.Row row = job.row();
    OutgoingEmail.Kind kind = row.email().kind();
    String leaveLink =
        desk.publicUrl().of("/u/" + desk.tokens().sign("leave", row.email().personId(), row.id()));
    EmailWriter.Reader reader =
        new EmailWriter.Reader(
            row.firstName(), row.to(), row.offerName(), job.link(), leaveLink, job.answers());
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
      return new Settlement.Result(row, transport.send(email), written.subject());
    } catch (IllegalStateException unusable) {
      return new Settlement.Result(
          row,
          new MailTransport.Answer(AnswerClass.BUSY, unusable.getMessage()),
          written.subject());
    }
  }

  private EmailSource source(OutgoingEmail.Kind kind) {
    return Optional.ofNullable(sources.get().get(kind)).orElseThrow();
  }
}
