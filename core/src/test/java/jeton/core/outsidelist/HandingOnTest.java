package jeton.core.outsidelist;

import static jeton.core.outsidelist.HandingOn.afterAsking;
import static jeton.core.outsidelist.HandingOn.wanted;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.Optional;
import jeton.core.outsidelist.HandingOn.Here;
import jeton.core.outsidelist.HandingOn.Step;
import jeton.core.outsidelist.HandingOn.There;
import jeton.core.outsidelist.OutsideListSettings.Moment;
import jeton.core.people.PersonState;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Who is handed on, and who is not put back (H2, S5). */
class HandingOnTest {
  private static final Instant MONDAY = Instant.parse("2026-11-23T09:00:00Z");
  private static final Instant TUESDAY = Instant.parse("2026-11-24T09:00:00Z");
  private static final Instant WEDNESDAY = Instant.parse("2026-11-25T09:00:00Z");

  private static Here here(PersonState state, Instant handedOn, Instant confirmed) {
    return new Here(state, Optional.ofNullable(handedOn), Optional.ofNullable(confirmed));
  }

  private static There left(Instant at) {
    return new There(true, Optional.ofNullable(at));
  }

  @ParameterizedTest
  @CsvSource({
    "ON_THE_LIST, false, CONFIRMED, HAND_ON",
    "ON_THE_LIST, true, SIGNED_UP, HAND_ON",
    "WAITING_TO_CONFIRM, false, SIGNED_UP, HAND_ON",
    "WAITING_TO_CONFIRM, false, CONFIRMED, NOTHING",
    "LEFT, true, CONFIRMED, TELL_LEFT",
    "LEFT, false, SIGNED_UP, NOTHING",
    "BLOCKED, true, CONFIRMED, TELL_LEFT",
    "BLOCKED, false, CONFIRMED, NOTHING",
    "UNREACHABLE, true, CONFIRMED, NOTHING",
  })
  void whatIsWanted_dependsOnWhereSomebodyStandsHere(
      PersonState state, boolean handedOn, Moment moment, Step expected) {
    assertThat(wanted(here(state, handedOn ? MONDAY : null, null), moment)).isEqualTo(expected);
  }

  @Test
  void whoIsNotGoneThere_isHandedOn() {
    assertThat(afterAsking(here(PersonState.ON_THE_LIST, null, null), There.NOT_LEFT))
        .isEqualTo(Step.HAND_ON);
  }

  @Test
  void whoLeftThere_comesBackOnlyByConfirmingHereAfterThat() {
    assertThat(afterAsking(here(PersonState.ON_THE_LIST, MONDAY, WEDNESDAY), left(TUESDAY)))
        .isEqualTo(Step.HAND_ON);
    assertThat(afterAsking(here(PersonState.ON_THE_LIST, MONDAY, TUESDAY), left(TUESDAY)))
        .isEqualTo(Step.LEAVE_HERE);
    assertThat(afterAsking(here(PersonState.ON_THE_LIST, MONDAY, null), left(TUESDAY)))
        .isEqualTo(Step.LEAVE_HERE);
    assertThat(afterAsking(here(PersonState.WAITING_TO_CONFIRM, null, WEDNESDAY), left(TUESDAY)))
        .isEqualTo(Step.LET_BE);
  }

  @Test
  void whoLeftThereBeforeWeKnewThem_isLetBe() {
    assertThat(afterAsking(here(PersonState.ON_THE_LIST, null, MONDAY), left(TUESDAY)))
        .isEqualTo(Step.LET_BE);
  }

  @Test
  void whereNobodySaysWhenTheyLeft_nobodyIsPutBack_andNobodyWhoMayBeBackIsTakenOffHere() {
    assertThat(afterAsking(here(PersonState.ON_THE_LIST, MONDAY, WEDNESDAY), left(null)))
        .isEqualTo(Step.LET_BE);
    assertThat(afterAsking(here(PersonState.ON_THE_LIST, TUESDAY, MONDAY), left(null)))
        .isEqualTo(Step.LEAVE_HERE);
    assertThat(afterAsking(here(PersonState.ON_THE_LIST, null, MONDAY), left(null)))
        .isEqualTo(Step.LET_BE);
  }
}
