package jeton.core.readiness;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.display.DisplayRules;
import jeton.core.display.Shape;
import jeton.core.followup.RunAgain;
import jeton.core.followup.Step;
import jeton.core.followup.StepTiming;
import jeton.core.followup.Wait;
import jeton.core.form.Afterwards;
import jeton.core.form.FormField;
import jeton.core.form.FormPicture;
import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.core.form.Looks;
import jeton.core.form.Opening;
import jeton.core.form.PageWords;
import jeton.core.handover.HandOverSettings;
import jeton.core.handover.PassLimits;
import jeton.core.mail.EmailButton;
import jeton.core.mail.EmailContent;
import org.junit.jupiter.api.Test;

class ReadinessTest {
  private static final Instant NOW = Instant.parse("2026-11-24T10:00:00Z");
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
  private boolean formsOn = true;
  private boolean onTheSpot = false;
  private final List<Readiness.Asking> forms = new ArrayList<>();
  private final List<Readiness.FollowUp> steps = new ArrayList<>();

  private List<String> codes() {
    return findings().stream().map(Finding::code).toList();
  }

  private List<Finding> findings() {
    return Readiness.of(
        new Readiness.Facts(
            files,
            new Readiness.Business(postalAddress, "Quire & Thread", sender),
            forms(),
            new ConfirmSettings(confirmation, confirmEmail, WORDS, WORDS, 7, opens),
            new HandOverSettings(
                onTheSpot, byEmail, HANDING_OVER, WORDS, PassLimits.NONE, RunAgain.NEVER),
            steps,
            NOW,
            ZoneId.of("Europe/Dublin")));
  }

  private List<Readiness.Asking> forms() {
    List<Readiness.Asking> all = new ArrayList<>(forms);
    all.add(0, form("page", Shape.FULL_PAGE, DisplayRules.IN_PAGE, Optional.empty()));
    return all;
  }

  private Readiness.Asking form(
      String key, Shape shape, DisplayRules display, Optional<Instant> seenAt) {
    FormSettings settings =
        new FormSettings(
            key,
            FormWords.plain("h", "", List.of(), "b"),
            FormPicture.NONE,
            List.of(FormField.email("Email", "")),
            Looks.of("#FBF8F1", ink, "#16423C", "#FFFFFF"),
            Opening.PLAIN,
            Afterwards.PLAIN,
            display);
    return new Readiness.Asking(key, shape, formsOn, settings, seenAt);
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
  void forms_neverSeen_orNotLately_areFound() {
    forms.add(form("a", Shape.IN_PAGE, DisplayRules.IN_PAGE, Optional.empty()));
    forms.add(form("b", Shape.BAR, DisplayRules.CALM, Optional.of(NOW.minusSeconds(8 * 86_400))));
    forms.add(form("c", Shape.BAR, DisplayRules.CALM, Optional.of(NOW.minusSeconds(6 * 86_400))));
    assertThat(codes()).containsExactly("never_seen", "not_seen_lately");
  }

  @Test
  void twoFormsThatInterruptOnOnePage_areFound() {
    forms.add(form("a", Shape.POP_UP, DisplayRules.CALM, Optional.of(NOW)));
    forms.add(form("b", Shape.SLIDE_IN, DisplayRules.CALM, Optional.of(NOW)));
    assertThat(codes()).containsExactly("two_interrupt");
  }

  @Test
  void everyFormOff_isFound() {
    formsOn = false;
    assertThat(codes()).containsExactly("no_form_on");
  }

  @Test
  void handingOverOnTheSpot_isWorthALook() {
    onTheSpot = true;
    assertThat(codes()).containsExactly("on_the_spot");
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
