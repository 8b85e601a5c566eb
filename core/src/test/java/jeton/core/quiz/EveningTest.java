package jeton.core.quiz;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class EveningTest {
  private static final int ENOUGH = 20_000;

  private static Scheme scheme(Question... questions) {
    return new Scheme(
        Scoring.MATCH,
        List.of(Outcome.owning("A", 0, 0), Outcome.owning("B", 0, 0), Outcome.owning("C", 0, 0)),
        List.of(questions),
        Optional.empty());
  }

  private static Question question(String id, Answer... answers) {
    return new Question(id, "", "", "", false, false, List.of(answers));
  }

  private static Answer to(String outcome, int points) {
    return Answer.scoring(outcome.toLowerCase(), Map.of(outcome, points), 0);
  }

  @Test
  void whatIsEven_staysAsItIs() {
    Evening evening =
        Evening.of(scheme(question("q", to("A", 1), to("B", 1), to("C", 1))), 0.05, ENOUGH);
    assertThat(evening.changes()).isEmpty();
    assertThat(evening.reached()).isTrue();
  }

  @Test
  void oneChangeThatIsEnough_isTheOnlyOne() {
    Scheme scheme = scheme(question("q", to("A", 1), to("B", 1), Answer.scoring("c", Map.of(), 0)));
    Evening evening = Evening.of(scheme, 0.01, ENOUGH);
    assertThat(evening.changes())
        .singleElement()
        .extracting(Evening.Change::outcome)
        .isEqualTo("C");
    assertThat(evening.after().unreachable()).isEmpty();
    assertThat(evening.reached()).isTrue();
  }

  @Test
  void severalQuestions_comeWithinTheSpread_andTheChangesDoWhatTheySay() {
    Scheme scheme =
        scheme(
            question("q1", to("A", 3), to("B", 1), to("C", 1)),
            question("q2", to("A", 2), to("B", 2), to("C", 1)),
            question("q3", to("A", 2), to("B", 1), to("C", 3)));
    assertThat(Evening.spread(Balance.of(scheme))).isGreaterThan(0.15);
    Evening evening = Evening.of(scheme, 0.08, ENOUGH);
    assertThat(evening.reached()).isTrue();
    Scheme changed = scheme;
    for (Evening.Change change : evening.changes()) {
      assertThat(change.from()).isNotEqualTo(change.to());
      changed =
          changed.withPoints(change.question(), change.answer(), change.outcome(), change.to());
    }
    assertThat(Balance.of(changed)).isEqualTo(evening.after());
    assertThat(Evening.spread(Balance.of(changed))).isLessThanOrEqualTo(0.08);
    // Each of them is needed.
    for (Evening.Change change : evening.changes()) {
      Scheme without =
          changed.withPoints(change.question(), change.answer(), change.outcome(), change.from());
      assertThat(Evening.spread(Balance.of(without))).isGreaterThan(0.08);
    }
  }

  @Test
  void whatCannotBe_isSaid_andTriesEnd() {
    Scheme one = scheme(question("q", to("A", 1)));
    Evening evening = Evening.of(one, 0.05, ENOUGH);
    assertThat(evening.reached()).isFalse();
    assertThat(Evening.of(one, 0.05, 0).changes()).isEmpty();
  }
}
