package jeton.server.mail;

import static jeton.harness.SampleOffer.newAddress;
import static jeton.harness.SampleOffer.step;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.zone.ZoneOffsetTransition;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.locks.LockSupport;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Condition;
import jeton.core.followup.StepRules;
import jeton.core.followup.Wait;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.business.Business;
import jeton.server.followup.RunMover;
import jeton.server.leaving.Departures;
import jeton.server.sequence.SequenceDraft;
import jeton.server.smtp.MailTransport;
import jeton.server.smtp.RawEmail;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionOperations;

/** What goes wrong between a plan and a mailbox: crashes at each stage, clocks, departures. */
class FaultsTest {
  private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
  private final TestServer server = TestServer.get();
  private final Dispatcher dispatcher = server.bean(Dispatcher.class);

  private List<String> letters(SampleOffer offer, String email) {
    return offer.subjects(email).stream().filter(s -> s.length() == 1).toList();
  }

  private long personId(String email) {
    return server.owner().get("/api/people?words=" + email).json().at("/people/0/id").asLong();
  }

  private MailTransport real() {
    return MailTransport.smtp(
        () -> server.bean(Business.class).now().smtp(), Duration.ofSeconds(45));
  }

  @Test
  void aCrashBetweenSendingAndRecording_repeatsWithTheSameMessageId_andTheRunGoesOnOnce()
      throws Exception {
    SampleOffer offer = new SampleOffer(step(1, "A"), step(1, "B"));
    String email = newAddress();
    offer.join(email);
    server.clock.forward(Duration.ofDays(1));
    server.bean(RunMover.class).moveDue(100);
    try (MailTransport good = real()) {
      MailTransport crashing = mock(MailTransport.class);
      when(crashing.send(any()))
          .thenAnswer(
              call -> {
                good.send(call.getArgument(0));
                throw new OutOfMemoryError("as told by the test");
              });
      assertThatThrownBy(() -> dispatcher.dispatch(crashing)).isInstanceOf(OutOfMemoryError.class);
    }
    server.settle();
    assertThat(letters(offer, email)).as("its claim still holds").containsExactly("A");
    String first = offer.newest(email).getMessageID();
    server.forward(Duration.ofMinutes(2));
    assertThat(letters(offer, email)).containsExactly("A", "A");
    assertThat(offer.newest(email).getMessageID()).isEqualTo(first);
    server.forward(Duration.ofDays(2));
    assertThat(letters(offer, email)).containsExactly("A", "A", "B");
  }

  @Test
  void aConnectionLostInTheMiddleOfAMove_undoesIt_andTheNextMoveDoesItOnce() {
    SampleOffer offer = new SampleOffer(step(1, "A"));
    String email = newAddress();
    offer.join(email);
    server.clock.forward(Duration.ofDays(1));
    JdbcClient db = server.bean(JdbcClient.class);
    RunMover mover = server.bean(RunMover.class);
    long id = offer.sequence().steps().get(0).step().id();
    server
        .bean(TransactionOperations.class)
        .executeWithoutResult(
            status -> {
              // The mover waits for this row with half of its work done: its email refers to it.
              db.sql("SELECT id FROM step WHERE id = :id FOR UPDATE")
                  .param("id", id)
                  .query(Long.class)
                  .single();
              CompletableFuture<Integer> move =
                  CompletableFuture.supplyAsync(() -> mover.moveDue(100));
              db.sql("KILL " + waiting(db)).update();
              assertThatThrownBy(move::join).hasRootCauseInstanceOf(java.sql.SQLException.class);
              status.setRollbackOnly();
            });
    assertThat(letters(offer, email)).isEmpty();
    assertThat(mover.moveDue(100)).isPositive();
    assertThat(mover.moveDue(100)).as("moved, not claimed yet").isZero();
    server.settle();
    assertThat(letters(offer, email)).containsExactly("A");
  }

  /** The connection that waits for somebody else's lock. */
  private static long waiting(JdbcClient db) {
    long until = System.nanoTime() + Duration.ofSeconds(20).toNanos();
    while (System.nanoTime() < until) {
      Optional<Long> id =
          db.sql(
                  "SELECT id FROM information_schema.processlist WHERE info LIKE 'INSERT INTO outbox%' AND time_ms > 50")
              .query(Long.class)
              .optional();
      if (id.isPresent()) {
        return id.get();
      }
    }
    throw new AssertionError("The mover did not wait for the row");
  }

  @Test
  void whoeverLeavesBetweenClaimAndSend_isNotWrittenToByASlowServer() {
    SampleOffer offer = new SampleOffer(step(1, "A"));
    List<String> two = List.of(newAddress(), newAddress());
    two.forEach(offer::join);
    server.clock.forward(Duration.ofDays(1));
    server.bean(RunMover.class).moveDue(100);
    List<String> written = new ArrayList<>();
    MailTransport slow = mock(MailTransport.class);
    when(slow.send(any()))
        .thenAnswer(
            call -> {
              String to = call.<RawEmail>getArgument(0).to();
              written.add(to);
              two.stream()
                  .filter(other -> !written.contains(other))
                  .forEach(
                      other ->
                          server
                              .bean(Departures.class)
                              .leave(personId(other), "by the link", Optional.empty()));
              LockSupport.parkNanos(Duration.ofMillis(300).toNanos());
              return MailTransport.Answer.TAKEN;
            });
    dispatcher.dispatch(slow);
    assertThat(written).hasSize(1);
    server.settle();
    assertThat(two).allSatisfy(email -> assertThat(letters(offer, email)).isEmpty());
  }

  @Test
  void aClockSetBack_sendsNothingTwice_andNothingEarly() {
    SampleOffer offer = new SampleOffer(step(1, "A"), step(1, "B"));
    String early = newAddress();
    offer.join(early);
    server.forward(Duration.ofDays(1));
    assertThat(letters(offer, early)).containsExactly("A");
    server.clock.back(Duration.ofHours(10));
    server.settle();
    String late = newAddress();
    offer.join(late);
    assertThat(letters(offer, early)).containsExactly("A");
    assertThat(letters(offer, late)).isEmpty();
    server.forward(Duration.ofDays(1));
    assertThat(letters(offer, early)).as("a day after A was sent, not before").containsExactly("A");
    assertThat(letters(offer, late)).containsExactly("A");
    server.forward(Duration.ofHours(10));
    assertThat(letters(offer, early)).containsExactly("A", "B");
    server.forward(Duration.ofHours(14));
    assertThat(letters(offer, late)).containsExactly("A", "B");
  }

  @Test
  void theNightsWhenClocksChange_sendOnce_atTheMomentTheRulesSay() {
    StepRules usual = StepRules.after(1, Wait.Unit.DAYS);
    StepRules atHalfPastOne =
        new StepRules(1, Wait.Unit.DAYS, "01:30", usual.days(), "", "", Condition.ALWAYS);
    for (int change = 0; change < 2; change++) {
      ZoneOffsetTransition night =
          DUBLIN.getRules().nextTransition(server.clock.instant().plus(Duration.ofDays(3)));
      LocalDateTime dayBefore = night.getDateTimeBefore().toLocalDate().minusDays(1).atTime(12, 0);
      server.clock.moveTo(dayBefore.atZone(DUBLIN).toInstant());
      server.settle();
      SampleOffer offer = new SampleOffer();
      offer.follow(2, new SequenceDraft("Welcome", List.of(letter(atHalfPastOne))));
      String email = newAddress();
      offer.join(email);
      Instant due = server.bean(RunMover.class).nextDue().orElseThrow();
      // In spring half past one is half past two that night; in autumn the first of the two.
      String utc = night.isGap() ? "01:30" : "00:30";
      assertThat(due.atOffset(ZoneOffset.UTC).toLocalTime()).hasToString(utc);
      server.clock.moveTo(due.minusMillis(1));
      server.settle();
      assertThat(letters(offer, email)).isEmpty();
      server.forward(Duration.ofMillis(1));
      assertThat(letters(offer, email)).containsExactly("A");
      server.forward(Duration.ofHours(2));
      assertThat(letters(offer, email)).as("the hour that comes again").containsExactly("A");
    }
  }

  private static SequenceDraft.StepDraft letter(StepRules rules) {
    return new SequenceDraft.StepDraft(
        Optional.empty(),
        Optional.empty(),
        0,
        true,
        rules,
        new EmailContent("A", "", "<p>x</p>", EmailButton.NONE));
  }

  @Test
  void aPictureOf5Megabytes_isTaken_andOneOctetMoreIsTold() {
    byte[] picture =
        Arrays.copyOf(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10}, 5 << 20);
    Http owner = server.owner();
    Http.Answer taken = owner.upload("/api/pictures?name=large.png", picture);
    assertThat(taken.json().at("/hash").asString()).hasSize(64);
    assertThat(server.owner().get("/pictures/" + taken.json().at("/hash").asString()).bytes())
        .hasSize(5 << 20);
    Http.Answer refused =
        owner.upload("/api/pictures?name=larger.png", Arrays.copyOf(picture, picture.length + 1));
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.body()).contains("up to 5 MB").doesNotContain("Exception");
  }

  @Test
  void emojiAndRightToLeft_arriveAsTheyWereWritten() throws Exception {
    SampleOffer offer = new SampleOffer(named("مرحبا {{first_name}} 🧵"));
    String email = newAddress();
    offer.signUp(Map.of("email", email, "consent", "yes", "first_name", "נועה 👩‍👩‍👧"));
    server.settle();
    offer.confirm(email);
    server.settle();
    server.forward(Duration.ofDays(1));
    assertThat(offer.newest(email).getSubject()).isEqualTo("مرحبا נועה 👩‍👩‍👧 🧵");
  }

  private static SequenceDraft.StepDraft named(String subject) {
    return step(1, subject);
  }
}
