package jeton.core.privatepage;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Optional;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OpensTest {
  private static final ZoneId LISBON = ZoneId.of("Europe/Lisbon");

  @ParameterizedTest
  @CsvSource({
    // Days after the hand-over are calendar days of the reader.
    "2026-11-25T23:30:00Z, 2, 08:00, Europe/Lisbon,   2026-11-27T08:00:00Z",
    "2026-11-25T23:30:00Z, 2, 08:00, Europe/Berlin,   2026-11-28T07:00:00Z",
    // The same day: the next coming of that time.
    "2026-11-25T07:00:00Z, 0, 08:00, Europe/Lisbon,   2026-11-25T08:00:00Z",
    "2026-11-25T09:00:00Z, 0, 08:00, Europe/Lisbon,   2026-11-26T08:00:00Z",
    // In the gap of a spring night it moves forward by the gap; in autumn the first coming counts.
    "2026-03-27T12:00:00Z, 2, 01:30, Europe/Lisbon,   2026-03-29T01:30:00Z",
    "2026-10-24T12:00:00Z, 1, 01:30, Europe/Lisbon,   2026-10-25T00:30:00Z"
  })
  void aPieceOpens_daysAfterTheHandOver_atALocalTime(
      Instant handedOver, int days, LocalTime at, ZoneId own, Instant from) {
    assertThat(Opens.after(days, at).from(handedOver, own, LISBON)).isEqualTo(from);
  }

  @Test
  void aMomentIsTheSameForEverybody_andAtOnceIsTheHandOver() {
    Instant given = Instant.parse("2026-11-25T23:30:00Z");
    Opens moment = Opens.at(LocalDateTime.parse("2026-12-24T18:00"));
    assertThat(moment.from(given, ZoneId.of("Asia/Tokyo"), LISBON))
        .isEqualTo(Instant.parse("2026-12-24T18:00:00Z"));
    assertThat(Opens.AT_ONCE.from(given, LISBON, LISBON)).isEqualTo(given);
  }

  @Test
  void whatIsNotWholeIsSaid() {
    Problems problems = new Problems();
    new Opens(Opens.Kind.AFTER_DAYS, 4000, Optional.empty(), Optional.empty()).check("o", problems);
    new Opens(Opens.Kind.AT_MOMENT, 0, Optional.empty(), Optional.empty()).check("o", problems);
    assertThat(problems.list())
        .extracting(Problem::field)
        .containsExactly("o.days", "o.at", "o.moment");
  }
}
