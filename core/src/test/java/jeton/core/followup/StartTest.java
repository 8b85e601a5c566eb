package jeton.core.followup;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.core.Refusals;
import jeton.core.followup.Start.Kind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** What starts a sequence, what lets a step go out, and why it comes later than it says. */
class StartTest {
  private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");

  private static List<String> refused(Start start) {
    return Refusals.of(problems -> start.check("s", problems));
  }

  private static Start of(Kind kind, int days) {
    return new Start(kind, Optional.of(4L), "asked", days, "birthday", "linen");
  }

  @Test
  void aSignUp_needsNothing() {
    assertThat(refused(Start.BY_SIGN_UP)).isEmpty();
    assertThat(new Start(null, null, null, 0, null, null)).isEqualTo(Start.BY_SIGN_UP);
  }

  @ParameterizedTest
  @EnumSource(
      value = Kind.class,
      names = {"PASS_USED", "PASS_NOT_USED", "ENDS_SOON", "RESULT"})
  void whatLooksAtAPass_namesItsOffer(Kind kind) {
    assertThat(refused(of(kind, 1))).isEmpty();
    assertThat(refused(new Start(kind, Optional.empty(), "", 1, "", "linen")))
        .containsExactly("s.offerId empty");
  }

  @Test
  void others_nameATag_aField_orAnOutcome() {
    assertThat(refused(new Start(Kind.TAG_GAINED, null, " ", 0, "")))
        .containsExactly("s.tag empty");
    assertThat(refused(new Start(Kind.DATE_FIELD, null, "", 0, " ")))
        .containsExactly("s.field empty");
    assertThat(refused(new Start(Kind.RESULT, Optional.of(4L), "", 0, "", " ")))
        .containsExactly("s.result empty");
    assertThat(refused(new Start(Kind.EVENT, null, "", 0, "", "no spaces")))
        .containsExactly("s.result event_name");
    assertThat(refused(of(Kind.TAG_GAINED, 0))).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "PASS_NOT_USED, 0, false",
    "PASS_NOT_USED, 1, true",
    "PASS_NOT_USED, 3650, true",
    "PASS_NOT_USED, 3651, false",
    "ENDS_SOON, -1, false",
    "ENDS_SOON, 0, true",
    "ENDS_SOON, 3650, true",
    "ENDS_SOON, 3651, false",
    "DATE_FIELD, -3650, true",
    "DATE_FIELD, -3651, false",
    "DATE_FIELD, 3651, false",
    "PASS_USED, -1, true"
  })
  void days_haveARange_whereTheyCount(Kind kind, int days, boolean taken) {
    assertThat(refused(of(kind, days)))
        .isEqualTo(taken ? List.of() : List.of("s.days out_of_range"));
  }

  @Test
  void itIsStarted_byWhatItNames_alone() {
    Start tag = of(Kind.TAG_GAINED, 0);
    assertThat(tag.onTag(" ASKED ")).isTrue();
    assertThat(tag.onTag("other")).isFalse();
    assertThat(of(Kind.PASS_USED, 0).onTag("asked")).isFalse();
    assertThat(of(Kind.PASS_USED, 0).onPass(Kind.PASS_USED, 4)).isTrue();
    assertThat(of(Kind.PASS_USED, 0).onPass(Kind.PASS_USED, 5)).isFalse();
    assertThat(of(Kind.PASS_USED, 0).onPass(Kind.ENDS_SOON, 4)).isFalse();
    assertThat(new Start(Kind.PASS_USED, null, "", 0, "").onPass(Kind.PASS_USED, 4)).isFalse();
    assertThat(of(Kind.RESULT, 0).onResult(4, "linen")).isTrue();
    assertThat(of(Kind.RESULT, 0).onResult(4, "wire")).isFalse();
    assertThat(of(Kind.RESULT, 0).onResult(5, "linen")).isFalse();
    Start event = new Start(Kind.EVENT, null, "", 0, "", "course.finished");
    assertThat(refused(event)).isEmpty();
    assertThat(event.onEvent("course.finished")).isTrue();
    assertThat(event.onEvent("course.begun")).isFalse();
    assertThat(new Start(Kind.RESULT, null, "", 0, "", "x").onEvent("x")).isFalse();
  }

  @Test
  void itsMoment_isCountedInTheZone() {
    Instant issued = Instant.parse("2026-11-20T10:00:00Z");
    assertThat(of(Kind.PASS_NOT_USED, 3).looksAt(issued)).isEqualTo("2026-11-23T10:00:00Z");
    assertThat(of(Kind.ENDS_SOON, 2).beforeEnd(issued, DUBLIN)).isEqualTo("2026-11-18T00:00:00Z");
    assertThat(of(Kind.DATE_FIELD, -1).onDate("2026-06-02", DUBLIN))
        .contains(Instant.parse("2026-05-31T23:00:00Z"));
    assertThat(of(Kind.DATE_FIELD, -1).onDate("in June", DUBLIN)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "ALWAYS, true, true, ''",
    "PASS_USED, true, false, the pass was not used",
    "PASS_NOT_USED, false, true, the pass was used",
    "HAS_TAG, true, false, without the tag a",
    "LACKS_TAG, false, true, has the tag a",
    "ENDS_WITHIN, true, false, nothing ends within 5 days",
    "RESULT_IS, true, false, came to something else",
    "RESULT_IS_NOT, false, true, came to just that"
  })
  void aCondition_holdsForWhomItSays_andTellsWhyNot(
      Condition.Kind kind, boolean all, boolean nothing, String why) {
    Condition condition = new Condition(kind, "a", 5, "linen");
    Known everything = new Known(true, Set.of("A"), Optional.of(5L), Optional.of("linen"));
    assertThat(condition.holds(everything)).isEqualTo(all);
    assertThat(condition.holds(Known.NOTHING)).isEqualTo(nothing);
    assertThat(condition.words()).isEqualTo(why);
    assertThat(condition.code()).isEqualTo(kind.name().toLowerCase(java.util.Locale.ROOT));
    assertThat(Refusals.of(problems -> condition.check("c", problems))).isEmpty();
  }

  @Test
  void whatEndsTooFarAway_doesNotHold() {
    Condition soon = new Condition(Condition.Kind.ENDS_WITHIN, "", 5);
    assertThat(soon.holds(new Known(true, Set.of(), Optional.of(6L), Optional.empty()))).isFalse();
  }

  @Test
  void aCondition_namesWhatItLooksAt() {
    assertThat(refusedOf(Condition.Kind.HAS_TAG, 0)).containsExactly("c.tag empty");
    assertThat(refusedOf(Condition.Kind.RESULT_IS, 0)).containsExactly("c.result empty");
    assertThat(refusedOf(Condition.Kind.ENDS_WITHIN, -1)).containsExactly("c.days out_of_range");
    assertThat(refusedOf(Condition.Kind.ENDS_WITHIN, 3651)).containsExactly("c.days out_of_range");
    assertThat(refusedOf(Condition.Kind.ENDS_WITHIN, 3650)).isEmpty();
    assertThat(refusedOf(Condition.Kind.ALWAYS, 9999)).as("it counts no days").isEmpty();
  }

  private static List<String> refusedOf(Condition.Kind kind, int days) {
    return Refusals.of(problems -> new Condition(kind, " ", days, " ").check("c", problems));
  }

  @Test
  void aStep_tellsWhyItComesLater() {
    // A Friday, two in the afternoon.
    Instant friday = Instant.parse("2026-11-20T14:00:00Z");
    Pace plain = Pace.in(DUBLIN);
    StepTiming aDay = StepTiming.after(new Wait(1, Wait.Unit.DAYS));
    assertThat(Moved.of(aDay, friday, plain)).isEmpty();
    StepTiming weekdays =
        new StepTiming(
            new Wait(1, Wait.Unit.DAYS),
            Optional.empty(),
            Set.of(DayOfWeek.MONDAY, DayOfWeek.TUESDAY),
            Optional.empty());
    assertThat(Moved.of(weekdays, friday, plain)).contains(Moved.WEEKDAY);
    StepTiming mornings =
        new StepTiming(
            new Wait(1, Wait.Unit.DAYS),
            Optional.empty(),
            StepTiming.ALL_DAYS,
            Optional.of(new SendingWindow(8 * 60, 12 * 60)));
    assertThat(Moved.of(mornings, friday, plain)).contains(Moved.WINDOW);
    Pace spaced = new Pace(DUBLIN, Duration.ofDays(3), Optional.of(friday));
    assertThat(Moved.of(aDay, friday, spaced)).contains(Moved.SPACING);
    assertThat(Moved.unmoved(weekdays, friday, DUBLIN)).isEqualTo(friday.plus(Duration.ofDays(1)));
  }

  @Test
  void aStepThatCountsBack_mayNeverCome() {
    Instant now = Instant.parse("2026-11-20T14:00:00Z");
    StepTiming before =
        new StepTiming(
            Wait.AT_ONCE,
            Optional.of(LocalTime.of(9, 0)),
            StepTiming.ALL_DAYS,
            Optional.empty(),
            Optional.of(2));
    assertThat(Moved.of(before, now, Pace.in(DUBLIN))).contains(Moved.NEVER);
    Pace ends = Pace.in(DUBLIN).endingAt(Optional.of(Instant.parse("2026-11-30T12:00:00Z")));
    assertThat(Moved.of(before, now, ends)).isEmpty();
  }
}
