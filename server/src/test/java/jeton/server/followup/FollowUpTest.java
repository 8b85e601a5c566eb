package jeton.server.followup;

import static jeton.harness.SampleOffer.newAddress;
import static jeton.harness.SampleOffer.step;
import static org.assertj.core.api.Assertions.assertThat;

import jakarta.mail.internet.MimeMessage;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.editing.EditEffect;
import jeton.server.editing.SequencePreview;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.SequenceDraft.StepDraft;
import jeton.server.sequence.Sequences;
import org.junit.jupiter.api.Test;

/** Rules T in the engine: what is sent, when, and to whom no longer. */
class FollowUpTest {
  private final TestServer server = TestServer.get();

  private List<String> welcomes(SampleOffer offer, String email) {
    return offer.subjects(email).stream().filter(s -> s.length() == 1).toList();
  }

  private List<Sequence.Email> steps(SampleOffer offer) {
    return server.bean(Sequences.class).ofOffer(offer.id).steps();
  }

  /** A step as it is saved, with another wait. */
  private StepDraft kept(SampleOffer offer, int i, int days) {
    Sequence.Email email = steps(offer).get(i);
    return step(
        Optional.of(email.step().id()), email.step().ready(), days, email.content().subject());
  }

  @Test
  void eachEmail_comesItsWaitAfterTheOneBefore_andNotAMomentEarlier() {
    SampleOffer offer = new SampleOffer(step(2, "A"), step(3, "B"));
    String email = newAddress();
    offer.join(email);
    server.forward(Duration.ofDays(2).minusMillis(1));
    assertThat(welcomes(offer, email)).isEmpty();
    server.forward(Duration.ofMillis(1));
    assertThat(welcomes(offer, email)).containsExactly("A");
    server.forward(Duration.ofDays(3));
    assertThat(welcomes(offer, email)).containsExactly("A", "B");
    server.forward(Duration.ofDays(30));
    assertThat(welcomes(offer, email)).containsExactly("A", "B");
  }

  @Test
  void welcomeEmails_canBeLeftByOneClick_afterWhichNothingComes() throws Exception {
    SampleOffer offer = new SampleOffer(step(1, "A"), step(1, "B"));
    String email = newAddress();
    offer.join(email);
    server.forward(Duration.ofDays(1));
    MimeMessage a = offer.newest(email);
    assertThat(a.getHeader("List-Unsubscribe-Post")).containsExactly("List-Unsubscribe=One-Click");
    String link = a.getHeader("List-Unsubscribe")[0].replaceAll("[<>]", "");
    assertThat(offer.visitor.get(link).status()).isEqualTo(200);
    assertThat(offer.visitor.form(link, Map.of("List-Unsubscribe", "One-Click")).status())
        .isEqualTo(200);
    assertThat(offer.visitor.form(link, Map.of("List-Unsubscribe", "One-Click")).status())
        .isEqualTo(200);
    server.forward(Duration.ofDays(40));
    assertThat(welcomes(offer, email)).containsExactly("A");
    assertThat(offer.visitor.get("/u/AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA").status()).isEqualTo(404);
  }

  @Test
  void whoeverLeavesBetweenPlanAndSend_getsNothing() {
    SampleOffer offer = new SampleOffer(step(1, "A"));
    String email = newAddress();
    offer.join(email);
    server.clock.forward(Duration.ofDays(1));
    assertThat(server.bean(RunMover.class).moveDue(100)).isPositive();
    offer.visitor.form(offer.link(email, "/u/"), Map.of());
    server.settle();
    assertThat(welcomes(offer, email)).isEmpty();
  }

  @Test
  void drafts_arePassedOver_asIfTheyWereNotThere() {
    SampleOffer offer =
        new SampleOffer(step(1, "A"), step(Optional.empty(), false, 5, "B"), step(1, "C"));
    String email = newAddress();
    offer.join(email);
    server.forward(Duration.ofDays(1));
    server.forward(Duration.ofDays(1));
    assertThat(welcomes(offer, email)).containsExactly("A", "C");
  }

  @Test
  void aStepPutBeforeWhereSomebodyStands_isNotSentToThem() {
    SampleOffer offer = new SampleOffer(step(1, "A"), step(5, "C"));
    String early = newAddress();
    offer.join(early);
    server.forward(Duration.ofDays(1));
    StepDraft[] wanted = {step(0, "X"), kept(offer, 0, 1), step(1, "B"), kept(offer, 1, 5)};
    Http owner = server.owner();
    var effect =
        server
            .bean(SequencePreview.class)
            .effect(offer.sequence().id(), new SequenceDraft("Welcome", List.of(wanted)));
    assertThat(effect).isEqualTo(new EditEffect.Effect(1, 1, 0, 1, 0, false));
    offer.follow(2, wanted);
    String late = newAddress();
    offer.join(late);
    for (int day = 0; day < 14; day++) {
      server.forward(Duration.ofDays(1));
    }
    assertThat(welcomes(offer, early)).containsExactly("A", "B", "C");
    assertThat(welcomes(offer, late)).containsExactly("X", "A", "B", "C");
    assertThat(
            owner
                .get("/api/offers/" + offer.id + "/follow-up")
                .json()
                .get("steps")
                .get(0)
                .get("numbers")
                .get("sent")
                .asInt())
        .isEqualTo(1);
  }

  @Test
  void aShorterWait_retimesFromTheSameAnchor_andPastMeansNow() {
    SampleOffer offer = new SampleOffer(step(10, "A"));
    String email = newAddress();
    offer.join(email);
    server.forward(Duration.ofDays(4));
    SequenceDraft sooner = new SequenceDraft("Welcome", List.of(kept(offer, 0, 3)));
    assertThat(
            server
                .bean(SequencePreview.class)
                .effect(offer.sequence().id(), sooner)
                .withinTheHour())
        .isEqualTo(1);
    assertThat(welcomes(offer, email)).as("asking changes nothing").isEmpty();
    offer.follow(2, sooner.steps().toArray(StepDraft[]::new));
    server.settle();
    assertThat(welcomes(offer, email)).containsExactly("A");
  }

  @Test
  void aRemovedStep_leavesPeopleOnTheirWay() {
    SampleOffer offer = new SampleOffer(step(1, "A"), step(1, "B"), step(1, "C"));
    String email = newAddress();
    offer.join(email);
    server.forward(Duration.ofDays(1));
    offer.follow(2, kept(offer, 0, 1), kept(offer, 2, 1));
    server.forward(Duration.ofDays(1));
    assertThat(welcomes(offer, email)).containsExactly("A", "C");
  }

  @Test
  void theNewestVersion_goesOut_whenAnEmailIsEditedBetweenPlanAndSend() {
    SampleOffer offer = new SampleOffer(step(1, "A"));
    String email = newAddress();
    offer.join(email);
    server.clock.forward(Duration.ofDays(1));
    server.bean(RunMover.class).moveDue(100);
    offer.follow(2, step(Optional.of(steps(offer).get(0).step().id()), true, 1, "Z"));
    server.settle();
    assertThat(welcomes(offer, email)).containsExactly("Z");
  }

  @Test
  void dueRuns_areMovedOnOnce_byManyEnginesAtOnce() throws Exception {
    SampleOffer offer = new SampleOffer(step(1, "A"));
    List<String> everybody =
        java.util.stream.Stream.generate(SampleOffer::newAddress).limit(25).toList();
    everybody.forEach(offer::join);
    server.clock.forward(Duration.ofDays(1));
    RunMover runs = server.bean(RunMover.class);
    var engines = java.util.concurrent.Executors.newFixedThreadPool(4);
    java.util.concurrent.Callable<Integer> engine =
        () -> {
          int moved = 0;
          for (int n = runs.moveDue(3); n > 0; n = runs.moveDue(3)) {
            moved += n;
          }
          return moved;
        };
    int moved = 0;
    for (var done : engines.invokeAll(List.of(engine, engine, engine, engine))) {
      moved += done.get();
    }
    engines.shutdown();
    server.settle();
    assertThat(moved).isGreaterThanOrEqualTo(25);
    for (String email : everybody) {
      assertThat(welcomes(offer, email)).containsExactly("A");
    }
  }

  @Test
  void anUnknownFillIn_isRefusedWhereItStands_andNothingIsSaved() {
    SampleOffer offer = new SampleOffer(step(1, "A"));
    Http owner = server.owner();
    var present = owner.get("/api/offers/" + offer.id + "/follow-up").json();
    Map<String, Object> email =
        Map.of("subject", "Hi {{shoe_size}}", "preview", "", "blocks", List.of());
    Map<String, Object> bad =
        Map.of(
            "emailVersion",
            0,
            "ready",
            true,
            "rules",
            Map.of("waitAmount", 1, "waitUnit", "DAYS"),
            "email",
            email);
    Http.Answer answer =
        owner.json(
            "PUT",
            "/api/sequences/" + offer.sequence().id(),
            Map.of(
                "version",
                present.get("version").asInt(),
                "sequence",
                Map.of("name", "W", "steps", List.of(bad), "reopens", false)));
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.problem()).isEqualTo("unknown_fill_in");
    assertThat(answer.json().get("problems").get(0).get("field").asString())
        .isEqualTo("steps[0].email.subject");
    assertThat(owner.get("/api/offers/" + offer.id + "/follow-up").json()).isEqualTo(present);
  }
}
