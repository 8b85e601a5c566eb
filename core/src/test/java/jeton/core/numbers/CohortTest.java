package jeton.core.numbers;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Weeks of sign-up and what came of them. */
class CohortTest {
  private static final LocalDate MONDAY = LocalDate.of(2026, 11, 2);
  private final Cohort cohort = new Cohort(MONDAY, 10, Map.of(0, 4L, 1, 2L, 3, 1L));

  @ParameterizedTest
  @CsvSource({
    "2026-11-02, 0",
    "2026-11-08, 0",
    "2026-11-09, 1",
    "2026-12-01, 4",
    "2028-01-01, 52",
    "2026-11-01, 0"
  })
  void weeksAreOfSevenDays_fromTheDayOfTheSignUp(LocalDate happened, int after) {
    assertThat(Mark.weeksAfter(MONDAY, happened)).isEqualTo(after);
  }

  @Test
  void eachWeekAddsToTheOnesBefore() {
    assertThat(cohort.byWeek(5, LocalDate.of(2027, 1, 1)))
        .extracting(Rate::successes)
        .containsExactly(4L, 6L, 6L, 7L, 7L);
  }

  @Test
  void aWeekIsToldOnceTheLastWhoSignedUpHaveHadIt() {
    // Whoever signed up on Sunday the 8th has had a whole week at the end of the 14th.
    assertThat(cohort.byWeek(5, LocalDate.of(2026, 11, 14))).isEmpty();
    assertThat(cohort.byWeek(5, LocalDate.of(2026, 11, 15))).hasSize(1);
    assertThat(cohort.byWeek(5, LocalDate.of(2026, 11, 22))).hasSize(2);
  }
}
