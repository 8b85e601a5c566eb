package jeton.core.wheel;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalTime;
import jeton.core.Refusals;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How often somebody may spin: what cannot be saved, and how it is judged. */
class SpinRulesCheckTest {

  @ParameterizedTest
  @CsvSource({
    "1, 0, 0, ''",
    "100, 366, 8784, ''",
    "0, 0, 0, r.spins",
    "101, 0, 0, r.spins",
    "1, -1, 0, r.days",
    "1, 367, 0, r.days",
    "1, 0, -1, r.gapHours",
    "1, 0, 8785, r.gapHours"
  })
  void numbers_haveTheirRanges(int spins, int days, int gap, String field) {
    SpinRules rules = new SpinRules(spins, days, null, null, gap);
    assertThat(Refusals.of(problems -> rules.check("r", problems)))
        .containsExactlyElementsOf(
            field.isEmpty() ? java.util.List.of() : java.util.List.of(field + " out_of_range"));
  }

  @Test
  void itIsJudged_asItSays() {
    LocalDate day = LocalDate.of(2026, 3, 4);
    assertThat(new SpinRules(3, 7, day, LocalTime.of(6, 30), 5).limits())
        .isEqualTo(new SpinLimits(3, 7, day, LocalTime.of(6, 30), Duration.ofHours(5)));
    assertThat(new SpinRules(3, 7, null, null, 0).at()).isEqualTo(LocalTime.MIDNIGHT);
  }
}
