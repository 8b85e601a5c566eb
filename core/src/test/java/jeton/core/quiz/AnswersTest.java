package jeton.core.quiz;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.problem.Problem;
import org.junit.jupiter.api.Test;

class AnswersTest {
  private static final Question ONE = question("one", false, false, "a", "b");
  private static final Question SEVERAL = question("sev", true, true, "a", "b", "c");
  private static final Scheme SCHEME =
      new Scheme(
          Scoring.MATCH,
          List.of(Outcome.owning("x", 0, 0), Outcome.owning("y", 0, 0)),
          List.of(ONE, SEVERAL),
          Optional.empty());

  private static Question question(String id, boolean several, boolean optional, String... keys) {
    return new Question(
        id,
        "",
        "?",
        "",
        several,
        optional,
        List.of(keys).stream()
            .map(
                key ->
                    new Answer(key, "Words " + key, "", Map.of("y", 1), 0, List.of("tag " + key)))
            .toList());
  }

  private static Answers.Read read(Map<String, List<String>> sent) {
    return Answers.read(SCHEME, field -> sent.getOrDefault(field, List.of()));
  }

  private static void assertRefused(Map<String, List<String>> sent, String field, String code) {
    Answers.Read read = read(sent);
    assertThat(read.problems())
        .extracting(Problem::field, Problem::code)
        .containsExactly(org.assertj.core.groups.Tuple.tuple(field, code));
    assertThat(read.answers().chosen()).isEmpty();
  }

  @Test
  void whatIsOptional_mayBeSkipped_andTheRestIsJudged() {
    Answers.Read read = read(Map.of("q_one", List.of("b")));
    assertThat(read.problems()).isEmpty();
    assertThat(read.answers().chosen()).isEqualTo(Map.of("one", Set.of("b")));
    assertThat(read.answers().judged(SCHEME).outcome()).contains("y");
  }

  @Test
  void whatIsMissing_forged_orTooMuch_isRefusedAtItsQuestion() {
    assertRefused(Map.of(), "q_one", "unanswered");
    assertRefused(Map.of("q_one", List.of("c")), "q_one", "unknown_answer");
    assertRefused(Map.of("q_one", List.of("a", "b")), "q_one", "only_one");
    assertRefused(
        Map.of("q_one", List.of("a"), "q_sev", List.of("a", "z")), "q_sev", "unknown_answer");
  }

  @Test
  void answersOfAnotherQuiz_countForNothing() {
    assertThat(read(Map.of("q_one", List.of("a"), "q_other", List.of("a"))).answers().chosen())
        .isEqualTo(Map.of("one", Set.of("a")));
  }

  @Test
  void whatWasChosen_isToldInWords_andGivesItsTagsOnce() {
    Answers answers = read(Map.of("q_one", List.of("a"), "q_sev", List.of("a", "c"))).answers();
    assertThat(answers.inWords(SCHEME))
        .containsExactlyInAnyOrderEntriesOf(Map.of("one", "Words a", "sev", "Words a, Words c"));
    Outcome tagged = new Outcome("x", "X", "", "", "", "", 0, 0, List.of("outcome x", "tag a"));
    assertThat(answers.tags(SCHEME, tagged)).containsExactly("outcome x", "tag a", "tag c");
  }
}
