package jeton.core.quiz;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class PaceTest {

  @Test
  void aTime_isWithinAnEighthOfTheMiddleOfItsStretch() {
    for (long ms = 500; ms < 600_000; ms += 371) {
      double middle = Pace.middle(Pace.stretch(Duration.ofMillis(ms))).toMillis();
      assertThat(middle / ms).isBetween(0.88, 1.13);
    }
    assertThat(Pace.stretch(Duration.ZERO)).isZero();
    assertThat(Pace.stretch(Duration.ofDays(9))).isEqualTo(40);
  }

  @Test
  void theMedian_isThatOfTheTimes_asNearAsAStretch() {
    assertThat(Pace.median(Map.of())).isEmpty();
    Random random = new Random(4);
    Map<Integer, Long> counts = new HashMap<>();
    long[] times = random.longs(999, 1000, 30_000).sorted().toArray();
    for (long ms : times) {
      counts.merge(Pace.stretch(Duration.ofMillis(ms)), 1L, Long::sum);
    }
    assertThat(Pace.median(counts).orElseThrow().toMillis() / (double) times[499])
        .isBetween(0.85, 1.15);
  }
}
