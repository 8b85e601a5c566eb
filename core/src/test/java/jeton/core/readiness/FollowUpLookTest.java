package jeton.core.readiness;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import jeton.core.followup.Condition;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.StepTiming;
import jeton.core.followup.Wait;
import org.junit.jupiter.api.Test;

/** The follow-up: its steps, moments and rules. */
class FollowUpLookTest extends AnOffer {
  @Test
  void aDraftAtTheEnd_isToldApart() {
    step(true, 0, PLAIN);
    step(false, 0, PLAIN);
    assertThat(codes()).containsExactly("draft_at_the_end");
    assertThat(findings().get(0).control()).isEqualTo("step-2");
  }

  @Test
  void aFirstEmailThatHandsOverLate_isFound_onlyWhenNothingComesBeforeIt() {
    step(true, 120, HANDING_OVER);
    assertThat(codes()).isEmpty();
    byEmail = false;
    assertThat(codes()).containsExactly("first_not_at_once");
  }

  @Test
  void aLastEmailBeyondSixtyDays_isFound() {
    step(true, 60 * 24 * 60, PLAIN);
    assertThat(codes()).isEmpty();
    step(true, 1, PLAIN);
    assertThat(codes()).containsExactly("far_off");
    assertThat(findings().get(0).control()).isEqualTo("step-2");
  }

  @Test
  void aPausedFollowUp_isFound() {
    paused = true;
    assertThat(codes()).containsExactly("sequence_paused");
  }

  @Test
  void emailsOfTheFollowUp_areNamedByTheirPlace() {
    step(true, 60, PLAIN);
    step(false, 60, PLAIN);
    step(true, 60, PLAIN.withSubject(" "));
    step(false, 60, PLAIN);
    assertThat(messages())
        .containsExactlyInAnyOrder(
            "Email 2 in the middle of the follow-up is a draft: nobody gets it yet.",
            "Follow-up email 3 has no subject.",
            "Email 4 at the end of the follow-up is a draft: nobody gets it yet.");
  }

  @Test
  void aConditionOnATagThatIsGone_isNamedByItsPlace() {
    StepTiming hour = StepTiming.after(new Wait(1, Wait.Unit.HOURS));
    stepWith(hour, new Condition(Condition.Kind.HAS_TAG, "Reader"), PLAIN);
    stepWith(hour, new Condition(Condition.Kind.LACKS_TAG, "gone"), PLAIN);
    stepWith(hour, Condition.ALWAYS, PLAIN);
    assertThat(messages()).containsExactly("Email 2 looks at a tag that is gone: gone.");
  }

  @Test
  void whatCountsBackFromNoEnd_isNeverDue() {
    StepTiming back =
        new StepTiming(
            Wait.AT_ONCE,
            Optional.of(java.time.LocalTime.NOON),
            StepTiming.ALL_DAYS,
            Optional.empty(),
            Optional.of(2));
    step(true, 60, PLAIN);
    stepWith(back, Condition.ALWAYS, PLAIN.withSubject("Two days left"));
    assertThat(messages())
        .containsExactly(
            "“Two days left” counts back from the end, but can never be due: nothing ends.");
  }

  @Test
  void sixtyDays_areNotFarOff_moreAre() {
    stepWith(StepTiming.after(new Wait(60, Wait.Unit.DAYS)), Condition.ALWAYS, PLAIN);
    assertThat(codes()).isEmpty();
    stepWith(StepTiming.after(new Wait(1, Wait.Unit.HOURS)), Condition.ALWAYS, PLAIN);
    assertThat(codes()).containsExactly("far_off");
  }

  @Test
  void aGoalWhoseTagIsThere_isFine() {
    rules =
        new SequenceRules(
            false,
            new Goal(Goal.Kind.TAG_GAINED, "reader"),
            SequenceRules.USUAL.start(),
            RunAgain.NEVER);
    step(true, 60, PLAIN);
    assertThat(codes()).doesNotContain("tag_gone");
  }

  @Test
  void theLastStep_asADraft_standsAtTheEnd() {
    step(true, 60, PLAIN);
    step(false, 60, PLAIN);
    assertThat(codes()).contains("draft_at_the_end").doesNotContain("draft_in_the_middle");
    assertThat(findings()).extracting(Finding::message).anyMatch(w -> w.contains("at the end"));
    step(true, 60, PLAIN);
    assertThat(codes()).contains("draft_in_the_middle");
    assertThat(findings()).extracting(Finding::message).anyMatch(w -> w.contains("in the middle"));
  }
}
