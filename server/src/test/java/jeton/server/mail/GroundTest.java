package jeton.server.mail;

import static jeton.harness.SampleOffer.newAddress;
import static jeton.harness.SampleOffer.step;
import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import jeton.core.mail.AnswerClass;
import jeton.harness.Awaiting;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.business.Business;
import jeton.server.business.SmtpSettings;
import jeton.server.editing.SequencePauses;
import jeton.server.followup.RunMover;
import jeton.server.sequence.Sequences;
import jeton.server.smtp.MailTransport;
import jeton.server.smtp.RawEmail;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The mail engine in unlucky moments and under careless settings. */
class GroundTest {
  private final TestServer server = TestServer.get();
  private final JdbcClient db = server.bean(JdbcClient.class);
  private final Dispatcher dispatcher = server.bean(Dispatcher.class);

  private static MailTransport saying(AnswerClass kind, String said) {
    MailTransport transport = mock(MailTransport.class);
    when(transport.send(any())).thenReturn(new MailTransport.Answer(kind, said));
    return transport;
  }

  private String state(String email) {
    return db.sql("SELECT state FROM person WHERE email = :email")
        .param("email", email)
        .query(String.class)
        .single();
  }

  private long outboxId(String email) {
    return db.sql(
            "SELECT MAX(o.id) FROM outbox o JOIN person p ON p.id = o.person_id WHERE p.email = :email")
        .param("email", email)
        .query(Long.class)
        .single();
  }

  @Test
  void aWorkerThatFallsOver_startsAgain_evenAfterAnError() {
    Batches batches = mock(Batches.class);
    AtomicInteger asked = new AtomicInteger();
    when(batches.dispatch(any()))
        .thenAnswer(
            call -> {
              if (asked.incrementAndGet() == 1) {
                throw new OutOfMemoryError("as told by the test");
              }
              return 0;
            });
    Dispatcher supervised =
        new Dispatcher(
            batches,
            server.bean(Business.class),
            server.bean(Wake.class),
            new MailSettings(1, 10, Duration.ofMinutes(2), Duration.ofSeconds(45)));
    supervised.start();
    try {
      Awaiting.until(() -> asked.get() > 2);
      assertThat(supervised.isWithoutWorkers()).isFalse();
    } finally {
      supervised.stop();
    }
  }

  @Test
  void health_saysWhenEmailsAreLeftLying_andTodaySaysItInWords() {
    server.settle();
    MailHealth health = server.bean(MailHealth.class);
    assertThat(health.trouble()).isEmpty();
    SampleOffer offer = new SampleOffer();
    offer.signUp(newAddress());
    server.clock.forward(Duration.ofMinutes(10).plusSeconds(1));
    assertThat(health.health().getStatus().getCode()).isEqualTo("DOWN");
    Http.Answer answer = new Http(server.base).get("/actuator/health");
    assertThat(answer.status()).isEqualTo(503);
    assertThat(answer.json().at("/components/sending/status").asString()).isEqualTo("DOWN");
    assertThat(answer.body()).doesNotContain("left lying");
    assertThat(server.owner().get("/api/today").json().get("mailTrouble").asString())
        .contains("ten minutes");
    server.settle();
    assertThat(new Http(server.base).get("/actuator/health").status()).isEqualTo(200);
  }

  @Test
  void anEmailThatCannotBeDrawn_stopsItselfAlone_afterSomeAttempts_andIsShown() {
    SampleOffer broken = new SampleOffer(step(0, "A"));
    SampleOffer fine = new SampleOffer(step(0, "B"));
    String unlucky = newAddress();
    String lucky = newAddress();
    server.settle();
    broken.signUp(unlucky);
    fine.signUp(lucky);
    server.settle();
    broken.confirm(unlucky);
    fine.confirm(lucky);
    server.bean(RunMover.class).moveDue(100);
    db.sql(
            "UPDATE email SET content = JSON_SET(content, '$.style', 'UNHEARD_OF') WHERE id ="
                + " (SELECT email_id FROM step WHERE id = :step)")
        .param("step", broken.sequence().steps().isEmpty() ? 0 : stepOf(unlucky))
        .update();
    for (int i = 0; i < 8; i++) {
      dispatcher.dispatchAllDue();
      server.clock.forward(Duration.ofHours(7));
    }
    db.sql(
            "UPDATE email SET content = JSON_SET(content, '$.style', 'FRAMED') WHERE JSON_VALUE(content, '$.style') = 'UNHEARD_OF'")
        .update();
    assertThat(fine.subjects(lucky)).contains("B");
    assertThat(broken.subjects(unlucky)).doesNotContain("A");
    assertThat(
            db.sql("SELECT state FROM outbox WHERE id = :id")
                .param("id", outboxId(unlucky))
                .query(String.class)
                .single())
        .isEqualTo("GIVEN_UP");
    Http owner = server.owner();
    assertThat(owner.get("/api/mail/outbox?pile=FAILED").body()).contains("could not be drawn");
  }

  private long stepOf(String email) {
    return db.sql("SELECT step_id FROM outbox WHERE id = :id")
        .param("id", outboxId(email))
        .query(Long.class)
        .single();
  }

  @Test
  void claimsOfWhichNothingIsRecorded_areCounted_andEndAfterFive() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    server.settle();
    offer.signUp(email);
    OutboxStore store = server.bean(OutboxStore.class);
    for (int i = 0; i < 5; i++) {
      // As a process that dies each time after it has claimed.
      assertThat(store.claimDue(server.clock.instant(), 10, Duration.ofMinutes(2))).hasSize(1);
      server.clock.forward(Duration.ofMinutes(2));
    }
    dispatcher.dispatchAllDue();
    assertThat(offer.subjects(email)).isEmpty();
    Http owner = server.owner();
    owner.json("POST", "/api/mail/outbox/retry", Map.of("ids", List.of(outboxId(email))));
    dispatcher.dispatchAllDue();
    assertThat(offer.subjects(email)).hasSize(1);
  }

  @Test
  void twentyRefusalsInARow_stopSending_untilTheOwnerHasItGoOn() {
    SampleOffer offer = new SampleOffer();
    server.settle();
    List<String> people = new ArrayList<>();
    for (int i = 0; i < 25; i++) {
      people.add(newAddress());
      offer.signUp(people.get(i));
    }
    // A server that blames the addresses, as some do for whatever is wrong.
    MailTransport wrong = saying(AnswerClass.ADDRESS_REFUSED, "550 5.1.1 relay not permitted");
    while (dispatcher.dispatch(wrong) > 0) {
      // Until it stops by itself.
    }
    long unreachable = people.stream().filter(email -> state(email).equals("UNREACHABLE")).count();
    assertThat(unreachable).isEqualTo(SendingHalt.MOST_REFUSALS);
    Http owner = server.owner();
    assertThat(owner.get("/api/today").json().at("/halt/reason").asString())
        .contains("relay not permitted");
    dispatcher.dispatchAllDue();
    assertThat(people).allSatisfy(email -> assertThat(offer.subjects(email)).isEmpty());
    owner.json("POST", "/api/mail/go-on", Map.of());
    assertThat(owner.get("/api/today").json().get("halt")).isNull();
    dispatcher.dispatchAllDue();
    assertThat(people.stream().filter(email -> !offer.subjects(email).isEmpty()).count())
        .isEqualTo(5);
  }

  @Test
  void whoeverBecameUnreachableSinceAMoment_isReachableAgain_withTheirRuns_andThatCanBeUndone() {
    SampleOffer offer = new SampleOffer(step(1, "A"), step(1, "B"));
    String one = newAddress();
    String two = newAddress();
    String before = newAddress();
    for (String email : List.of(one, two, before)) {
      offer.join(email);
    }
    server
        .bean(jeton.server.leaving.Departures.class)
        .unreachable(personId(before), Optional.empty(), "long ago");
    server.clock.forward(Duration.ofHours(1));
    Instant since = server.clock.instant();
    server.clock.forward(Duration.ofHours(23));
    server.bean(RunMover.class).moveDue(100);
    MailTransport wrong = saying(AnswerClass.ADDRESS_REFUSED, "550 5.1.1 no");
    while (dispatcher.dispatch(wrong) > 0) {
      // Both are refused.
    }
    assertThat(List.of(state(one), state(two))).containsOnly("UNREACHABLE");
    Http owner = server.owner();
    assertThat(owner.get("/api/unreachable?since=" + since).json().get("people").asInt())
        .isEqualTo(2);
    var again =
        owner.json("POST", "/api/unreachable/reachable-again", Map.of("since", since.toString()));
    assertThat(again.json().get("people").asInt()).isEqualTo(2);
    assertThat(List.of(state(one), state(two))).containsOnly("ON_THE_LIST");
    assertThat(state(before)).isEqualTo("UNREACHABLE");
    var undone =
        owner.json(
            "POST", "/api/unreachable/undo", Map.of("at", again.json().get("at").asString()));
    assertThat(undone.json().get("people").asInt()).isEqualTo(2);
    assertThat(List.of(state(one), state(two))).containsOnly("UNREACHABLE");
    owner.json("POST", "/api/people/" + personId(one) + "/reachable-again", Map.of());
    assertThat(state(one)).isEqualTo("ON_THE_LIST");
    server.settle();
    server.forward(Duration.ofDays(1));
    // What was refused is not sent again; what comes after it goes on.
    assertThat(offer.subjects(one)).contains("B").doesNotContain("A");
    assertThat(offer.subjects(two)).doesNotContain("B");
  }

  @Test
  void whoeverCameBackByThemselves_isLeftAsTheyAre() {
    SampleOffer offer = new SampleOffer(step(1, "A"), step(1, "B"));
    String email = newAddress();
    offer.join(email);
    long id = personId(email);
    server
        .bean(jeton.server.leaving.Departures.class)
        .unreachable(id, Optional.empty(), "no such mailbox");
    server.clock.forward(Duration.ofHours(1));
    offer.join(email);
    assertThat(state(email)).isEqualTo("ON_THE_LIST");
    long going = going(id);
    Http owner = server.owner();
    var again = owner.json("POST", "/api/people/" + id + "/reachable-again", Map.of());
    assertThat(again.json().get("people").asInt()).isZero();
    assertThat(going(id)).isEqualTo(going);
    assertThat(
            db.sql("SELECT COUNT(*) FROM event WHERE person_id = :id AND kind = 'REACHABLE_AGAIN'")
                .param("id", id)
                .query(Long.class)
                .single())
        .isZero();
    owner.json("POST", "/api/unreachable/undo", Map.of("at", again.json().get("at").asString()));
    assertThat(state(email)).isEqualTo("ON_THE_LIST");
    assertThat(going(id)).isEqualTo(going);
  }

  /** A pause and its end, both while a worker holds emails it found paused. */
  @Test
  void whatWasFoundPaused_leaves_whenItsSequenceHasGoneOnMeanwhile() {
    SampleOffer offer = new SampleOffer(step(1, "A"));
    String email = newAddress();
    offer.join(email);
    server.clock.forward(Duration.ofDays(1));
    server.bean(RunMover.class).moveDue(100);
    Sequences sequences = server.bean(Sequences.class);
    server.bean(SequencePauses.class).pause(offer.sequence().id(), true);
    // It came into the outbox a moment after the pause had held what was there.
    db.sql("UPDATE outbox SET held = FALSE, try_at = due_at WHERE person_id = :id AND held")
        .param("id", personId(email))
        .update();
    OutboxStore store = server.bean(OutboxStore.class);
    List<OutboxStore.Row> claimed =
        store.claimDue(server.clock.instant(), 100, Duration.ofMinutes(2)).stream()
            .filter(row -> row.to().equals(email))
            .toList();
    server.bean(SequencePauses.class).pause(offer.sequence().id(), false);
    List<Long> ids = claimed.stream().map(OutboxStore.Row::id).toList();
    store.hold(claimed.get(0).claim(), ids, server.clock.instant());
    server.settle();
    assertThat(offer.subjects(email)).contains("A");
  }

  private long going(long personId) {
    return db.sql("SELECT COUNT(*) FROM run WHERE person_id = :id AND ended_at IS NULL")
        .param("id", personId)
        .query(Long.class)
        .single();
  }

  private long personId(String email) {
    return db.sql("SELECT id FROM person WHERE email = :email")
        .param("email", email)
        .query(Long.class)
        .single();
  }

  @Test
  void aServerThatTakesNothingAndSaysNothing_isCutOffByTheDeadline() throws IOException {
    try (ServerSocket silent = new ServerSocket(0, 50, InetAddress.getLoopbackAddress())) {
      Thread greeting =
          new Thread(
              () -> {
                try (var line = silent.accept()) {
                  // An octet now and then would keep any other time limit waiting.
                  while (true) {
                    line.getOutputStream().write('2');
                    Thread.sleep(100);
                  }
                } catch (IOException | InterruptedException cut) {
                  // As it should be.
                }
              });
      greeting.setDaemon(true);
      greeting.start();
      SmtpSettings settings =
          new SmtpSettings("127.0.0.1", silent.getLocalPort(), SmtpSettings.Security.NONE, "", "");
      long began = System.nanoTime();
      try (MailTransport transport =
          MailTransport.smtp(() -> Optional.of(settings), Duration.ofSeconds(2))) {
        MailTransport.Answer answer =
            transport.send(
                new RawEmail("a@q.example", "b@q.example", List.of(), "x\r\n".getBytes()));
        assertThat(answer.kind()).isEqualTo(AnswerClass.AWAY);
      }
      assertThat(Duration.ofNanos(System.nanoTime() - began)).isLessThan(Duration.ofSeconds(6));
    }
  }

  @Test
  void anEmailMadeJustBeforeAPause_isHeldWhenItIsToBeWritten() {
    SampleOffer offer = new SampleOffer(step(1, "A"));
    String email = newAddress();
    offer.join(email);
    server.clock.forward(Duration.ofDays(1));
    server.bean(RunMover.class).moveDue(100);
    // As if the pause had looked before the mover committed.
    server.bean(SequencePauses.class).pause(offer.sequence().id(), true);
    db.sql("UPDATE outbox SET held = FALSE, try_at = :now WHERE id = :id")
        .param("now", jeton.server.database.Utc.bind(server.clock.instant()))
        .param("id", outboxId(email))
        .update();
    server.settle();
    assertThat(offer.subjects(email)).doesNotContain("A");
    server.bean(SequencePauses.class).pause(offer.sequence().id(), false);
    server.settle();
    assertThat(offer.subjects(email)).contains("A");
  }

  @Test
  void aPasswordOfTheMailServer_goesToNoOtherServer_andNotWithoutEncryption() {
    Http owner = server.owner();
    try {
      assertThat(smtp(owner, "mail.q.example", 587, "STARTTLS", "me", "a secret").status())
          .isEqualTo(200);
      assertThat(smtp(owner, "mail.q.example", 587, "STARTTLS", "me", "").status()).isEqualTo(200);
      for (Http.Answer other :
          List.of(
              smtp(owner, "mail.evil.example", 587, "STARTTLS", "me", ""),
              smtp(owner, "mail.q.example", 2525, "STARTTLS", "me", ""),
              smtp(owner, "mail.q.example", 587, "NONE", "me", ""),
              smtp(owner, "mail.q.example", 587, "STARTTLS", "you", ""))) {
        assertThat(other.problem()).isEqualTo("type_again");
      }
      assertThat(server.bean(Business.class).now().smtp().orElseThrow().password())
          .isEqualTo("a secret");
      assertThat(db.sql("SELECT smtp FROM business WHERE id = 1").query(String.class).single())
          .doesNotContain("a secret");
    } finally {
      db.sql("UPDATE business SET smtp = NULL WHERE id = 1").update();
      owner.json("POST", "/api/mail/go-on", Map.of());
      server.bean(jeton.server.database.ConfigurationVersion.class);
      db.sql("UPDATE configuration SET version = version + 1 WHERE id = 1").update();
      Awaiting.until(
          () ->
              server
                  .bean(Business.class)
                  .now()
                  .smtp()
                  .filter(s -> s.host().equals("127.0.0.1"))
                  .isPresent());
    }
  }

  private static Http.Answer smtp(
      Http owner, String host, int port, String security, String user, String password) {
    return owner.json(
        "PUT",
        "/api/business/smtp",
        Map.of(
            "host", host, "port", port, "security", security, "user", user, "password", password));
  }

  @Test
  void secretsInTheDatabase_areUnreadableWithoutTheKeyOfTheHome() {
    server.owner().json("POST", "/api/mail/signing", Map.of());
    assertThat(db.sql("SELECT value FROM secret").query(byte[].class).list())
        .allSatisfy(kept -> assertThat(jeton.server.token.Vault.isSealed(kept)).isTrue());
    assertThat(db.sql("SELECT private_key FROM dkim_key").query(byte[].class).list())
        .isNotEmpty()
        .allSatisfy(kept -> assertThat(jeton.server.token.Vault.isSealed(kept)).isTrue());
  }
}
