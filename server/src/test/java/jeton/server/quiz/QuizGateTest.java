package jeton.server.quiz;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jeton.core.handover.HandOverSettings;
import jeton.core.offer.OfferKind;
import jeton.core.quiz.Gate;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.server.offer.OfferSettings;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Where the address is asked for, and whose play it is then (Q8, Q10, S12). */
class QuizGateTest extends OnTheQuiz {
  @Test
  void beforeTheAddressIsGiven_noAnswerTellsTheOutcome() {
    SampleOffer offer = offer(Gate.When.BEFORE, true);
    Map<String, String> fields = rendered(offer, Map.of("q_q1", "a1"));
    assertThat(play(offer, fields).json().get("html").asString()).isEmpty();
    assertThat(offer.visitor.form("/p/forms/" + offer.formKey + "/plays", fields).body())
        .doesNotContain("Coptic");
    assertThat(play(offer, Map.of()).status()).isEqualTo(422);
  }

  @ParameterizedTest
  @EnumSource(
      value = Gate.When.class,
      names = {"SKIPPABLE", "AFTER"})
  void whereTheResultMayBeSeenFirst_itIs_andTheFormThatSendsItStandsBelow(Gate.When when) {
    SampleOffer offer = offer(when, true);
    String first = offer.visitor.get("/o/" + offer.slug).body();
    assertThat(first.contains("name=\"email\"")).isEqualTo(when == Gate.When.SKIPPABLE);
    Map<String, String> played = rendered(offer, Map.of("q_q1", "a1"));
    String html = play(offer, played).json().get("html").asString();
    assertThat(html).contains("Coptic &amp; flat", "name=\"email\"", "Where to?");
    Http.Answer page = offer.visitor.form("/p/forms/" + offer.formKey + "/plays", played);
    assertThat(page.status()).isEqualTo(200);
    assertThat(page.body()).contains("Coptic &amp; flat", "name=\"email\"");
    // Sent without the answers: they are kept under the form's key. A fault shows the result again.
    Map<String, String> rest = new HashMap<>(fields("nobody", "", ""));
    rest.put("submission_key", played.get("submission_key"));
    rest.put("played", "yes");
    Http.Answer again = offer.signUp(rest);
    assertThat(again.status()).isEqualTo(422);
    assertThat(again.body()).contains("Coptic &amp; flat", "nobody");
    String email = newAddress();
    rest.put("email", email);
    assertThat(offer.signUp(rest).status()).isEqualTo(303);
    server.settle();
    offer.confirm(email);
    server.settle();
    assertThat(emails(email)).contains("Coptic & flat");
    assertThat(outcomes(offer)).containsEntry("cop", 1L);
  }

  @Test
  void anAddressPutRight_takesTheSamePlayAlong() {
    SampleOffer offer = offer(Gate.When.AFTER, true);
    Map<String, String> played = rendered(offer, Map.of("q_q1", "a2"));
    play(offer, played);
    String mistyped = newAddress();
    String right = newAddress();
    for (String email : List.of(mistyped, right)) {
      Map<String, String> rest = new HashMap<>(fields(email, "", ""));
      rest.put("submission_key", played.get("submission_key"));
      assertThat(offer.signUp(rest).status()).isEqualTo(303);
    }
    server.settle();
    offer.confirm(right);
    server.settle();
    assertThat(emails(right)).contains("Case binding");
  }

  @Test
  void aStrangerWithSomebodysAddress_changesNothingOfTheirs_untilTheyLookByTheirOwnLink() {
    SampleOffer offer = offer(Gate.When.BEFORE, true);
    String email = newAddress();
    offer.signUp(rendered(offer, fields(email, "a1", "")));
    server.settle();
    offer.confirm(email);
    server.settle();
    server.forward(java.time.Duration.ofMinutes(3));
    offer.signUp(rendered(offer, fields(email, "a2", "")));
    server.settle();
    assertThat(tags(email)).contains("coptic");
    assertThat(emails(email)).contains("Case binding");
    String link = offer.link(email, "/g/").replace(server.base, "");
    assertThat(offer.visitor.get(link).body()).contains("Case binding");
    assertThat(tags(email)).contains("coptic");
    // Looked at by the link that was sent to them: they have played again (Q10).
    offer.visitor.plain(link + "/told/looked", "", "");
    assertThat(tags(email)).doesNotContain("coptic", "flat");
  }

  @Test
  void onTheSpot_theAnswerShowsTheVeryOutcomeThatWasPlayed() {
    SampleOffer offer =
        new SampleOffer(
            OfferKind.QUIZ,
            settings -> {
              OfferSettings with = giving(quiz(Gate.When.BEFORE), true).apply(settings);
              HandOverSettings over = with.handOver();
              return new OfferSettings(
                  with.name(),
                  with.slug(),
                  with.confirm(),
                  new HandOverSettings(
                      true,
                      over.byEmail(),
                      over.email(),
                      over.page(),
                      over.limits(),
                      over.runAgain(),
                      over.tags()),
                  with.gives());
            });
    Map<String, String> fields = rendered(offer, fields(newAddress(), "a1", ""));
    Http.Answer answer =
        offer.visitor.json("POST", "/p/forms/" + offer.formKey + "/signups", fields);
    assertThat(answer.json().get("html").asString()).contains("Coptic &amp; flat", "Learn it");
  }
}
