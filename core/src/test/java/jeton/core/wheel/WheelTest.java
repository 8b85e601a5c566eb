package jeton.core.wheel;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

class WheelTest {
  private static Slice slice(String weight, Integer stock) {
    return new Slice("x", new BigDecimal(weight), Optional.ofNullable(stock), 0);
  }

  @Test
  void thePointDecides_andNothingIsDrawnThatIsGone() {
    Wheel wheel = new Wheel(List.of(slice("1", null), slice("5", 0), slice("3", 2)));
    assertThat(wheel.draw(0)).contains(0);
    assertThat(wheel.draw(0.2499)).contains(0);
    assertThat(wheel.draw(0.25)).contains(2);
    assertThat(wheel.draw(Math.nextDown(1.0))).contains(2);
    assertThat(new Wheel(List.of(slice("1", 0))).draw(0.5)).isEmpty();
    assertThat(new Wheel(List.of(slice("1", 0))).isLeft()).isFalse();
  }

  @Test
  void drawnAHundredThousandTimes_itIsFair() {
    Wheel wheel = new Wheel(List.of(slice("0.5", null), slice("7.25", null), slice("40", null)));
    Random random = new Random(99);
    List<Long> counts = new ArrayList<>(Collections.nCopies(3, 0L));
    for (int n = 0; n < 100_000; n++) {
      int place = wheel.draw(random.nextDouble()).orElseThrow();
      counts.set(place, counts.get(place) + 1);
    }
    assertThat(Fairness.of(wheel.chances(), counts).p().orElseThrow()).isBetween(0.001, 0.999);
  }

  @Test
  void aFarMoment_findsItsPeriodAtOnce_andAMomentIsTheNewPeriodsAtItsVeryBeginning() {
    ZoneId dublin = ZoneId.of("Europe/Dublin");
    SpinLimits limits =
        new SpinLimits(1, 14, LocalDate.of(2026, 1, 5), LocalTime.of(6, 0), Duration.ZERO);
    Instant begins = limits.nextPeriod(Instant.parse("2126-06-01T00:00:00Z"), dublin);
    Instant before = begins.minusMillis(1);
    assertThat(limits.judge(List.of(before), begins, dublin).allowed()).isTrue();
    assertThat(limits.judge(List.of(begins), begins.plusSeconds(1), dublin).allowed()).isFalse();
    SpinLimits daily =
        new SpinLimits(1, 1, LocalDate.of(2026, 1, 1), LocalTime.of(0, 0), Duration.ZERO);
    assertThat(daily.nextPeriod(Instant.parse("1970-01-01T12:00:00Z"), ZoneOffset.UTC))
        .isEqualTo("1970-01-02T00:00:00Z");
  }
}
