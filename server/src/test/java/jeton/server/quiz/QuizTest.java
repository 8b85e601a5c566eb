package jeton.server.quiz;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.followup.Condition;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
import jeton.core.followup.StepRules;
import jeton.core.handover.HandOverSettings;
import jeton.core.incentive.Quiz;
import jeton.core.offer.OfferKind;
import jeton.core.quiz.Answer;
import jeton.core.quiz.Gate;
import jeton.core.quiz.Outcome;
import jeton.core.quiz.Question;
import jeton.core.quiz.Scheme;
import jeton.core.quiz.Scoring;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.editing.SequenceEdits;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import jeton.server.tag.Tags;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.databind.JsonNode;

/** Rules Q over HTTP. */
class QuizTest {
  private final TestServer server = TestServer.get();

  private static Answer answer(String id, String words, Map<String, Integer> points, String tag) {
    return new Answer(id, words, "", points, 0, tag.isEmpty() ? List.of() : List.of(tag));
  }

  /** Two questions that lead to one of two; the second may be skipped and takes several. */
  static Quiz quiz(Gate.When when) {
    Question opening =
        new Question(
            "q1",
            "Opening",
            "How should it open <b>flat</b>?",
            "",
            false,
            false,
            List.of(
                answer("a1", "Quite flat", Map.of("cop", 2), "flat"),
                answer("a2", "Like a shop's", Map.of("cas", 2), "")));
    Question use =
        new Question(
            "q2",
            "Use",
            "What is it for?",
            "",
            true,
            true,
            List.of(
                answer("a1", "Sketches", Map.of("cop", 1), ""),
                answer("a2", "Writing", Map.of("cas", 1), "writes")));
    Outcome coptic =
        new Outcome(
            "cop",
            "Coptic & flat",
            "It lies flat.\n\nAnd its thread shows.",
            "",
            "Learn it",
            "https://shop.example/coptic?a=1&b=2",
            0,
            0,
            List.of("coptic"));
    Outcome boxed = new Outcome("cas", "Case binding", "For shelves.", "", "", "", 0, 0, List.of());
    return new Quiz(
        new Scheme(Scoring.MATCH, List.of(coptic, boxed), List.of(opening, use), Optional.of("q1")),
        Quiz.BLANK.cover(),
        Quiz.BLANK.paging(),
        new Gate(when, "Where to?", "", ""),
        false,
        true);
  }

  private static UnaryOperator<OfferSettings> giving(Quiz quiz, boolean confirmation) {
    return settings ->
        new OfferSettings(
            settings.name(),
            settings.slug(),
            confirmation ? settings.confirm() : off(settings.confirm()),
            settings.handOver(),
            quiz);
  }

  private static ConfirmSettings off(ConfirmSettings on) {
    return new ConfirmSettings(
        false,
        on.email(),
        on.waiting(),
        on.confirmed(),
        on.daysGood(),
        on.opensIncentive(),
        on.pages());
  }

  private SampleOffer offer(
      Gate.When when, boolean confirmation, SequenceDraft.StepDraft... steps) {
    List.of("coptic", "flat", "writes").forEach(server.bean(Tags.class)::make);
    return new SampleOffer(OfferKind.QUIZ, giving(quiz(when), confirmation), steps);
  }

  /** Fields of a form with these answers. */
  private static Map<String, String> fields(String email, String first, String second) {
    Map<String, String> fields =
        new HashMap<>(Map.of("email", email, "first_name", "Aoife", "consent", "yes"));
    if (!first.isEmpty()) {
      fields.put("q_q1", first);
    }
    if (!second.isEmpty()) {
      fields.put("q_q2", second);
    }
    return fields;
  }

  private Map<String, String> rendered(SampleOffer offer, Map<String, String> fields) {
    Map<String, String> all = new HashMap<>(fields);
    String page = offer.visitor.get("/o/" + offer.slug).body();
    for (String hidden : List.of("submission_key", "quiz_edition")) {
      Matcher value = Pattern.compile("name=\"" + hidden + "\" value=\"([^\"]+)\"").matcher(page);
      assertThat(value.find()).as(hidden).isTrue();
      all.put(hidden, value.group(1));
    }
    return all;
  }

  private JsonNode person(String email) {
    return server.owner().get("/api/people?words=" + email).json();
  }

  private List<String> tags(String email) {
    List<String> tags = new ArrayList<>();
    server
        .owner()
        .get("/api/people/" + personId(email))
        .json()
        .get("dossier")
        .get("tags")
        .forEach(tag -> tags.add(tag.asString()));
    return tags;
  }

  private String emails(String email) {
    StringBuilder all = new StringBuilder();
    server
        .mailbox
        .to(email)
        .forEach(
            one -> all.append(SampleOffer.part(server.mailbox.message(one.id()).orElseThrow(), 0)));
    return all.toString();
  }

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

  private Map<String, Long> outcomes(SampleOffer offer) {
    Map<String, Long> counts = new HashMap<>();
    numbers(offer)
        .get("outcomes")
        .forEach(one -> counts.put(one.get("id").asString(), one.get("plays").asLong()));
    return counts;
  }

  private JsonNode numbers(SampleOffer offer) {
    return server.owner().get("/api/offers/" + offer.id + "/quiz").json();
  }

  private Http.Answer play(SampleOffer offer, Map<String, String> fields) {
    return offer.visitor.json("POST", "/p/forms/" + offer.formKey + "/plays", fields);
  }

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
  void withConfirmationOff_itCountsAtOnce() {
    SampleOffer offer = offer(Gate.When.BEFORE, false);
    String email = newAddress();
    offer.signUp(rendered(offer, fields(email, "a1", "")));
    assertThat(tags(email)).contains("coptic", "flat");
    server.settle();
    assertThat(emails(email)).contains("Coptic & flat");
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

  private long personId(String email) {
    return person(email).findValue("id").asLong();
  }

  private void playAgain(SampleOffer offer, String email, String answer) {
    server.forward(java.time.Duration.ofMinutes(3));
    offer.signUp(rendered(offer, fields(email, answer, "")));
    server.settle();
    String link = offer.link(email, "/g/").replace(server.base, "");
    offer.visitor.plain(link + "/told/looked", "", "");
  }

  @Test
  void aStepByOutcome_goesToWhoeverCameToIt() {
    SequenceDraft.StepDraft plain = SampleOffer.step(0, "Thread for Coptic");
    StepRules rules = plain.rules();
    SequenceDraft.StepDraft conditional =
        new SequenceDraft.StepDraft(
            plain.id(),
            plain.emailId(),
            plain.emailVersion(),
            true,
            new StepRules(
                rules.waitAmount(),
                rules.waitUnit(),
                "",
                rules.days(),
                "",
                "",
                new Condition(Condition.Kind.RESULT_IS, "", 0, "cop")),
            plain.email());
    SampleOffer offer = offer(Gate.When.BEFORE, false, conditional);
    String coptic = newAddress();
    String other = newAddress();
    offer.signUp(rendered(offer, fields(coptic, "a1", "")));
    offer.signUp(rendered(offer, fields(other, "a2", "")));
    server.settle();
    server.forward(java.time.Duration.ofDays(1));
    server.settle();
    assertThat(server.mailbox.to(coptic))
        .anyMatch(one -> one.subject().equals("Thread for Coptic"));
    assertThat(server.mailbox.to(other))
        .noneMatch(one -> one.subject().equals("Thread for Coptic"));
  }

  @Test
  void aSequence_startsByAnOutcome_once() {
    SampleOffer offer = offer(Gate.When.BEFORE, false);
    Sequences sequences = server.bean(Sequences.class);
    Sequence own = sequences.make("Thread and boards");
    SequenceRules plain = own.rules();
    server
        .bean(SequenceEdits.class)
        .save(
            own.id(),
            own.version(),
            new SequenceDraft(
                "Thread and boards",
                new SequenceRules(
                    false,
                    plain.goal(),
                    new Start(Start.Kind.RESULT, Optional.of(offer.id), "", 0, "", "cop"),
                    plain.again()),
                List.of(SampleOffer.step(0, "For Coptic binders")),
                false));
    String coptic = newAddress();
    String other = newAddress();
    offer.signUp(rendered(offer, fields(coptic, "a1", "")));
    offer.signUp(rendered(offer, fields(other, "a2", "")));
    server.settle();
    assertThat(offer.subjects(coptic)).contains("For Coptic binders");
    assertThat(offer.subjects(other)).doesNotContain("For Coptic binders");
  }

  @Test
  void aRehearsal_goesThroughItWithChosenAnswers() {
    SampleOffer offer = offer(Gate.When.BEFORE, true);
    for (Map.Entry<String, String> way : Map.of("a1", "Coptic", "a2", "Case binding").entrySet()) {
      Map<String, Object> wish =
          Map.of(
              "firstName",
              "Aoife",
              "answers",
              Map.of("q_q1", way.getKey()),
              "confirmsAfter",
              5,
              "usesAfter",
              10,
              "drafts",
              false);
      String frames =
          server.owner().json("POST", "/api/offers/" + offer.id + "/rehearsal", wish).body();
      assertThat(frames).contains("Your result: " + way.getValue());
    }
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
