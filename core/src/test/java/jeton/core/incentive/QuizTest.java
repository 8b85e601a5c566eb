package jeton.core.incentive;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.FillIn;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import jeton.core.quiz.Answer;
import jeton.core.quiz.Cover;
import jeton.core.quiz.Gate;
import jeton.core.quiz.Outcome;
import jeton.core.quiz.Paging;
import jeton.core.quiz.Question;
import jeton.core.quiz.Scheme;
import jeton.core.quiz.Scoring;
import org.junit.jupiter.api.Test;

class QuizTest {
  private static final Outcome COPTIC =
      new Outcome("a", "Coptic", "", "", "Learn it", "https://example.org/coptic", 0, 1, List.of());
  private static final Outcome CASE = new Outcome("b", "Case", "", "", "", "", 2, 4, List.of());

  private static Answer answer(String id, String to, int points) {
    return new Answer(id, "Words", "", Map.of(to, points), points, List.of());
  }

  private static Question question(String id, Answer... answers) {
    return new Question(id, "", "What?", "", false, false, List.of(answers));
  }

  private static Quiz quiz(Scoring scoring, List<Outcome> outcomes, Question... questions) {
    return new Quiz(
        new Scheme(scoring, outcomes, List.of(questions), Optional.empty()),
        Cover.USUAL,
        Paging.ONE_AT_A_TIME,
        Gate.USUAL,
        false,
        true);
  }

  private static Question even() {
    return question("q1", answer("x", "a", 2), answer("y", "b", 2));
  }

  private static List<String> codes(Quiz quiz, boolean grave) {
    return quiz.missing().stream().filter(lack -> lack.grave() == grave).map(Lack::code).toList();
  }

  @Test
  void aQuizThatIsWhole_lacksNothing() {
    assertThat(quiz(Scoring.MATCH, List.of(COPTIC, CASE), even()).missing()).isEmpty();
  }

  @Test
  void withoutQuestionsOutcomesOrAnswers_itCannotBeGiven() {
    assertThat(codes(Quiz.BLANK, true)).containsExactly("no_questions", "few_outcomes");
    assertThat(codes(quiz(Scoring.MATCH, List.of(COPTIC, CASE), question("q1")), true))
        .containsExactly("no_answers");
    Question wordless = new Question("q2", "", "", "", false, false, even().answers());
    assertThat(codes(quiz(Scoring.MATCH, List.of(COPTIC, CASE), wordless), true))
        .containsExactly("no_words");
  }

  @Test
  void anOutcomeNobodyReaches_orNearlyEverybody_isWorthALook() {
    Question onlyOne = question("q1", answer("x", "a", 2), answer("y", "a", 1));
    assertThat(codes(quiz(Scoring.MATCH, List.of(COPTIC, CASE), onlyOne), false))
        .containsExactly("lopsided", "unreachable");
  }

  @Test
  void totalsOfNobody_holdBackGoingLive_thoseOfTwoDoNot() {
    Question totals = question("q1", answer("x", "a", 1), answer("y", "a", 3), answer("z", "a", 9));
    assertThat(codes(quiz(Scoring.RANGE, List.of(COPTIC, CASE), totals), true))
        .containsExactly("unowned_totals");
    Outcome wide = new Outcome("b", "Case", "", "", "", "", 1, 9, List.of());
    assertThat(codes(quiz(Scoring.RANGE, List.of(COPTIC, wide), totals), false))
        .contains("owned_twice");
  }

  @Test
  void aButtonWithoutAnAddress_andATagThatIsGone_areTold() {
    Outcome nowhere = new Outcome("b", "Case", "", "", "Learn it", "", 2, 4, List.of("Binders"));
    Quiz quiz = quiz(Scoring.MATCH, List.of(COPTIC, nowhere), even());
    assertThat(codes(quiz, true)).containsExactly("no_address");
    assertThat(quiz.missing(Optional.empty(), List.of("binders")))
        .extracting(Lack::code)
        .doesNotContain("tag_gone");
    assertThat(quiz.missing(Optional.empty(), List.of()))
        .extracting(Lack::code)
        .contains("tag_gone");
  }

  @Test
  void whatCannotBeKept_isToldWhereItStands() {
    Problems problems = new Problems();
    List<Question> many = new ArrayList<>();
    for (int i = 0; i <= Scheme.MOST_QUESTIONS; i++) {
      many.add(question("q" + i, answer("x", "a", 11), answer("x", "b", 2)));
    }
    Outcome bad = new Outcome("A!", "A\nB", "", "", "", "javascript:alert(1)", 3, 2, List.of(""));
    quiz(Scoring.MATCH, List.of(bad, bad), many.toArray(Question[]::new)).check("gives", problems);
    assertThat(problems.list())
        .extracting(Problem::field)
        .contains(
            "gives.scheme.questions",
            "gives.scheme.questions[0].answers[1].id",
            "gives.scheme.questions[0].answers[0].points",
            "gives.scheme.outcomes[0].id",
            "gives.scheme.outcomes[1].id",
            "gives.scheme.outcomes[0].title",
            "gives.scheme.outcomes[0].href",
            "gives.scheme.outcomes[0].to",
            "gives.scheme.outcomes[0].tags[0]");
  }

  @Test
  void emailsMaySay_theOutcome_andEachAnswer() {
    assertThat(quiz(Scoring.MATCH, List.of(COPTIC, CASE), even()).fillIns())
        .extracting(FillIn::key)
        .containsExactly("outcome", "outcome_words", "outcome_button", "outcome_link", "answer_q1");
  }

  @Test
  void whatLacks_isNamedByItsPlace_fromOneOn() {
    Outcome untitled = new Outcome("b", "", "", "", "", "", 2, 4, List.of());
    Question wordless =
        new Question(
            "q1",
            "",
            "",
            "",
            false,
            false,
            List.of(answer("x", "a", 2), new Answer("y", "", "", Map.of("b", 2), 2, List.of())));
    assertThat(quiz(Scoring.MATCH, List.of(COPTIC, untitled), wordless).missing())
        .filteredOn(Lack::grave)
        .extracting(Lack::message)
        .anyMatch(words -> words.startsWith("Question 1"))
        .anyMatch(words -> words.startsWith("Outcome 2"))
        .noneMatch(words -> words.contains(" 0") || words.contains(" -"));
    Question oneWordless =
        question("q1", answer("x", "a", 2), new Answer("y", "", "", Map.of("b", 2), 2, List.of()));
    assertThat(codes(quiz(Scoring.MATCH, List.of(COPTIC, CASE), oneWordless), true))
        .containsExactly("no_words");
  }

  @Test
  void aLopsidedOutcome_isToldWithItsShare() {
    Question onlyOne = question("q1", answer("x", "a", 2), answer("y", "a", 1));
    assertThat(quiz(Scoring.MATCH, List.of(COPTIC, CASE), onlyOne).missing())
        .filteredOn(lack -> lack.code().equals("lopsided"))
        .extracting(Lack::message)
        .singleElement()
        .asString()
        .contains("100 %");
  }

  @Test
  void coverAndGate_areLookedAt() {
    Quiz quiz =
        new Quiz(
            new Scheme(Scoring.MATCH, List.of(COPTIC, CASE), List.of(even()), Optional.empty()),
            new Cover(true, "x".repeat(10_001), "", "x".repeat(201)),
            Paging.ONE_AT_A_TIME,
            new Gate(Gate.When.SKIPPABLE, "x".repeat(301), "", "x".repeat(201)),
            false,
            true);
    Problems problems = new Problems();
    quiz.check("gives", problems);
    assertThat(problems.list())
        .extracting(Problem::field)
        .anyMatch(field -> field.startsWith("gives.cover"))
        .anyMatch(field -> field.startsWith("gives.gate"));
  }
}
