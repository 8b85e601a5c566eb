package jeton.core.wheel;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.LocalTime;
import jeton.core.problem.Problems;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SpinRulesTest {
  private static final LocalDate MONDAY = LocalDate.of(2026, 1, 5);

  private static SpinRules rules(int spins, int days, int gap) {
    return new SpinRules(spins, days, MONDAY, LocalTime.of(6, 0), gap);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1 | 14 | 24 | One spin a fortnight, starting over Mondays at 06:00; at least a day between.",
        "3 | 7 | 1 | 3 spins a week, starting over Mondays at 06:00; at least an hour between.",
        "2 | 1 | 0 | 2 spins a day, starting over at 06:00.",
        "1 | 0 | 0 | One spin in all.",
        "5 | 30 | 36 | 5 spins in 30 days, starting over at 06:00; at least 36 hours between.",
        "5 | 30 | 48 | 5 spins in 30 days, starting over at 06:00; at least 2 days between."
      })
  void areSaidInOneSentence(int spins, int days, int gap, String sentence) {
    assertThat(rules(spins, days, gap).inWords()).isEqualTo(sentence);
  }

  @ParameterizedTest
  @CsvSource({"0,7,0,spins", "101,7,0,spins", "1,-1,0,days", "1,367,0,days", "1,7,-1,gapHours"})
  void whatCannotBe_isRefused(int spins, int days, int gap, String field) {
    Problems problems = new Problems();
    rules(spins, days, gap).check("rules", problems);
    assertThat(problems.list()).singleElement().extracting("field").isEqualTo("rules." + field);
  }

  @Test
  void whatIsLeftOut_isSetSensibly() {
    SpinRules rules = new SpinRules(1, 7, null, null, 0);
    assertThat(rules.inWords()).contains("starting over Mondays at 00:00");
  }
}
