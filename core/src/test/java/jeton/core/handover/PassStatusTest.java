package jeton.core.handover;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Rule P2. */
class PassStatusTest {
  private static final Instant NOW = Instant.parse("2026-11-24T10:00:00Z");

  @Test
  void withoutLimits_isGoodForEver() {
    assertThat(PassStatus.of(Optional.empty(), Optional.empty(), 9999, NOW))
        .isEqualTo(PassStatus.GOOD);
    assertThat(PassLimits.NONE.expiry(NOW)).isEmpty();
  }

  @Test
  void endsAtItsVeryMoment() {
    Optional<Instant> end = new PassLimits(Optional.of(3), Optional.empty()).expiry(NOW);
    Instant last = NOW.plus(Duration.ofDays(3));
    assertThat(PassStatus.of(end, Optional.empty(), 0, last.minusMillis(1)))
        .isEqualTo(PassStatus.GOOD);
    assertThat(PassStatus.of(end, Optional.empty(), 0, last)).isEqualTo(PassStatus.EXPIRED);
  }

  @Test
  void isSpentAfterTheLastUse() {
    assertThat(PassStatus.of(Optional.empty(), Optional.of(2), 1, NOW)).isEqualTo(PassStatus.GOOD);
    assertThat(PassStatus.of(Optional.empty(), Optional.of(2), 2, NOW)).isEqualTo(PassStatus.SPENT);
  }

  @Test
  void oneUse_coversTenMinutes() {
    assertThat(PassStatus.sameUse(Optional.empty(), NOW)).isFalse();
    assertThat(
            PassStatus.sameUse(Optional.of(NOW.minus(Duration.ofMinutes(10)).plusMillis(1)), NOW))
        .isTrue();
    assertThat(PassStatus.sameUse(Optional.of(NOW.minus(Duration.ofMinutes(10))), NOW)).isFalse();
  }
}
