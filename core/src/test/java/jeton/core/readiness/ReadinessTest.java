package jeton.core.readiness;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.followup.RunAgain;
import jeton.core.followup.Step;
import jeton.core.followup.StepTiming;
import jeton.core.followup.Wait;
import jeton.core.form.Looks;
import jeton.core.form.PageWords;
import jeton.core.handover.HandOverSettings;
import jeton.core.handover.PassLimits;
import jeton.core.mail.EmailButton;
import jeton.core.mail.EmailContent;
import org.junit.jupiter.api.Test;

class ReadinessTest {
  private static final PageWords WORDS = new PageWords("h", "t");
  private static final EmailContent PLAIN =
      new EmailContent("Subject", "", "<p>x</p>", EmailButton.NONE);
  private static final EmailContent HANDING_OVER =
      new EmailContent("Here", "", "", new EmailButton("Open", EmailButton.Target.PASS, ""));

  private int files = 1;
  private String postalAddress = "4 Gable Yard";
  private String sender = "hello@quireandthread.example";
  private boolean confirmation = true;
  private boolean opens = true;
  private boolean byEmail = true;
  private EmailContent confirmEmail = PLAIN;
  private String ink = "#1C2A26";
  private final List<Readiness.FollowUp> steps = new ArrayList<>();

  private List<String> codes() {
    return findings().stream().map(Finding::code).toList();
  }

  private List<Finding> findings() {
    return Readiness.of(
        new Readiness.Facts(
            files,
            new Readiness.Business(postalAddress, "Quire & Thread", sender),
            new Looks("#FBF8F1", ink, "#16423C", "#FFFFFF"),
            new ConfirmSettings(confirmation, confirmEmail, WORDS, WORDS, 7, opens),
            new HandOverSettings(byEmail, HANDING_OVER, WORDS, PassLimits.NONE, RunAgain.NEVER),
            steps,
            Instant.parse("2026-11-24T10:00:00Z"),
            ZoneId.of("Europe/Dublin")));
  }

  private void step(boolean ready, int minutes, EmailContent email) {
    long id = steps.size() + 1;
    StepTiming timing = StepTiming.after(new Wait(minutes, Wait.Unit.MINUTES));
    steps.add(new Readiness.FollowUp(new Step(id, id, ready, timing), email));
  }

  @Test
  void aWholeOffer_hasNothingToLookAt() {
    step(true, 60, PLAIN);
    assertThat(codes()).isEmpty();
  }

  @Test
  void theThreeGraveOnes_holdBackGoingLive() {
    files = 0;
    postalAddress = " ";
    sender = "";
    assertThat(codes()).containsExactly("no_file", "no_postal_address", "no_sender");
    assertThat(Readiness.mayGoLive(findings())).isFalse();
  }

  @Test
  void theOthers_doNot() {
    confirmation = false;
    step(false, 0, PLAIN);
    step(true, 0, PLAIN);
    assertThat(codes()).containsExactly("confirmation_off", "draft_in_the_middle");
    assertThat(Readiness.mayGoLive(findings())).isTrue();
  }

  @Test
  void aDraftAtTheEnd_isToldApart() {
    step(true, 0, PLAIN);
    step(false, 0, PLAIN);
    assertThat(codes()).containsExactly("draft_at_the_end");
    assertThat(findings().get(0).control()).isEqualTo("step-2");
  }

  @Test
  void twoThatHandOverWithinAnHour_areFound_andLaterOnesAreNot() {
    step(true, 60, HANDING_OVER);
    assertThat(codes()).containsExactly("two_hand_over");
    steps.clear();
    step(true, 61, HANDING_OVER);
    assertThat(codes()).isEmpty();
  }

  @Test
  void drafts_doNotCountAsHandingOver() {
    step(false, 0, HANDING_OVER);
    assertThat(codes()).containsExactly("draft_at_the_end");
  }

  @Test
  void nothingHandingOver_isFound() {
    opens = false;
    byEmail = false;
    assertThat(codes()).containsExactly("nothing_hands_over");
    opens = true;
    assertThat(codes()).containsExactly("page_only");
  }

  @Test
  void emptySubjectsAndDeadLinks_areFoundWhereTheyAre() {
    confirmEmail = new EmailContent(" ", "", "<p><a href=\"https://\">x</a></p>", EmailButton.NONE);
    step(
        true,
        90,
        new EmailContent("s", "", "", new EmailButton("Look", EmailButton.Target.LINK, "")));
    assertThat(findings())
        .extracting(Finding::code, Finding::stop)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("empty_subject", Finding.Stop.CONFIRM),
            org.assertj.core.groups.Tuple.tuple("dead_link", Finding.Stop.CONFIRM),
            org.assertj.core.groups.Tuple.tuple("dead_link", Finding.Stop.FOLLOW_UP));
  }

  @Test
  void coloursTooClose_areFound() {
    ink = "#B0B0B0";
    assertThat(codes()).containsExactly("low_contrast");
  }
}
