package jeton.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jeton.core.numbers.Rate;
import org.junit.jupiter.api.Test;

class ProspectTest {
  private static final Instant BEGAN = Instant.parse("2026-11-01T09:00:00Z");

  private static Optional<Duration> after(Duration past, Rate a, Rate b) {
    return new Prospect(new TwoVersions(a, b), BEGAN).from(BEGAN.plus(past));
  }

  @Test
  void whatMayEndNow_takesNoLonger() {
    assertThat(after(Duration.ofDays(4), new Rate(10, 400), new Rate(80, 400)))
        .contains(Duration.ZERO);
  }

  @Test
  void clearlyApart_waitsForTheHundredAndTheThreeDays() {
    assertThat(after(Duration.ofDays(1), new Rate(10, 400), new Rate(80, 400)).orElseThrow())
        .isBetween(Duration.ofHours(47), Duration.ofHours(49));
    assertThat(after(Duration.ofDays(10), new Rate(1, 50), new Rate(20, 50)).orElseThrow())
        .isBetween(Duration.ofDays(9), Duration.ofDays(11));
  }

  @Test
  void theCloserTheyAre_theLongerItTakes_andWhenItIsOverItMayEnd() {
    Duration far = after(Duration.ofDays(5), new Rate(20, 500), new Rate(30, 500)).orElseThrow();
    Duration near = after(Duration.ofDays(5), new Rate(28, 500), new Rate(30, 500)).orElseThrow();
    assertThat(near).isGreaterThan(far);
    double times = 1 + (double) near.toSeconds() / Duration.ofDays(5).toSeconds();
    TwoVersions then =
        new TwoVersions(
            new Rate(Math.round(28 * times), Math.round(500 * times)),
            new Rate(Math.round(30 * times), Math.round(500 * times)));
    assertThat(then.ends(BEGAN, BEGAN.plus(Duration.ofDays(5)).plus(near))).isPresent();
    double sooner = times * 0.97;
    TwoVersions before =
        new TwoVersions(
            new Rate(Math.round(28 * sooner), Math.round(500 * sooner)),
            new Rate(Math.round(30 * sooner), Math.round(500 * sooner)));
    assertThat(before.ends(BEGAN, BEGAN.plus(Duration.ofDays(300)))).isEmpty();
  }

  @Test
  void nothingIsKnown_beforeSomebodyMetBoth() {
    assertThat(after(Duration.ofDays(5), new Rate(0, 0), new Rate(3, 90))).isEmpty();
    assertThat(after(Duration.ZERO, new Rate(1, 10), new Rate(3, 9))).isEmpty();
  }
}
