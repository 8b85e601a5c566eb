package jeton.core.confirm;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** How soon another confirmation may go out (S4). */
class ConfirmationPaceTest {
  private static final Instant NOW = Instant.parse("2026-11-20T10:00:00Z");

  private static Instant ago(long minutes) {
    return NOW.minus(Duration.ofMinutes(minutes));
  }

  @Test
  void twoMinutesLie_betweenTwo() {
    assertThat(ConfirmationRules.next(List.of(), NOW)).isEqualTo(NOW);
    assertThat(ConfirmationRules.next(List.of(ago(1)), NOW)).isEqualTo(NOW.plusSeconds(60));
    assertThat(ConfirmationRules.next(List.of(ago(2)), NOW)).isEqualTo(NOW);
  }

  @Test
  void fiveGoOut_inADay() {
    List<Instant> five = IntStream.rangeClosed(1, 5).mapToObj(i -> ago(i * 60L)).toList();
    assertThat(ConfirmationRules.maySend(five, NOW)).isFalse();
    assertThat(ConfirmationRules.next(five, NOW))
        .as("a day after the first of them")
        .isEqualTo(ago(300).plus(Duration.ofDays(1)));
    assertThat(ConfirmationRules.next(five.subList(0, 4), NOW)).isEqualTo(NOW);
  }
}
