package jeton.server.editing;

import static jeton.harness.SampleOffer.newAddress;
import static jeton.harness.SampleOffer.step;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.followup.Start;
import jeton.core.followup.Wait;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.business.Business;
import jeton.server.database.Utc;
import jeton.server.followup.Run;
import jeton.server.followup.RunChanges;
import jeton.server.followup.Runs;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import jeton.server.setaside.SetAside;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.scheduling.config.ScheduledTaskHolder;
import org.springframework.transaction.support.TransactionOperations;

/** Edits and what they do to people on their way; runs and starts that throw. */
class RetimingTest {
  private final TestServer server = TestServer.get();
  private final JdbcClient db = server.bean(JdbcClient.class);
  private final Sequences sequences = server.bean(Sequences.class);
  private final Retiming retiming = server.bean(Retiming.class);

  /**
   * So many people on their way, who all wait for the first email since now.
   *
   * @return now
   */
  private Instant crowd(SampleOffer offer, int people) {
    Sequence sequence = offer.sequence();
    String mark = newAddress().substring(0, 20);
    Instant now = server.clock.instant().truncatedTo(ChronoUnit.MILLIS);
    db.sql(
            """
            INSERT INTO person (email, email_key, first_name, state, state_since, created_at)
            SELECT CONCAT(:mark, seq, '@mail.example'), CONCAT(:mark, seq, '@mail.example'), '',
                   'ON_THE_LIST', :now, :now
              FROM seq_1_to_100000 WHERE seq <= :people
            """)
        .param("mark", mark)
        .param("people", people)
        .param("now", Utc.bind(now))
        .update();
    db.sql(
            """
            INSERT INTO run (sequence_id, person_id, offer_id, started_at, anchor_at, next_step_id, next_due_at)
            SELECT :sequence, id, :offer, :now, :now, :step, :due FROM person WHERE email LIKE CONCAT(:mark, '%')
            """)
        .param("mark", mark)
        .param("sequence", sequence.id())
        .param("offer", offer.id)
        .param("step", sequence.steps().get(0).step().id())
        .param("now", Utc.bind(now))
        .param("due", Utc.bind(inDays(now, 5)))
        .update();
    return now;
  }

  /** Days of the business's calendar: the clocks may change in between (T2). */
  private Instant inDays(Instant from, int days) {
    ZoneId zone = server.bean(Business.class).now().settings().zoneId();
    return from.atZone(zone).plusDays(days).toInstant();
  }

  private long dueAt(SampleOffer offer, Instant at) {
    return db.sql("SELECT COUNT(*) FROM run WHERE sequence_id = :id AND next_due_at = :at")
        .param("id", offer.sequence().id())
        .param("at", Utc.bind(at))
        .query(Long.class)
        .single();
  }

  private static SequenceDraft.StepDraft kept(SampleOffer offer, int days, String subject) {
    Sequence.Email email = offer.sequence().steps().get(0);
    SequenceDraft.StepDraft draft = SequenceDraft.StepDraft.of(email);
    SequenceDraft.StepDraft wanted = step(Optional.of(email.step().id()), true, days, subject);
    return new SequenceDraft.StepDraft(
        draft.id(), draft.emailId(), draft.emailVersion(), true, wanted.rules(), wanted.email());
  }

  @Test
  @Timeout(60)
  void anEdit_reachesEverybody_aPageAfterTheOther_andAnotherProcessGoesOnWithIt() {
    SampleOffer offer = new SampleOffer(step(5, "A"));
    Instant began = crowd(offer, 1800);
    offer.follow(2, kept(offer, 9, "A"));
    long id = offer.sequence().id();
    // As a process that ended in the middle left it. Nobody else goes on with it before it stands.
    server
        .bean(TransactionOperations.class)
        .executeWithoutResult(
            status -> {
              db.sql(
                      "UPDATE run SET next_due_at = :at WHERE sequence_id = :id ORDER BY id DESC LIMIT 1000")
                  .param("id", id)
                  .param("at", Utc.bind(inDays(began, 5)))
                  .update();
              db.sql(
                      "UPDATE retiming SET finished_at = NULL, phase = 'RUNS', after_id = 0, looked_at = 0 WHERE sequence_id = :id")
                  .param("id", id)
                  .update();
              assertThat(server.bean(SequenceApi.class).get(id).retiming())
                  .contains(new Retiming.Came(0, 1800));
            });
    // The engine may have a page of it in its hands.
    while (retiming.came(id).isPresent()) {
      retiming.workOff();
    }
    assertThat(dueAt(offer, inDays(began, 9))).isEqualTo(1800);
  }

  @Test
  void aTypoMended_rewritesNobody() {
    SampleOffer offer = new SampleOffer(step(5, "A"));
    crowd(offer, 700);
    offer.follow(2, kept(offer, 5, "A, mended"));
    retiming.workOff();
    assertThat(
            db.sql("SELECT changed FROM retiming WHERE sequence_id = :id")
                .param("id", offer.sequence().id())
                .query(Long.class)
                .single())
        .isZero();
  }

  @Test
  void whoeverMovedMeanwhile_isNotDueAgainFromTheOldAnchor() {
    SampleOffer offer = new SampleOffer(step(1, "A"), step(3, "B"));
    String email = newAddress();
    offer.join(email);
    Sequence sequence = offer.sequence();
    List<Run> seen = server.bean(Runs.class).waiting(sequence.id(), 0, 10);
    List<RunChanges.Change> changes = server.bean(RunChanges.class).of(sequence, seen);
    server.forward(Duration.ofDays(1));
    assertThat(offer.subjects(email)).contains("A");
    // The page was read before the email left, and is written after.
    server.bean(Runs.class).retime(changes);
    server.settle();
    assertThat(offer.subjects(email).stream().filter("A"::equals)).hasSize(1);
    server.forward(Duration.ofDays(3));
    assertThat(offer.subjects(email)).endsWith("B");
  }

  @Test
  void ofManyPeople_theEffectIsToldAbout_fromASample_andLocksNobody() {
    SampleOffer offer = new SampleOffer(step(5, "A"));
    crowd(offer, 5000);
    var wanted = new SequenceDraft("Welcome", List.of(kept(offer, 0, "A")));
    EditEffect.Effect effect =
        server.bean(SequencePreview.class).effect(offer.sequence().id(), wanted);
    assertThat(effect.about()).isTrue();
    assertThat(effect.onTheirWay()).isEqualTo(5000);
    assertThat(effect.retimed()).isEqualTo(5000);
    assertThat(effect.withinTheHour()).isEqualTo(5000);
    db.sql("DELETE FROM run WHERE sequence_id = :id").param("id", offer.sequence().id()).update();
  }

  @Test
  void whoCouldGoOn_isToldOfThoseWhoFinished_notOfAllWhoseRunIsOver() {
    SampleOffer offer = new SampleOffer(step(5, "A"));
    crowd(offer, 6000);
    db.sql(
            """
            UPDATE run
               SET ended_at = :now, anchor_at = :now, last_rank = 1, next_due_at = NULL, next_step_id = NULL,
                   end_reason = IF(id % 4 = 0, 'STEPS_EXHAUSTED', 'PERSON_LEFT')
             WHERE sequence_id = :id
            """)
        .param("now", Utc.bind(server.clock.instant()))
        .param("id", offer.sequence().id())
        .update();
    SequenceDraft longer =
        new SequenceDraft("Welcome", List.of(kept(offer, 5, "A"), step(30, "B")));
    EditEffect.Effect effect =
        server.bean(SequencePreview.class).effect(offer.sequence().id(), longer);
    assertThat(effect.about()).isTrue();
    assertThat(effect.finished()).isBetween(1300L, 1700L);
    db.sql("DELETE FROM run WHERE sequence_id = :id").param("id", offer.sequence().id()).update();
  }

  @Test
  void ofThousandsSetAside_allAreCounted_andAllAreTriedAgain() {
    SampleOffer offer = new SampleOffer(step(5, "A"));
    Instant now = crowd(offer, 2300);
    db.sql(
            """
            UPDATE run SET set_aside_at = :now, trouble = 'Unreadable', next_due_at = NULL
             WHERE sequence_id = :id
            """)
        .param("now", Utc.bind(now))
        .param("id", offer.sequence().id())
        .update();
    var today = server.owner().get("/api/today").json();
    assertThat(today.at("/setAside/total").asInt()).isEqualTo(2300);
    assertThat(today.at("/setAside/newest").size()).isLessThanOrEqualTo(20);
    assertThat(
            server
                .owner()
                .json("POST", "/api/set-aside/try-again", Map.of())
                .json()
                .get("total")
                .asInt())
        .isZero();
    assertThat(dueAt(offer, server.clock.instant().truncatedTo(ChronoUnit.MILLIS))).isEqualTo(2300);
    db.sql("DELETE FROM run WHERE sequence_id = :id").param("id", offer.sequence().id()).update();
  }

  @Test
  void aRunThatThrows_isSetAsideAlone_shown_andTriedAgain() {
    SampleOffer broken = new SampleOffer(step(1, "A"));
    SampleOffer fine = new SampleOffer(step(1, "B"));
    String unlucky = newAddress();
    String lucky = newAddress();
    broken.join(unlucky);
    fine.join(lucky);
    long stepId = broken.sequence().steps().get(0).step().id();
    String rules =
        db.sql("SELECT rules FROM step WHERE id = :id")
            .param("id", stepId)
            .query(String.class)
            .single();
    server.clock.forward(Duration.ofDays(1));
    db.sql("UPDATE step SET rules = '{\"waitUnit\":\"FORTNIGHTS\"}' WHERE id = :id")
        .param("id", stepId)
        .update();
    try {
      server.settle();
      assertThat(fine.subjects(lucky)).contains("B");
      assertThat(server.bean(SetAside.class).now().newest())
          .anySatisfy(line -> assertThat(line.email()).isEqualTo(unlucky));
    } finally {
      db.sql("UPDATE step SET rules = :rules WHERE id = :id")
          .param("rules", rules)
          .param("id", stepId)
          .update();
    }
    assertThat(server.owner().get("/api/today").json().at("/setAside/newest")).isNotEmpty();
    assertThat(
            server.owner().json("POST", "/api/set-aside/try-again", Map.of()).json().get("newest"))
        .isEmpty();
    server.settle();
    assertThat(broken.subjects(unlucky)).contains("A");
  }

  @Test
  void aStartThatLiesAhead_isTimedByTheRulesAsTheyAreThen() {
    SampleOffer offer = new SampleOffer();
    Sequence late = sequences.make("Looked at later");
    SequenceDraft plain =
        new SequenceDraft("Looked at later", List.of(step(0, "Did you miss it?")));
    server.bean(SequenceEdits.class).save(late.id(), 1, starting(plain, 7, offer.id));
    String email = newAddress();
    offer.join(email);
    server
        .bean(SequenceEdits.class)
        .save(late.id(), 2, starting(SequenceDraft.of(sequences.get(late.id())), 3, offer.id));
    server.forward(Duration.ofDays(3));
    assertThat(offer.subjects(email)).contains("Did you miss it?");
    String other = newAddress();
    offer.join(other);
    SampleOffer another = new SampleOffer();
    server
        .bean(SequenceEdits.class)
        .save(late.id(), 3, starting(SequenceDraft.of(sequences.get(late.id())), 3, another.id));
    server.forward(Duration.ofDays(3));
    assertThat(offer.subjects(other)).doesNotContain("Did you miss it?");
  }

  private static SequenceDraft starting(SequenceDraft draft, int days, long offerId) {
    var rules = draft.rules();
    return new SequenceDraft(
        draft.name(),
        new jeton.core.followup.SequenceRules(
            rules.personZone(),
            rules.goal(),
            new Start(Start.Kind.PASS_NOT_USED, Optional.of(offerId), "", days, ""),
            rules.again()),
        draft.steps(),
        false);
  }

  @Test
  void eachBackgroundJob_hasAThreadOfItsOwn() {
    long jobs =
        server.context.getBeansOfType(ScheduledTaskHolder.class).values().stream()
            .mapToLong(holder -> holder.getScheduledTasks().size())
            .sum();
    assertThat(jobs).isPositive();
    assertThat(
            server
                .bean(ThreadPoolTaskScheduler.class)
                .getScheduledThreadPoolExecutor()
                .getCorePoolSize())
        // The engine's two are off in tests.
        .isGreaterThanOrEqualTo((int) jobs + 2);
  }

  @Test
  void waitsInMinutes_areRetimedToo() {
    SampleOffer offer = new SampleOffer(step(5, "A"));
    String email = newAddress();
    offer.join(email);
    List<SequenceDraft.StepDraft> steps = new ArrayList<>();
    SequenceDraft.StepDraft present = kept(offer, 5, "A");
    steps.add(
        new SequenceDraft.StepDraft(
            present.id(),
            present.emailId(),
            present.emailVersion(),
            true,
            jeton.core.followup.StepRules.after(10, Wait.Unit.MINUTES),
            present.email()));
    offer.follow(2, new SequenceDraft("Welcome", steps));
    server.forward(Duration.ofMinutes(10));
    assertThat(offer.subjects(email)).contains("A");
  }
}
