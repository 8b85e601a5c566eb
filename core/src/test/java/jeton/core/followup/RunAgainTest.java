package jeton.core.followup;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Rule S3. */
class RunAgainTest {
  private static final Instant NOW = Instant.parse("2026-11-24T10:00:00Z");

  @Test
  void firstSignUp_alwaysStarts() {
    assertThat(RunAgain.NEVER.starts(Optional.empty(), false, NOW)).isTrue();
  }

  @Test
  void never_isTheDefault() {
    assertThat(RunAgain.NEVER.starts(Optional.of(NOW.minus(Duration.ofDays(900))), false, NOW))
        .isFalse();
  }

  @Test
  void afterDays_meansMoreThanSoManyDays() {
    RunAgain after = new RunAgain(RunAgain.When.AFTER_DAYS, 10);
    assertThat(after.starts(Optional.of(NOW.minus(Duration.ofDays(10))), false, NOW)).isFalse();
    assertThat(after.starts(Optional.of(NOW.minus(Duration.ofDays(10)).minusMillis(1)), false, NOW))
        .isTrue();
  }

  @Test
  void everyTime_startsAnew() {
    assertThat(new RunAgain(RunAgain.When.EVERY_TIME, 0).starts(Optional.of(NOW), false, NOW))
        .isTrue();
  }

  @Test
  void whoeverIsOnTheWay_isNotStartedAgain() {
    RunAgain always = new RunAgain(RunAgain.When.EVERY_TIME, 0);
    assertThat(always.starts(Optional.of(NOW.minus(Duration.ofDays(9))), true, NOW)).isFalse();
  }
}
