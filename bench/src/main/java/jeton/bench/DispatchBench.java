package jeton.bench;

import java.net.ServerSocket;
import java.nio.file.Path;
import java.security.KeyFactory;
import java.security.KeyPairGenerator;
import java.security.PrivateKey;
import java.security.Provider;
import java.security.Signature;
import java.security.spec.PKCS8EncodedKeySpec;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.StepRules;
import jeton.core.followup.Wait;
import jeton.server.business.Business;
import jeton.server.business.SmtpSettings;
import jeton.server.dkim.Dkim;
import jeton.server.editing.SequenceEdits;
import jeton.server.mail.Dispatcher;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import org.conscrypt.Conscrypt;

/**
 * Personalised, followed, signed emails of about 8 kB from the outbox to a sink, results recorded,
 * against what no sender can beat: the time Postfix's own generator takes for as many connections
 * and octets, and the time the bare signatures take on all cores, one after the other.
 */
final class DispatchBench implements Bench.Measurement {
  private static final double BAR = 0.55;
  private static final int EMAILS = 20_000;
  private static final int CONNECTIONS = 4;

  /** Sent before: a server that has sent for a minute has its code compiled. */
  private static final int WARM_UP = 60_000;

  private static final int SIGNATURES = 8_000;
  private static final int MILLION = 1_000_000;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    PostfixTools postfix =
        PostfixTools.unpack(Path.of(System.getProperty("jeton.bench.cache", "/tmp")));
    int port = freePort();
    Process sink = postfix.sink(port);
    try {
      server
          .bean(Business.class)
          .saveSmtp(new SmtpSettings("127.0.0.1", port, SmtpSettings.Security.NONE, "", ""));
      server.bean(Dkim.class).make();
      server.bean(Dkim.class).turn(true);
      fill(server, stepId(server), WARM_UP);
      send(server, WARM_UP);
      int octets = octets(server);
      Rounds rounds = new Rounds();
      List<Double> generator = new ArrayList<>();
      List<Double> signatures = new ArrayList<>();
      Written written = new Written(server);
      for (int round = 1; round <= Rounds.USUAL; round++) {
        fill(server, stepId(server), WARM_UP + round * EMAILS);
        generator.add(postfix.generate(port, CONNECTIONS, EMAILS, octets));
        signatures.add(signaturesAlone());
        written.begin();
        double ours = EMAILS / send(server, EMAILS);
        written.end();
        rounds.add(ours, 1 / (1 / last(generator) + 1 / last(signatures)));
      }
      Map<String, Object> more = new LinkedHashMap<>();
      more.put("emails_per_s", Math.round(rounds.ours()));
      more.put("floor_per_s", Math.round(rounds.floor()));
      more.put("generator_per_s", Math.round(Rounds.median(generator)));
      more.put("signatures_alone_per_s", Math.round(Rounds.median(signatures)));
      more.put("octets", octets);
      more.put("connections", CONNECTIONS);
      more.put("rows_written", written.rowsPer(EMAILS * Rounds.USUAL));
      more.put("index_changes", written.indexChangesPer(EMAILS * Rounds.USUAL));
      more.put("minutes_for_1000000", Math.round(MILLION / rounds.ours() / 6) / 10.0);
      return rounds.result(BAR, more);
    } finally {
      sink.destroy();
    }
  }

  private static double last(List<Double> of) {
    return of.get(of.size() - 1);
  }

  /** Seconds until nothing is due any more. */
  private static double send(BenchServer server, int expected) throws Exception {
    Dispatcher dispatcher = server.bean(Dispatcher.class);
    ExecutorService workers = Executors.newFixedThreadPool(CONNECTIONS);
    List<Callable<Integer>> work = new ArrayList<>();
    for (int n = 0; n < CONNECTIONS; n++) {
      work.add(dispatcher::dispatchAllDue);
    }
    long began = System.nanoTime();
    int sent = 0;
    for (Future<Integer> done : workers.invokeAll(work)) {
      sent += done.get();
    }
    double seconds = (System.nanoTime() - began) / 1e9;
    workers.shutdown();
    try (Connection connection = server.connect();
        Statement statement = connection.createStatement();
        ResultSet left =
            statement.executeQuery(
                "SELECT COUNT(*) FROM outbox WHERE state = 'WAITING' OR failures > 0")) {
      left.next();
      if (left.getLong(1) > 0 || sent != expected) {
        throw new IllegalStateException(
            sent + " of " + expected + " emails were sent, " + left.getLong(1) + " still wait");
      }
    }
    return seconds;
  }

  /**
   * Signatures a second on all cores, nothing else done: no signed email can leave quicker than
   * that.
   */
  private static double signaturesAlone() throws Exception {
    KeyPairGenerator keys = KeyPairGenerator.getInstance("RSA");
    keys.initialize(2048);
    PrivateKey key = keys.generateKeyPair().getPrivate();
    Provider provider = Conscrypt.newProvider();
    PrivateKey usable =
        KeyFactory.getInstance("RSA", provider)
            .generatePrivate(new PKCS8EncodedKeySpec(key.getEncoded()));
    Callable<Void> work =
        () -> {
          Signature signature = Signature.getInstance("SHA256withRSA", provider);
          signature.initSign(usable);
          for (int n = 0; n < SIGNATURES / CONNECTIONS; n++) {
            signature.update((byte) n);
            signature.sign();
          }
          return null;
        };
    ExecutorService workers = Executors.newFixedThreadPool(CONNECTIONS);
    long began = System.nanoTime();
    for (Future<Void> done : workers.invokeAll(Collections.nCopies(CONNECTIONS, work))) {
      done.get();
    }
    double seconds = (System.nanoTime() - began) / 1e9;
    workers.shutdown();
    return SIGNATURES / seconds;
  }

  private long stepId(BenchServer server) {
    Sequences sequences = server.bean(Sequences.class);
    Sequence sequence =
        sequences.remembered().stream()
            .filter(s -> s.name().equals("Bench"))
            .findFirst()
            .orElseGet(() -> make(server, sequences));
    return sequence.steps().get(0).step().id();
  }

  private static Sequence make(BenchServer server, Sequences sequences) {
    Sequence made = sequences.make("Bench");
    SequenceDraft.StepDraft one = step(letter());
    return server
        .bean(SequenceEdits.class)
        .save(made.id(), 1, new SequenceDraft("Bench", List.of(one, step(letter()))));
  }

  private static SequenceDraft.StepDraft step(EmailContent email) {
    return new SequenceDraft.StepDraft(
        java.util.Optional.empty(),
        java.util.Optional.empty(),
        0,
        true,
        StepRules.after(30, Wait.Unit.DAYS),
        email);
  }

  private static EmailContent letter() {
    return new EmailContent(
        "Did it hold, {{first_name}}?",
        "Two small fixes",
        EmailContent.Style.FRAMED,
        List.of(
            EmailBlock.text("<h2>Two small fixes</h2><p>Hello {{first_name}},</p>"),
            EmailBlock.text(
                "<p>two days ago you printed the plan. See <a href=\"https://q.example/a\">the first</a>"
                    + " and <a href=\"https://q.example/b\">the second</a>.</p>"),
            EmailBlock.button(
                new EmailButton("See both", EmailButton.Target.LINK, "https://q.example/c"))),
        "",
        List.of());
  }

  private static void fill(BenchServer server, long stepId, int people) throws Exception {
    String newPeople =
        """
        INSERT IGNORE INTO person (email, email_key, first_name, state, state_since, created_at)
        SELECT CONCAT('send', seq, '@mail.example'), CONCAT('send', seq, '@mail.example'), CONCAT('Name', seq),
               'ON_THE_LIST', UTC_TIMESTAMP(3), UTC_TIMESTAMP(3)
          FROM seq_1_to_%d
        """
            .formatted(people);
    String runs =
        """
        INSERT INTO run (sequence_id, person_id, offer_id, started_at, anchor_at, last_rank, next_step_id)
        SELECT t.sequence_id, p.id, NULL, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3), t.`rank`, t.id
          FROM person p JOIN step t ON t.id = %d
          LEFT JOIN run x ON x.person_id = p.id
         WHERE p.email_key LIKE 'send%%' AND x.id IS NULL
        """
            .formatted(stepId);
    String handled =
        "INSERT IGNORE INTO run_step (run_id, step_id, at) SELECT id, %d, UTC_TIMESTAMP(3) FROM run WHERE next_step_id = %d"
            .formatted(stepId, stepId);
    String outbox =
        """
        INSERT INTO outbox (message_id, kind, urgent, person_id, step_id, run_id, state, due_at, try_at, created_at)
        SELECT CONCAT('<', UUID(), '@q.example>'), 'FOLLOW_UP', FALSE, r.person_id, %d, r.id, 'WAITING',
               UTC_TIMESTAMP(3), UTC_TIMESTAMP(3) - INTERVAL 1 MINUTE, UTC_TIMESTAMP(3)
          FROM run r WHERE r.next_step_id = %d AND r.next_due_at IS NULL AND r.ended_at IS NULL
        """
            .formatted(stepId, stepId);
    try (Connection connection = server.connect();
        Statement statement = connection.createStatement()) {
      for (String sql : List.of(newPeople, runs, handled, outbox)) {
        statement.executeUpdate(sql);
      }
    }
  }

  /** How large one of them is on the wire. */
  private static int octets(BenchServer server) throws Exception {
    return server
        .bean(jeton.server.email.EmailExport.class)
        .eml(jeton.server.mail.OutgoingEmail.Kind.FOLLOW_UP, letter())
        .length;
  }

  private static int freePort() throws Exception {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }
}
