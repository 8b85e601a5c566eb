package jeton.core.account;

import static jeton.core.account.GuessingPace.Guesses.NONE;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class GuessingPaceTest {
  private static final Instant NOW = Instant.parse("2026-03-02T09:00:00Z");

  private static GuessingPace.Guesses just(int number) {
    return new GuessingPace.Guesses(number, Optional.of(NOW));
  }

  @ParameterizedTest(name = "{0} guesses: {1}")
  @CsvSource({"0, PT0S", "4, PT0S", "5, PT1S", "6, PT2S", "8, PT8S", "11, PT1M", "500, PT1M"})
  void theWaitDoubles_andNeverExceedsAMinute(int guesses, Duration wait) {
    assertThat(GuessingPace.pause(just(guesses), NONE, NONE, NOW)).isEqualTo(wait);
  }

  @Test
  void manyFromOneNetwork_orAtOneAddressFromAll_areSlowedDownLater() {
    assertThat(GuessingPace.pause(NONE, just(19), just(19), NOW)).isEqualTo(Duration.ZERO);
    assertThat(GuessingPace.pause(NONE, just(20), NONE, NOW)).isEqualTo(Duration.ofSeconds(1));
    assertThat(GuessingPace.pause(NONE, NONE, just(22), NOW)).isEqualTo(Duration.ofSeconds(4));
  }

  @Test
  void whatHasPassed_isNotWaitedForAgain() {
    GuessingPace.Guesses before = new GuessingPace.Guesses(8, Optional.of(NOW.minusSeconds(5)));
    assertThat(GuessingPace.pause(before, NONE, NONE, NOW)).isEqualTo(Duration.ofSeconds(3));
    assertThat(GuessingPace.pause(before, NONE, NONE, NOW.plusSeconds(3))).isEqualTo(Duration.ZERO);
  }
}
