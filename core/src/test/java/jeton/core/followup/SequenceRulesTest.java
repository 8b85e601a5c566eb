package jeton.core.followup;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import org.junit.jupiter.api.Test;

/** Rules of sequences and steps as owners write them. */
class SequenceRulesTest {
  private static StepRules rules(String at, String from, String to, DayOfWeek... days) {
    return new StepRules(2, Wait.Unit.DAYS, at, List.of(days), from, to, Condition.ALWAYS);
  }

  private static List<String> problems(StepRules rules) {
    Problems problems = new Problems();
    rules.check("steps[0]", problems);
    return problems.list().stream().map(p -> p.field() + " " + p.code()).toList();
  }

  @Test
  void textForm_becomesTiming() {
    StepTiming timing = rules("08:00", "07:30", "24:00", DayOfWeek.MONDAY).timing();
    assertThat(timing.at()).contains(LocalTime.of(8, 0));
    assertThat(timing.days()).containsExactly(DayOfWeek.MONDAY);
    assertThat(timing.window()).contains(new SendingWindow(450, 1440));
    assertThat(StepRules.after(0, Wait.Unit.MINUTES).timing())
        .isEqualTo(StepTiming.after(Wait.AT_ONCE));
  }

  @Test
  void contradictions_areToldAtTheirField() {
    assertThat(problems(rules("", "", ""))).containsExactly("steps[0].days no_day");
    assertThat(problems(rules("8 am", "", "", DayOfWeek.MONDAY)))
        .containsExactly("steps[0].at not_a_time");
    assertThat(problems(rules("", "18:00", "09:00", DayOfWeek.MONDAY)))
        .containsExactly("steps[0].from window_order");
    assertThat(problems(rules("20:00", "09:00", "18:00", DayOfWeek.MONDAY)))
        .containsExactly("steps[0].at at_outside_window");
    StepRules minutes =
        new StepRules(
            5,
            Wait.Unit.MINUTES,
            "08:00",
            List.of(DayOfWeek.values()),
            "",
            "",
            new Condition(Condition.Kind.HAS_TAG, " "));
    assertThat(problems(minutes))
        .containsExactly("steps[0].condition.tag empty", "steps[0].at at_needs_days");
    assertThat(problems(StepRules.after(-1, Wait.Unit.DAYS)))
        .containsExactly("steps[0].waitAmount out_of_range");
  }

  @Test
  void aDateInAField_startsOnThatDay_orDaysFromIt() {
    Start start = new Start(Start.Kind.DATE_FIELD, Optional.empty(), "", -7, "wedding");
    ZoneId dublin = ZoneId.of("Europe/Dublin");
    assertThat(start.onDate("2026-07-10", dublin)).contains(Instant.parse("2026-07-02T23:00:00Z"));
    assertThat(start.onDate("next spring", dublin)).isEmpty();
  }

  @Test
  void startsAndGoals_withoutWhatTheyName_areRefused() {
    Problems problems = new Problems();
    new SequenceRules(
            true,
            new Goal(Goal.Kind.TAG_GAINED, ""),
            new Start(Start.Kind.PASS_NOT_USED, Optional.empty(), "", 0, ""),
            new RunAgain(RunAgain.When.AFTER_DAYS, 0))
        .check("rules", problems);
    assertThat(problems.list())
        .extracting(Problem::field)
        .containsExactly(
            "rules.goal.tag", "rules.start.offerId", "rules.start.days", "rules.again.days");
  }

  @Test
  void startsAndGoals_answerToWhatTheyName() {
    assertThat(new Goal(Goal.Kind.TAG_GAINED, "Buyer").reachedByTag("buyer ")).isTrue();
    assertThat(Goal.NONE.reachedByTag("buyer")).isFalse();
    Start pass = new Start(Start.Kind.PASS_USED, Optional.of(4L), "", 0, "");
    assertThat(pass.onPass(Start.Kind.PASS_USED, 4)).isTrue();
    assertThat(pass.onPass(Start.Kind.PASS_USED, 5)).isFalse();
    assertThat(pass.onPass(Start.Kind.PASS_NOT_USED, 4)).isFalse();
    assertThat(new Start(Start.Kind.TAG_GAINED, Optional.empty(), "A", 0, "").onTag("a")).isTrue();
  }

  @Test
  void aTimeThatIsNone_isToldAtItsField() {
    assertThat(refusals(rules("8:00", "", ""))).containsExactly("step.at not_a_time");
    assertThat(refusals(rules("", "9", ""))).containsExactly("step.from not_a_time");
    assertThat(refusals(rules("", "08:00", "25:00"))).containsExactly("step.to not_a_time");
    assertThat(refusals(rules("", "08:00", "24:00", DayOfWeek.MONDAY))).isEmpty();
  }

  private static List<String> refusals(StepRules rules) {
    return jeton.core.Refusals.of(problems -> rules.check("step", problems));
  }
}
