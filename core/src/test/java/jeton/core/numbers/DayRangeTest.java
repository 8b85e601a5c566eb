package jeton.core.numbers;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import jeton.core.Refusals;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DayRangeTest {
  private static DayRange range(String from, String to) {
    return new DayRange(LocalDate.parse(from), LocalDate.parse(to));
  }

  @Test
  void theLastDays_endToday() {
    DayRange week = DayRange.last(7, LocalDate.parse("2026-11-27"));
    assertThat(week).isEqualTo(range("2026-11-21", "2026-11-27"));
    assertThat(week.days()).isEqualTo(7);
    assertThat(week.each()).hasSize(7).startsWith(week.from()).endsWith(week.to());
  }

  @ParameterizedTest
  @CsvSource({
    "2026-11-21, 2026-11-27, BEFORE, 2026-11-14, 2026-11-20",
    "2026-11-27, 2026-11-27, BEFORE, 2026-11-26, 2026-11-26",
    "2026-11-21, 2026-11-27, YEAR_BEFORE, 2025-11-21, 2025-11-27",
    "2028-02-29, 2028-03-01, YEAR_BEFORE, 2027-02-28, 2027-03-01"
  })
  void eachIsComparedWithDaysOfItsOwn(
      String from, String to, DayRange.Against against, String first, String last) {
    assertThat(range(from, to).before(against)).isEqualTo(range(first, last));
  }

  @ParameterizedTest
  @CsvSource({
    // 23 November 2026 is a Monday.
    "2026-11-23, 2026-11-29, 2026-11-23, 2026-11-29",
    "2026-11-22, 2026-12-07, 2026-11-23, 2026-12-06",
    "2026-11-24, 2026-11-29, 2026-11-30, 2026-11-29",
    "2026-11-24, 2026-12-05, 2026-12-06, 2026-12-05",
    "2026-11-23, 2026-11-28, 2026-11-29, 2026-11-28",
    "2026-11-27, 2026-11-27, 2026-11-28, 2026-11-27"
  })
  void wholeWeeks_areFromAMondayToASunday_orNone(
      String from, String to, String monday, String sunday) {
    assertThat(range(from, to).wholeWeeks()).isEqualTo(range(monday, sunday));
  }

  @Test
  void aRangeTurnedRound_orOfTooManyYears_isRefused() {
    assertThat(Refusals.of(range("2026-11-27", "2026-11-26")::check))
        .containsExactly("to ends_first");
    assertThat(Refusals.of(range("2016-01-01", "2026-11-26")::check))
        .containsExactly("from too_many");
    assertThat(Refusals.of(range("2016-11-20", "2026-11-26")::check)).isEmpty();
  }
}
