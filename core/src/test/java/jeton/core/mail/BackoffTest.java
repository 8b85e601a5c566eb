package jeton.core.mail;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BackoffTest {
  private static final Instant NOW = Instant.parse("2026-11-24T10:00:00Z");

  @ParameterizedTest
  @CsvSource({"1, PT1M", "2, PT5M", "3, PT30M", "4, PT2H", "5, PT6H", "6, PT24H"})
  void eachFailure_waitsLonger(int failures, Duration pause) {
    assertThat(Backoff.nextAttempt(AnswerClass.BUSY, failures, false, NOW))
        .contains(NOW.plus(pause));
  }

  @Test
  void afterTheLongestPause_itIsGivenUp() {
    assertThat(Backoff.nextAttempt(AnswerClass.BUSY, 7, false, NOW)).isEqualTo(Optional.empty());
  }

  @ParameterizedTest
  @CsvSource({"1, PT1M", "2, PT5M", "3, PT10M", "6, PT10M", "100, PT10M"})
  void whatSomebodyWaitsFor_isTriedAgainWithinTenMinutes(int failures, Duration pause) {
    assertThat(Backoff.nextAttempt(AnswerClass.AWAY, failures, true, NOW))
        .contains(NOW.plus(pause));
  }

  @Test
  void whatSomebodyWaitsFor_isTriedAsLongAsOthersAre() {
    assertThat(Backoff.nextAttempt(AnswerClass.AWAY, 195, true, NOW)).isPresent();
    assertThat(Backoff.nextAttempt(AnswerClass.AWAY, 196, true, NOW)).isEmpty();
  }
}
