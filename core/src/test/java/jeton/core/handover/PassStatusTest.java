package jeton.core.handover;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Rule P2. */
class PassStatusTest {
  private static final Instant NOW = Instant.parse("2026-11-24T10:00:00Z");

  @Test
  void withoutLimits_isGoodForEver() {
    assertThat(PassStatus.of(Optional.empty(), Optional.empty(), 9999, NOW))
        .isEqualTo(PassStatus.GOOD);
    assertThat(PassLimits.NONE.expiry(NOW, ZoneId.of("UTC"))).isEmpty();
  }

  @Test
  void isGoodToTheEndOfItsLastDay_inTheBusinesssZone() {
    ZoneId dublin = ZoneId.of("Europe/Dublin");
    Optional<Instant> end =
        new PassLimits(Optional.of(3), Optional.empty())
            .expiry(Instant.parse("2026-06-30T23:30:00Z"), dublin);
    // Half past midnight on 1 July there.
    Instant last = Instant.parse("2026-07-04T22:59:59.999Z");
    assertThat(end).contains(last);
    assertThat(PassStatus.of(end, Optional.empty(), 0, last)).isEqualTo(PassStatus.GOOD);
    assertThat(PassStatus.of(end, Optional.empty(), 0, last.plusMillis(1)))
        .isEqualTo(PassStatus.EXPIRED);
  }

  @Test
  void isSpentAfterTheLastUse() {
    assertThat(PassStatus.of(Optional.empty(), Optional.of(2), 1, NOW)).isEqualTo(PassStatus.GOOD);
    assertThat(PassStatus.of(Optional.empty(), Optional.of(2), 2, NOW)).isEqualTo(PassStatus.SPENT);
  }
}
