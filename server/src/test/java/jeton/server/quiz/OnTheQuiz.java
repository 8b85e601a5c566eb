package jeton.server.quiz;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.confirm.ConfirmSettings;
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
import jeton.server.offer.OfferSettings;
import jeton.server.sequence.SequenceDraft;
import jeton.server.tag.Tags;
import tools.jackson.databind.JsonNode;

/** A quiz to play, and what came of it. */
abstract class OnTheQuiz {
  final TestServer server = TestServer.get();

  static Answer answer(String id, String words, Map<String, Integer> points, String tag) {
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

  static UnaryOperator<OfferSettings> giving(Quiz quiz, boolean confirmation) {
    return settings ->
        new OfferSettings(
            settings.name(),
            settings.slug(),
            confirmation ? settings.confirm() : off(settings.confirm()),
            settings.handOver(),
            quiz);
  }

  static ConfirmSettings off(ConfirmSettings on) {
    return new ConfirmSettings(
        false,
        on.email(),
        on.waiting(),
        on.confirmed(),
        on.daysGood(),
        on.opensIncentive(),
        on.pages());
  }

  SampleOffer offer(Gate.When when, boolean confirmation, SequenceDraft.StepDraft... steps) {
    List.of("coptic", "flat", "writes").forEach(server.bean(Tags.class)::make);
    return new SampleOffer(OfferKind.QUIZ, giving(quiz(when), confirmation), steps);
  }

  /** Fields of a form with these answers. */
  static Map<String, String> fields(String email, String first, String second) {
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

  Map<String, String> rendered(SampleOffer offer, Map<String, String> fields) {
    Map<String, String> all = new HashMap<>(fields);
    String page = offer.visitor.get("/o/" + offer.slug).body();
    for (String hidden : List.of("submission_key", "quiz_edition")) {
      Matcher value = Pattern.compile("name=\"" + hidden + "\" value=\"([^\"]+)\"").matcher(page);
      assertThat(value.find()).as(hidden).isTrue();
      all.put(hidden, value.group(1));
    }
    return all;
  }

  JsonNode person(String email) {
    return server.owner().get("/api/people?words=" + email).json();
  }

  List<String> tags(String email) {
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

  String emails(String email) {
    StringBuilder all = new StringBuilder();
    server
        .mailbox
        .to(email)
        .forEach(
            one -> all.append(SampleOffer.part(server.mailbox.message(one.id()).orElseThrow(), 0)));
    return all.toString();
  }

  Map<String, Long> outcomes(SampleOffer offer) {
    Map<String, Long> counts = new HashMap<>();
    numbers(offer)
        .get("outcomes")
        .forEach(one -> counts.put(one.get("id").asString(), one.get("plays").asLong()));
    return counts;
  }

  JsonNode numbers(SampleOffer offer) {
    return server.owner().get("/api/offers/" + offer.id + "/quiz").json();
  }

  Http.Answer play(SampleOffer offer, Map<String, String> fields) {
    return offer.visitor.json("POST", "/p/forms/" + offer.formKey + "/plays", fields);
  }

  long personId(String email) {
    return person(email).findValue("id").asLong();
  }

  void playAgain(SampleOffer offer, String email, String answer) {
    server.forward(java.time.Duration.ofMinutes(3));
    offer.signUp(rendered(offer, fields(email, answer, "")));
    server.settle();
    String link = offer.link(email, "/g/").replace(server.base, "");
    offer.visitor.plain(link + "/told/looked", "", "");
  }
}
