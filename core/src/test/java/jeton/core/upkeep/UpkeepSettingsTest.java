package jeton.core.upkeep;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.problem.Problem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class UpkeepSettingsTest {
  private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
  private static final Instant LONG_AGO = Instant.parse("2026-01-01T00:00:00Z");
  private static final BackupPlan AT_THREE = new BackupPlan(true, "/var/backups/jeton", 3, 14);

  @ParameterizedTest
  @CsvSource({
    // In winter Dublin is at UTC, in summer an hour ahead.
    "2026-02-10T02:59:00Z, 2026-02-09T03:00:10Z, false",
    "2026-02-10T03:00:00Z, 2026-02-09T03:00:10Z, true",
    "2026-02-10T09:00:00Z, 2026-02-10T03:00:10Z, false",
    "2026-07-10T01:59:00Z, 2026-07-09T02:00:00Z, false",
    "2026-07-10T02:00:00Z, 2026-07-09T02:00:00Z, true",
    // A week without power is made up for once.
    "2026-02-10T09:00:00Z, 2026-02-01T03:00:00Z, true",
    // A clock that was put back makes none twice.
    "2026-02-10T09:00:00Z, 2026-02-11T03:00:00Z, false",
  })
  void oneIsMadeEachNight(Instant now, Instant lastBegun, boolean due) {
    assertThat(AT_THREE.isDue(Optional.of(lastBegun), LONG_AGO, now, DUBLIN)).isEqualTo(due);
  }

  @Test
  void theFirstOne_isMadeAtTheFirstHourAfterItWasTurnedOn() {
    Instant on = Instant.parse("2026-02-10T12:00:00Z");
    assertThat(AT_THREE.isDue(Optional.empty(), on, on.plus(Duration.ofHours(1)), DUBLIN))
        .isFalse();
    assertThat(AT_THREE.isDue(Optional.empty(), on, Instant.parse("2026-02-11T03:00:00Z"), DUBLIN))
        .isTrue();
  }

  @Test
  void anHourThatDoesNotExist_isRightAfterTheGap() {
    BackupPlan atOne = new BackupPlan(true, "/b", 1, 14);
    Optional<Instant> dayBefore = Optional.of(Instant.parse("2026-03-28T01:00:00Z"));
    // 2026-03-29 01:00 is skipped in Dublin: the clock goes from 00:59 to 02:00, which is 01:00Z.
    assertThat(atOne.isDue(dayBefore, LONG_AGO, Instant.parse("2026-03-29T00:59:59Z"), DUBLIN))
        .isFalse();
    assertThat(atOne.isDue(dayBefore, LONG_AGO, Instant.parse("2026-03-29T01:00:00Z"), DUBLIN))
        .isTrue();
  }

  @Test
  void turnedOff_noneIsMade() {
    BackupPlan off = new BackupPlan(false, "/b", 3, 14);
    assertThat(off.isDue(Optional.empty(), LONG_AGO, Instant.parse("2026-02-10T03:00:00Z"), DUBLIN))
        .isFalse();
  }

  @Test
  void twoDaysWithoutAGoodOne_areTooLong_onceOneIsExpected() {
    Instant now = Instant.parse("2026-02-10T12:00:00Z");
    Optional<Instant> twoDays = Optional.of(now.minus(Duration.ofDays(2)));
    Optional<Instant> more = Optional.of(now.minus(Duration.ofDays(2)).minusSeconds(1));
    assertThat(BackupPlan.isMissed(twoDays, Optional.empty(), now)).isFalse();
    assertThat(BackupPlan.isMissed(more, Optional.empty(), now)).isTrue();
    assertThat(BackupPlan.isMissed(Optional.empty(), more, now)).isTrue();
    assertThat(BackupPlan.isMissed(twoDays, more, now)).isFalse();
    assertThat(BackupPlan.isMissed(Optional.empty(), Optional.empty(), now)).isFalse();
  }

  @Test
  void whatIsNotSaid_isKeptForTheUsualTime() {
    UpkeepSettings settings = new UpkeepSettings(AT_THREE, Map.of(KeptKind.SIGHTINGS, 20));
    assertThat(settings.keptDays())
        .hasSize(KeptKind.values().length)
        .containsEntry(KeptKind.SIGHTINGS, 20)
        .containsEntry(KeptKind.SIGN_INS, 90);
    assertThat(settings.check()).isEmpty();
    assertThat(new UpkeepSettings(AT_THREE, null).keptDays()).containsEntry(KeptKind.SIGHTINGS, 90);
  }

  @Test
  void whatCannotBe_isSaidNextToIt() {
    UpkeepSettings settings =
        new UpkeepSettings(
            new BackupPlan(true, "backups", 24, 0),
            Map.of(KeptKind.SIGHTINGS, 13, KeptKind.SIGN_INS, 3651));
    List<String> fields = settings.check().stream().map(Problem::field).toList();
    assertThat(fields)
        .containsExactlyInAnyOrder(
            "backups.folder",
            "backups.hour",
            "backups.keep",
            "keptDays.SIGHTINGS",
            "keptDays.SIGN_INS");
  }

  @Test
  void aBucketIsAPlaceForBackUps_andOneThatIsNoneIsToldHowItIsWritten() {
    assertThat(placed("s3://quire/back-ups").check()).isEmpty();
    assertThat(placed("s3:quire").check())
        .singleElement()
        .satisfies(
            problem -> {
              assertThat(problem.field()).isEqualTo("backups.folder");
              assertThat(problem.message()).contains("s3://back-ups/jeton");
            });
  }

  private static UpkeepSettings placed(String folder) {
    return new UpkeepSettings(new BackupPlan(true, folder, 3, 14), Map.of());
  }
}
