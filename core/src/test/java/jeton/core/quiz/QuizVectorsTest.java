package jeton.core.quiz;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import jeton.core.Vectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** Q2 to Q4, case by case: results, doubtful totals, balance. */
class QuizVectorsTest {

  static Stream<Vectors.Case> cases() {
    return Vectors.cases("quiz");
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("cases")
  void quiz(Vectors.Case one) {
    Scheme scheme = scheme(one.in().get("quiz"));
    switch (one.in().get("kind").asString()) {
      case "result" -> result(scheme, one);
      case "ranges" -> {
        assertThat(scheme.doubts().unowned()).isEqualTo(numbers(one.out().get("unowned")));
        assertThat(scheme.doubts().ownedTwice()).isEqualTo(numbers(one.out().get("ownedTwice")));
      }
      case "balance" -> balance(scheme, one.out());
      default -> throw new AssertionError(one.in().get("kind"));
    }
  }

  private static void result(Scheme scheme, Vectors.Case one) {
    Map<String, Set<String>> given = new HashMap<>();
    JsonNode answers = one.in().get("given");
    answers
        .propertyNames()
        .forEach(
            question -> given.put(question, new LinkedHashSet<>(words(answers.get(question)))));
    Scheme.Judged judged = scheme.judge(given);
    JsonNode outcome = one.out().get("outcome");
    assertThat(judged.outcome())
        .isEqualTo(outcome.isNull() ? Optional.empty() : Optional.of(outcome.asString()));
    if (one.out().has("total")) {
      assertThat(judged.total()).isEqualTo(one.out().get("total").asInt());
    } else {
      JsonNode totals = one.out().get("totals");
      judged
          .totals()
          .forEach((id, total) -> assertThat(total).as(id).isEqualTo(totals.get(id).asInt()));
      assertThat(judged.totals()).hasSize(totals.size());
    }
  }

  private static void balance(Scheme scheme, JsonNode out) {
    Balance balance = Balance.of(scheme);
    assertThat(balance.exact()).isTrue();
    balance
        .shares()
        .forEach(
            (id, share) ->
                assertThat(share.reduced()).as(id).isEqualTo(out.get("shares").get(id).asString()));
    assertThat(balance.unreachable()).isEqualTo(words(out.get("unreachable")));
    if (out.has("nobody")) {
      assertThat(balance.nobody().reduced()).isEqualTo(out.get("nobody").asString());
    }
  }

  private static Scheme scheme(JsonNode quiz) {
    boolean match = quiz.get("scoring").asString().equals("match");
    List<Outcome> outcomes = new ArrayList<>();
    for (JsonNode o : quiz.get("outcomes")) {
      outcomes.add(
          Outcome.owning(o.get("id").asString(), o.path("from").asInt(0), o.path("to").asInt(0)));
    }
    List<Question> questions = new ArrayList<>();
    for (JsonNode q : quiz.get("questions")) {
      List<Answer> answers = new ArrayList<>();
      for (JsonNode a : q.get("answers")) {
        JsonNode points = a.get("points");
        Map<String, Integer> to = new HashMap<>();
        if (match) {
          points.propertyNames().forEach(id -> to.put(id, points.get(id).asInt()));
        }
        answers.add(Answer.scoring(a.get("id").asString(), to, match ? 0 : points.asInt()));
      }
      questions.add(
          new Question(
              q.get("id").asString(),
              "",
              "",
              "",
              q.get("pick").asString().equals("several"),
              q.get("optional").asBoolean(),
              answers));
    }
    JsonNode tieBreak = quiz.get("tieBreak");
    return new Scheme(
        match ? Scoring.MATCH : Scoring.RANGE,
        outcomes,
        questions,
        tieBreak.isNull() ? Optional.empty() : Optional.of(tieBreak.asString()));
  }

  private static List<Integer> numbers(JsonNode list) {
    List<Integer> numbers = new ArrayList<>();
    list.forEach(n -> numbers.add(n.asInt()));
    return numbers;
  }

  private static List<String> words(JsonNode list) {
    List<String> words = new ArrayList<>();
    list.forEach(w -> words.add(w.asString()));
    return words;
  }
}
