package jeton.core.confirm;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Rule S4: at most once in 2 minutes and 5 times in 24 hours. */
class ConfirmationRulesTest {
  private static final Instant NOW = Instant.parse("2026-11-24T10:00:00Z");

  private static Instant ago(Duration duration) {
    return NOW.minus(duration);
  }

  @Test
  void twoMinutesApart_mayGoAgain() {
    assertThat(ConfirmationRules.maySend(List.of(ago(Duration.ofMinutes(2))), NOW)).isTrue();
    assertThat(ConfirmationRules.maySend(List.of(ago(Duration.ofMinutes(2).minusMillis(1))), NOW))
        .isFalse();
  }

  @Test
  void fiveInADay_areEnough() {
    List<Instant> five = Collections.nCopies(5, ago(Duration.ofHours(23)));
    assertThat(ConfirmationRules.maySend(five, NOW)).isFalse();
    assertThat(ConfirmationRules.maySend(five.subList(0, 4), NOW)).isTrue();
  }

  @Test
  void yesterdays_doNotCount() {
    assertThat(ConfirmationRules.maySend(Collections.nCopies(9, ago(Duration.ofHours(24))), NOW))
        .isTrue();
  }
}
