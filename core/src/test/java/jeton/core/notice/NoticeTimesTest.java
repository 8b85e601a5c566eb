package jeton.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NoticeTimesTest {
  private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");

  @ParameterizedTest(name = "{0} at {1}, now {2}: {3}")
  @CsvSource({
    "DAILY, 08:00, 2026-11-25T07:59:59Z, 2026-11-24T08:00:00Z",
    "DAILY, 08:00, 2026-11-25T08:00:00Z, 2026-11-25T08:00:00Z",
    "DAILY, 08:00, 2026-07-01T07:00:00Z, 2026-07-01T07:00:00Z",
    // In the night of 29 March 2026 Dublin has no half past one: half past two stands for it.
    "DAILY, 01:30, 2026-03-29T01:29:59Z, 2026-03-28T01:30:00Z",
    "DAILY, 01:30, 2026-03-29T01:30:00Z, 2026-03-29T01:30:00Z",
    // On 25 October it comes twice: the first time counts, and one day has one digest.
    "DAILY, 01:30, 2026-10-25T00:30:00Z, 2026-10-25T00:30:00Z",
    "DAILY, 01:30, 2026-10-25T01:30:00Z, 2026-10-25T00:30:00Z",
    // 25 November 2026 is a Wednesday.
    "WEEKLY, 08:00, 2026-11-25T12:00:00Z, 2026-11-20T08:00:00Z",
    "WEEKLY, 08:00, 2026-11-27T07:59:59Z, 2026-11-20T08:00:00Z",
    "WEEKLY, 08:00, 2026-11-27T08:00:00Z, 2026-11-27T08:00:00Z",
  })
  void digestsLeaveAtALocalHour(NoticePace pace, LocalTime at, Instant now, Instant last) {
    NoticeSettings settings =
        new NoticeSettings(Map.of(), List.of(), List.of(), at, DayOfWeek.FRIDAY, true);
    assertThat(DigestTimes.last(pace, settings, DUBLIN, now)).isEqualTo(last);
    Instant next = DigestTimes.next(pace, settings, DUBLIN, now);
    assertThat(next).isAfter(now);
    assertThat(DigestTimes.last(pace, settings, DUBLIN, next)).isEqualTo(next);
    assertThat(DigestTimes.last(pace, settings, DUBLIN, next.minusMillis(1))).isEqualTo(last);
  }

  @Test
  void tenAnHour_thenTheHoursEnd() {
    Instant nine = Instant.parse("2026-11-25T09:00:00Z");
    HourlyLimit hour = HourlyLimit.NONE.at(nine);
    assertThat(hour.left()).isEqualTo(10);
    hour = hour.took(9).at(nine.plusSeconds(3599));
    assertThat(hour.left()).isEqualTo(1);
    hour = hour.took(1);
    assertThat(hour.left()).isZero();
    assertThat(hour.ends()).isEqualTo(nine.plusSeconds(3600));
    HourlyLimit next = hour.at(nine.plusSeconds(3600));
    assertThat(next.left()).isEqualTo(10);
    assertThat(next.began()).isEqualTo(nine.plusSeconds(3600));
  }

  @Test
  void aClockSetBackBeginsAnHourAnew() {
    Instant nine = Instant.parse("2026-11-25T09:00:00Z");
    HourlyLimit full = HourlyLimit.NONE.at(nine).took(10);
    assertThat(full.at(nine.minusSeconds(86_400)).left()).isEqualTo(10);
  }
}
