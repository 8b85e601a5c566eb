package jeton.core.quiz;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import jeton.core.Refusals;
import jeton.core.email.FillIn;
import jeton.core.incentive.Lack;
import jeton.core.incentive.Quiz;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What of a quiz's questions, answers and outcomes cannot be saved, and how it speaks of them. */
class QuizPartsTest {

  private static Outcome outcome(int from, int to) {
    return new Outcome("a", "Coptic", "", "", "", "", from, to, null);
  }

  private static Answer answer(int points, int worth) {
    return new Answer("x", "Words", null, Map.of("a", points), worth, null);
  }

  private static Question asking(Answer... answers) {
    return new Question("q1", null, "What?", null, false, true, List.of(answers));
  }

  private static Scheme scheme(Scoring scoring, List<Outcome> outcomes, Question... questions) {
    return new Scheme(scoring, outcomes, List.of(questions), Optional.empty());
  }

  private static Quiz quiz(Scheme scheme) {
    return new Quiz(scheme, null, null, null, false, false);
  }

  @ParameterizedTest
  @CsvSource({
    "-100000, 100000, ''",
    "-100001, 0, o.from out_of_range",
    "0, 100001, o.from out_of_range",
    "5, 5, ''",
    "6, 5, o.to upside_down"
  })
  void totals_lieWithinTheirRange(int from, int to, String fault) {
    assertThat(String.join("", Refusals.of(p -> outcome(from, to).check("o", p)))).isEqualTo(fault);
  }

  @ParameterizedTest
  @CsvSource({
    "0, -100, ''",
    "10, 100, ''",
    "-1, 0, a.points out_of_range",
    "11, 0, a.points out_of_range",
    "0, 101, a.worth out_of_range",
    "0, -101, a.worth out_of_range"
  })
  void answers_giveWithinTheirRange(int points, int worth, String fault) {
    assertThat(String.join("", Refusals.of(p -> answer(points, worth).check("a", p))))
        .isEqualTo(fault);
  }

  @Test
  void partsAreChecked_atTheirPlaces() {
    Outcome odd = new Outcome("a", "t\nu", "w\u0007", "", "l\nm", "nowhere", 0, 1, List.of(" "));
    assertThat(Refusals.of(p -> odd.check("o", p)))
        .containsExactly(
            "o.title control_character",
            "o.words control_character",
            "o.label control_character",
            "o.href not_an_address",
            "o.tags[0] empty");
    Answer tagged = new Answer("x", "a\nb", "", null, 0, List.of(" "));
    assertThat(Refusals.of(p -> tagged.check("a", p)))
        .containsExactly("a.words control_character", "a.tags[0] empty");
    Question question = new Question("q", "a\nb", "c\nd", "", false, false, List.of(answer(11, 0)));
    assertThat(Refusals.of(p -> question.check("q", p)))
        .containsExactly(
            "q.name control_character",
            "q.words control_character",
            "q.answers[0].points out_of_range");
  }

  private static List<Answer> answers(int many) {
    return IntStream.range(0, many).mapToObj(i -> Answer.scoring("x" + i, Map.of(), 0)).toList();
  }

  @Test
  void aQuestion_hasTwelveAnswersAtMost() {
    assertThat(Refusals.of(p -> asking(answers(12).toArray(Answer[]::new)).check("q", p)))
        .isEmpty();
    assertThat(Refusals.of(p -> asking(answers(13).toArray(Answer[]::new)).check("q", p)))
        .containsExactly("q.answers too_many");
  }

  @Test
  void aQuiz_hasThirtyQuestions_andTwelveOutcomesAtMost() {
    assertThat(faults(30, 12)).isEmpty();
    assertThat(faults(31, 12)).containsExactly("s.questions too_many");
    assertThat(faults(30, 13)).containsExactly("s.outcomes too_many");
    Scheme twins = scheme(null, Collections.nCopies(2, outcome(0, 1)), asking(), asking());
    assertThat(Refusals.of(p -> twins.check("s", p)))
        .containsExactly("s.questions[1].id taken", "s.outcomes[1].id taken");
  }

  private static List<String> faults(int questions, int outcomes) {
    Scheme scheme =
        new Scheme(
            Scoring.MATCH,
            IntStream.range(0, outcomes).mapToObj(i -> Outcome.owning("o" + i, 0, 1)).toList(),
            IntStream.range(0, questions)
                .mapToObj(i -> new Question("q" + i, "", "?", "", false, false, List.of()))
                .toList(),
            null);
    return Refusals.of(p -> scheme.check("s", p));
  }

  @Test
  void eachIsSpokenOf_byItsNameElseItsPlace() {
    assertThat(outcome(0, 1).named(2)).isEqualTo("“Coptic”");
    assertThat(new Outcome("a", " ", null, null, null, null, 0, 1, null).named(2))
        .isEqualTo("Outcome 2");
    assertThat(asking().named(4)).isEqualTo("Question 4");
    assertThat(new Question("q", "Inside", "?", "", false, false, null).named(4))
        .isEqualTo("“Inside”");
    assertThat(asking().field()).isEqualTo("q_q1");
  }

  @Test
  void aButton_leadsOn_withWordsAndAnAddress() {
    assertThat(leading("Learn it", "https://a.example").leadsOn()).isTrue();
    assertThat(leading("", "https://a.example").leadsOn()).isFalse();
    assertThat(leading("Learn it", "").leadsOn()).isFalse();
  }

  private static Outcome leading(String label, String href) {
    return new Outcome("a", "", "", "", label, href, 0, 1, null);
  }

  @Test
  void anOutcome_isFoundByItsKey_andOwnsItsTotals() {
    Scheme scheme = scheme(Scoring.MATCH, List.of(outcome(2, 4), Outcome.owning("b", 5, 9)));
    assertThat(scheme.outcome("b")).contains(scheme.outcomes().get(1));
    assertThat(scheme.outcome("z")).isEmpty();
    assertThat(IntStream.rangeClosed(1, 5).filter(outcome(2, 4)::owns)).containsExactly(2, 3, 4);
  }

  @Test
  void aQuiz_knowsItsResults_itsFillIns_andItsTags() {
    Answer tagged = new Answer("x", "A", "", Map.of(), 0, List.of("paper"));
    Outcome untitled = new Outcome("b", "", "", "", "", "", 0, 1, List.of("cloth"));
    Quiz quiz = quiz(scheme(Scoring.MATCH, List.of(outcome(0, 1), untitled), asking(tagged)));
    assertThat(quiz.results()).isEqualTo(Map.of("a", "“Coptic”", "b", "Outcome 2"));
    assertThat(quiz.fillIns())
        .extracting(FillIn::key)
        .containsExactly("outcome", "outcome_words", "outcome_button", "outcome_link", "answer_q1");
    assertThat(quiz.fillIns().get(4).label()).isEqualTo("Answer to Question 1");
    assertThat(quiz.tags()).containsExactly("cloth", "paper");
    assertThat(quiz.firstDelivery().handsOver()).isTrue();
  }

  @Test
  void itCanBeBalanced_withTwoOutcomes_andAnswersToEachQuestion() {
    List<Outcome> two = List.of(outcome(0, 1), Outcome.owning("b", 2, 3));
    assertThat(quiz(scheme(Scoring.MATCH, two, asking(answer(1, 1)))).canBeBalanced()).isTrue();
    assertThat(quiz(scheme(Scoring.MATCH, two.subList(0, 1), asking(answer(1, 1)))).canBeBalanced())
        .isFalse();
    assertThat(quiz(scheme(Scoring.MATCH, two)).canBeBalanced()).isFalse();
    assertThat(quiz(scheme(Scoring.MATCH, two, asking(answer(1, 1)), asking())).canBeBalanced())
        .isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "1, the total 2",
    "2, 'the totals 2, 3'",
    "5, 'the totals 2, 3, 4, 5, 6'",
    "7, 'the totals 2, 3, 4, 5, 6 and 2 more'"
  })
  void totalsOfNobody_areNamed_someOfThem(int many, String words) {
    Answer[] answers =
        IntStream.range(0, many)
            .mapToObj(i -> new Answer("x" + i, "A", "", Map.of(), i + 2, null))
            .toArray(Answer[]::new);
    // All else is owned: the question may be left out, which comes to nothing.
    Scheme scheme =
        scheme(
            Scoring.RANGE,
            List.of(Outcome.owning("a", 0, 1), Outcome.owning("b", -5, -1)),
            asking(answers));
    assertThat(quiz(scheme).missing())
        .filteredOn(lack -> lack.code().equals("unowned_totals"))
        .extracting(Lack::message)
        .containsExactly("No outcome owns " + words + ": whoever gets there gets nothing.");
  }
}
