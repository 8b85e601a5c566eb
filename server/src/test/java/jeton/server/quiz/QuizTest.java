package jeton.server.quiz;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import jeton.core.incentive.Quiz;
import jeton.core.quiz.Gate;
import jeton.core.quiz.Outcome;
import jeton.core.quiz.Scheme;
import jeton.core.quiz.Scoring;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import org.junit.jupiter.api.Test;

/** Playing: what is sent, kept and judged (Q6, Q7). */
class QuizTest extends OnTheQuiz {
  @Test
  void theForm_carriesTheQuiz_withoutItsScoring_andWithoutMarkupFromItsWords() {
    SampleOffer offer = offer(Gate.When.BEFORE, true);
    String page = offer.visitor.get("/o/" + offer.slug).body();
    assertThat(page)
        .contains("How should it open &lt;b&gt;flat&lt;/b&gt;?")
        .contains("type=\"radio\" name=\"q_q1\" value=\"a1\"")
        .contains("type=\"checkbox\" name=\"q_q2\" value=\"a2\"")
        .contains("name=\"email\"")
        .doesNotContain("Coptic", "points", "\"cop\"");
  }

  @Test
  void withoutScripts_onePost_playsAndSignsUp_andTheEmailBringsTheOutcome() {
    SampleOffer offer = offer(Gate.When.BEFORE, true);
    String email = newAddress();
    Http.Answer sent = offer.signUp(rendered(offer, fields(email, "a1", "a1; a2")));
    assertThat(sent.status()).isEqualTo(303);
    server.settle();
    assertThat(emails(email)).doesNotContain("Coptic");
    assertThat(tags(email)).doesNotContain("coptic");
    offer.confirm(email);
    server.settle();
    assertThat(emails(email))
        .contains(
            "Coptic & flat", "It lies flat.", "Learn it", "https://shop.example/coptic?a=1&b=2");
    assertThat(tags(email)).contains("coptic", "flat", "writes");
    String pass = offer.visitor.get(offer.link(email, "/g/").replace(server.base, "")).body();
    assertThat(pass)
        .contains("Coptic &amp; flat", "And its thread shows.", "/o/" + offer.slug + "/r/cop");
  }

  @Test
  void whatIsMissingOrForged_isSaidAtItsQuestion_andNothingTypedIsLost() {
    SampleOffer offer = offer(Gate.When.BEFORE, true);
    String email = newAddress();
    Http.Answer missing = offer.signUp(rendered(offer, fields(email, "", "a2")));
    assertThat(missing.status()).isEqualTo(422);
    assertThat(missing.body())
        .contains("Choose an answer.", email)
        .containsPattern("name=\"q_q2\" value=\"a2\" checked");
    for (String forged : List.of("a9", "a1; a2", "cop", "<script>")) {
      Http.Answer refused = offer.signUp(rendered(offer, fields(email, forged, "")));
      assertThat(refused.status()).as(forged).isEqualTo(422);
    }
    Map<String, String> many = rendered(offer, fields(email, "a1", "a1;".repeat(1000)));
    many.put("outcome", "cas");
    many.put("points", "cas=100");
    assertThat(offer.signUp(many).status()).isEqualTo(303);
    server.settle();
    offer.confirm(email);
    server.settle();
    assertThat(emails(email)).contains("Coptic & flat");
  }

  @Test
  void aQuizThatIsEditedMeanwhile_isFinishedAsItWasBegun_andStaysSo() {
    SampleOffer offer = offer(Gate.When.BEFORE, true);
    String email = newAddress();
    Map<String, String> begun = rendered(offer, fields(email, "a1", ""));
    Offer now = server.bean(Offers.class).get(offer.id);
    Quiz quiz = quiz(Gate.When.BEFORE);
    Outcome renamed =
        new Outcome("cop", "Something else", "Other words.", "", "", "", 0, 0, List.of());
    Quiz other =
        new Quiz(
            new Scheme(
                Scoring.MATCH,
                List.of(renamed, quiz.scheme().outcomes().get(1)),
                List.of(quiz.scheme().questions().get(1)),
                Optional.empty()),
            quiz.cover(),
            quiz.paging(),
            quiz.gate(),
            false,
            true);
    server
        .bean(Offers.class)
        .save(offer.id, now.version(), giving(other, true).apply(now.settings()));
    assertThat(offer.signUp(begun).status()).isEqualTo(303);
    server.settle();
    // Confirmed as late as its link is good.
    server.forward(java.time.Duration.ofDays(6));
    offer.confirm(email);
    server.settle();
    assertThat(emails(email)).contains("Coptic & flat").doesNotContain("Something else");
    // An edition that is made up, or another offer's, is judged by the quiz as it stands.
    Map<String, String> forged = new HashMap<>(fields(newAddress(), "", "a1"));
    forged.put("quiz_edition", "999999999");
    assertThat(offer.signUp(forged).status()).isEqualTo(303);
  }

  @Test
  void sentTwice_atTheSameTime_isOnePlay() {
    SampleOffer offer = offer(Gate.When.BEFORE, true);
    Map<String, String> one = rendered(offer, fields(newAddress(), "a2", ""));
    List<CompletableFuture<Http.Answer>> both = new ArrayList<>();
    for (int i = 0; i < 4; i++) {
      both.add(CompletableFuture.supplyAsync(() -> offer.signUp(one)));
    }
    both.forEach(sent -> assertThat(sent.join().status()).isEqualTo(303));
    assertThat(outcomes(offer)).containsEntry("cas", 1L).containsEntry("cop", 0L);
    // Back, and finished once more in the same form with other answers: it is fixed by now (S9).
    Map<String, String> again = new HashMap<>(one);
    again.put("q_q1", "a1");
    assertThat(play(offer, again).status()).isEqualTo(200);
    assertThat(outcomes(offer)).containsEntry("cas", 1L).containsEntry("cop", 0L);
  }

  @Test
  void aTagThatWasThereBefore_isNotTakenBack() {
    SampleOffer offer = offer(Gate.When.BEFORE, true);
    String email = newAddress();
    offer.signUp(rendered(offer, fields(email, "a2", "")));
    server.settle();
    offer.confirm(email);
    server.settle();
    long id = personId(email);
    server.owner().json("PUT", "/api/people/" + id + "/tags", Map.of("tag", "flat", "give", true));
    assertThat(tags(email)).contains("flat");
    playAgain(offer, email, "a1");
    assertThat(tags(email)).contains("flat", "coptic");
    playAgain(offer, email, "a2");
    assertThat(tags(email)).contains("flat").doesNotContain("coptic");
  }

  @Test
  void withConfirmationOff_itCountsAtOnce() {
    SampleOffer offer = offer(Gate.When.BEFORE, false);
    String email = newAddress();
    offer.signUp(rendered(offer, fields(email, "a1", "")));
    assertThat(tags(email)).contains("coptic", "flat");
    server.settle();
    assertThat(emails(email)).contains("Coptic & flat");
  }
}
