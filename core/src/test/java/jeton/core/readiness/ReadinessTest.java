package jeton.core.readiness;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.display.DisplayRules;
import jeton.core.display.PagePattern;
import jeton.core.display.Pages;
import jeton.core.display.Season;
import jeton.core.display.Shape;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.email.LinkTag;
import jeton.core.followup.Condition;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
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
import jeton.core.incentive.Download;
import jeton.core.people.TagChange;
import org.junit.jupiter.api.Test;

class ReadinessTest {
  private static final Instant NOW = Instant.parse("2026-11-24T10:00:00Z");
  private static final PageWords WORDS = new PageWords("h", "t");
  private static final EmailContent PLAIN =
      new EmailContent("Subject", "", "<p>x</p>", EmailButton.NONE);
  private static final EmailContent HANDING_OVER =
      new EmailContent("Here", "", "", new EmailButton("Open", EmailButton.Target.PASS, ""));

  private static final EmailContent CONFIRMING =
      new EmailContent("Sure?", "", "", new EmailButton("Yes", EmailButton.Target.CONFIRM, ""));

  private int files = 1;
  private String postalAddress = "4 Gable Yard";
  private String sender = "hello@quireandthread.example";
  private boolean confirmation = true;
  private boolean opens = true;
  private boolean byEmail = true;
  private EmailContent confirmEmail = CONFIRMING;
  private EmailContent delivery = HANDING_OVER;
  private Map<String, String> whenUnknown = Map.of("first_name", "there");
  private Facts.Mail mail = new Facts.Mail(true, "", true, true, "quireandthread.example");
  private Facts.Install install = Facts.Install.WISE;
  private List<TagChange> tagChanges = List.of();
  private SequenceRules rules = SequenceRules.USUAL;
  private boolean paused = false;
  private String ink = "#1C2A26";
  private boolean formsOn = true;
  private boolean onTheSpot = false;
  private final List<Facts.Asking> forms = new ArrayList<>();
  private final List<Facts.Written> steps = new ArrayList<>();

  private List<String> codes() {
    return findings().stream().map(Finding::code).toList();
  }

  private List<Finding> findings() {
    return Readiness.of(
        new Facts(
            Download.missing(files == 0 ? List.of() : List.of("plan.pdf")),
            new Facts.Business(postalAddress, "Quire & Thread", sender, whenUnknown, mail, install),
            forms(),
            new ConfirmSettings(confirmation, confirmEmail, WORDS, WORDS, 7, opens),
            new HandOverSettings(
                onTheSpot, byEmail, delivery, WORDS, PassLimits.NONE, RunAgain.NEVER, tagChanges),
            new Facts.FollowUp(steps, rules, paused),
            Set.of("reader"),
            lists,
            new Facts.Timing(NOW, ZoneId.of("Europe/Dublin"), Duration.ZERO)));
  }

  private Set<Long> lists = Set.of(1L);

  @Test
  void aFormThatPutsNobodyOnAList_isWorthALook() {
    assertThat(codes()).doesNotContain("no_list");
    lists = Set.of(2L);
    assertThat(codes()).contains("no_list");
  }

  private List<Facts.Asking> forms() {
    List<Facts.Asking> all = new ArrayList<>(forms);
    all.add(0, form("page", Shape.FULL_PAGE, DisplayRules.IN_PAGE, Optional.empty()));
    return all;
  }

  private Facts.Asking form(
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
    return new Facts.Asking(key, shape, formsOn, settings, seenAt);
  }

  private void step(boolean ready, int minutes, EmailContent email) {
    long id = steps.size() + 1;
    StepTiming timing = StepTiming.after(new Wait(minutes, Wait.Unit.MINUTES));
    steps.add(new Facts.Written(new Step(id, id, ready, timing), email));
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
    confirmEmail =
        new EmailContent(
            " ",
            "",
            "<p><a href=\"https://\">x</a></p>",
            new EmailButton("Yes", EmailButton.Target.CONFIRM, ""));
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

  private void stepWith(StepTiming timing, Condition condition, EmailContent email) {
    long id = steps.size() + 1;
    steps.add(new Facts.Written(new Step(id, id, true, timing, condition), email));
  }

  private static EmailContent linking(String href) {
    return new EmailContent(
        "s", "", "<p>x</p>", new EmailButton("Look", EmailButton.Target.LINK, href));
  }

  @Test
  void aConfirmationWithoutItsButton_isGrave_andCanBeCured() {
    confirmEmail = PLAIN;
    assertThat(codes()).containsExactly("no_confirm_button");
    assertThat(Readiness.mayGoLive(findings())).isFalse();
    assertThat(findings().get(0).fix().orElseThrow().words()).isEqualTo("Put the button in");
  }

  @Test
  void aDeliveryEmailWithoutThePass_isFound() {
    delivery = PLAIN;
    assertThat(codes()).containsExactly("page_only", "delivery_without_pass");
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

  private static String cure(Finding finding) {
    return finding.fix().orElseThrow().words();
  }

  @Test
  void aHole_isCuredByUsualWords_onlyWhereSomeFit() {
    whenUnknown = Map.of("offer_name", "");
    step(true, 90, new EmailContent("On {{offer_name}}", "", "<p>x</p>", EmailButton.NONE));
    assertThat(findings())
        .singleElement()
        .satisfies(hole -> assertThat(cure(hole)).isEqualTo("Say “what you asked for” then"));
    steps.clear();
    step(true, 90, new EmailContent("On {{paper}} paper", "", "<p>x</p>", EmailButton.NONE));
    assertThat(findings())
        .singleElement()
        .satisfies(
            hole -> {
              assertThat(hole.code()).isEqualTo("empty_fill_in");
              assertThat(hole.fix()).isEmpty();
            });
  }

  @Test
  void holesWhereNothingIsKnown_areFound() {
    step(true, 90, new EmailContent("Hello {{first_name}}", "", "<p>x</p>", EmailButton.NONE));
    assertThat(codes()).isEmpty();
    whenUnknown = Map.of();
    assertThat(codes()).containsExactly("empty_fill_in");
    assertThat(cure(findings().get(0))).isEqualTo("Say “there” then");
    steps.clear();
    step(
        true,
        90,
        new EmailContent(
            "Hello {{first_name}}{{^first_name}}friend{{/first_name}}",
            "",
            "<p>x</p>",
            EmailButton.NONE));
    assertThat(codes()).isEmpty();
  }

  @Test
  void buttonsWithoutTarget_andBareFiles_areFound() {
    EmailContent noTarget =
        PLAIN.withBlocks(
            List.of(EmailBlock.button(new EmailButton("Look", EmailButton.Target.NONE, ""))));
    step(true, 90, noTarget);
    step(true, 90, linking("https://quireandthread.example/g/abc"));
    step(true, 90, linking("https://shop.example/plan.PDF?v=2"));
    step(true, 90, linking("https://shop.example/plan"));
    assertThat(codes()).containsExactly("button_without_target", "bare_file", "bare_file");
  }

  @Test
  void tagsThatAreGone_areFoundWhereverTheyAreNamed() {
    tagChanges =
        List.of(
            new TagChange(TagChange.When.SIGN_UP, "Reader", true),
            new TagChange(TagChange.When.FIRST_USE, "buyer", true));
    rules =
        new SequenceRules(
            false, new Goal(Goal.Kind.TAG_GAINED, "customer"), Start.BY_SIGN_UP, RunAgain.NEVER);
    StepTiming later = StepTiming.after(new Wait(2, Wait.Unit.DAYS));
    stepWith(later, new Condition(Condition.Kind.LACKS_TAG, "guest"), PLAIN);
    stepWith(later, new Condition(Condition.Kind.HAS_TAG, " READER "), PLAIN);
    assertThat(findings())
        .extracting(Finding::code, Finding::control)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("tag_gone", "tags"),
            org.assertj.core.groups.Tuple.tuple("tag_gone", "step-1"),
            org.assertj.core.groups.Tuple.tuple("tag_gone", "sequence"));
  }

  @Test
  void aPausedFollowUp_isFound() {
    paused = true;
    assertThat(codes()).containsExactly("sequence_paused");
  }

  @Test
  void mail_withoutServer_withLinksNobodyCanOpen_orAStrangeSender_isFound() {
    mail = new Facts.Mail(false, "", true, true, "127.0.0.1");
    assertThat(codes()).containsExactly("no_mail_server");
    mail = new Facts.Mail(true, "", true, false, "127.0.0.1");
    assertThat(codes()).containsExactly("no_way_to_leave");
    mail = new Facts.Mail(true, "ann@elsewhere.example", true, false, "q.example");
    assertThat(codes()).containsExactly("sender_domain");
    mail = new Facts.Mail(true, "ann@mail.quireandthread.example", true, false, "q.example");
    assertThat(codes()).isEmpty();
  }

  @Test
  void formsNobodyCanReach_areFound() {
    DisplayRules calm = DisplayRules.CALM;
    Season over =
        new Season(
            Optional.empty(),
            Optional.of(java.time.LocalDate.of(2026, 11, 23)),
            calm.season().days(),
            0,
            24);
    forms.add(
        form(
            "a",
            Shape.BAR,
            new DisplayRules(
                calm.pages(), calm.audience(), calm.frequency(), over, calm.trigger(), 0),
            Optional.of(NOW)));
    PagePattern blog = new PagePattern(PagePattern.Type.STARTS, "/blog");
    forms.add(
        form(
            "b",
            Shape.BAR,
            new DisplayRules(
                new Pages(List.of(blog), List.of(blog)),
                calm.audience(),
                calm.frequency(),
                calm.season(),
                calm.trigger(),
                0),
            Optional.of(NOW)));
    assertThat(codes()).containsExactly("form_over", "form_nowhere");
  }

  @Test
  void whatIsUnwiseAboutTheInstall_isWorthALook_whereOthersCanReachIt() {
    install = new Facts.Install(false, true, true);
    mail = new Facts.Mail(true, "hello@quireandthread.example", false, false, "127.0.0.1");
    assertThat(codes())
        .contains("mail_password_readable", "proxy_not_named")
        .doesNotContain("not_encrypted", "listens_to_all");
    mail = new Facts.Mail(true, "", false, false, "quireandthread.example");
    assertThat(codes()).contains("not_encrypted").doesNotContain("mail_password_readable");
    install = new Facts.Install(true, true, false);
    assertThat(codes()).contains("listens_to_all").doesNotContain("not_encrypted");
    assertThat(findings()).noneMatch(f -> f.severity() == Finding.Severity.GRAVE);
  }

  private List<String> messages() {
    return findings().stream().map(Finding::message).toList();
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
  void tagsByLinks_needTheirLink_andTheirTag() {
    EmailContent linking =
        new EmailContent(
            "Subject",
            "",
            EmailContent.Style.FRAMED,
            List.of(EmailBlock.text("<p><a href=\"https://a.example/x\">x</a></p>")),
            "",
            List.of(
                new LinkTag("https://a.example/x", "reader", true),
                new LinkTag("https://a.example/y", "gone", true)));
    step(true, 60, linking);
    assertThat(codes()).containsExactlyInAnyOrder("tag_gone", "tagged_link_gone");
  }

  @Test
  void wordsOfFourAndAHalfToOne_canBeRead() {
    // On this paper the first is just above that, the second just below.
    ink = "#6F6F6F";
    assertThat(codes()).doesNotContain("low_contrast");
    ink = "#777777";
    assertThat(codes()).contains("low_contrast");
  }

  @Test
  void aFormOnItsLastDay_isNotOver() {
    DisplayRules today =
        new DisplayRules(
            DisplayRules.IN_PAGE.pages(),
            DisplayRules.IN_PAGE.audience(),
            DisplayRules.IN_PAGE.frequency(),
            new Season(
                Optional.empty(),
                Optional.of(java.time.LocalDate.of(2026, 11, 24)),
                Set.of(),
                0,
                24),
            DisplayRules.IN_PAGE.trigger(),
            0);
    forms.add(form("a", Shape.IN_PAGE, today, Optional.of(NOW)));
    assertThat(codes()).doesNotContain("form_over");
  }

  @Test
  void whatIsOpenedByAClick_doesNotInterrupt() {
    DisplayRules calm = DisplayRules.CALM;
    DisplayRules asked =
        new DisplayRules(
            calm.pages(),
            calm.audience(),
            calm.frequency(),
            calm.season(),
            new jeton.core.display.Trigger(jeton.core.display.Trigger.Kind.ON_CLICK, 0),
            0);
    forms.add(form("a", Shape.POP_UP, calm, Optional.of(NOW)));
    forms.add(form("b", Shape.POP_UP, asked, Optional.of(NOW)));
    assertThat(codes()).doesNotContain("two_interrupt");
    forms.add(form("c", Shape.POP_UP, calm, Optional.of(NOW)));
    assertThat(codes()).contains("two_interrupt");
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

  private static EmailContent linking(String href, LinkTag... tags) {
    return new EmailContent(
        "s",
        "p",
        EmailContent.Style.FRAMED,
        List.of(EmailBlock.text("<p><a href=\"" + href + "\">x</a></p>")),
        "",
        List.of(tags));
  }

  @Test
  void aLinkWithoutAnAddress_isCalledThat() {
    step(true, 60, linking(""));
    assertThat(findings())
        .filteredOn(f -> f.code().equals("dead_link"))
        .extracting(Finding::message)
        .singleElement()
        .asString()
        .contains("a link without an address");
  }

  @Test
  void aTagOnALink_thatIsThere_isFine() {
    String href = "https://q.example/a";
    step(true, 60, linking(href, new LinkTag(href, "reader", true)));
    assertThat(codes()).doesNotContain("tagged_link_gone", "tag_gone");
  }

  @Test
  void aTagOnTheWay_thatIsThere_isFine() {
    tagChanges = List.of(new TagChange(TagChange.When.SIGN_UP, "reader", true));
    assertThat(codes()).doesNotContain("tag_gone");
  }

  @Test
  void aFollowUpThatOnlyTalks_handsNothingOver() {
    opens = false;
    byEmail = false;
    step(true, 60, PLAIN);
    step(false, 60, HANDING_OVER);
    assertThat(codes()).contains("nothing_hands_over");
    step(true, 60, HANDING_OVER);
    assertThat(codes()).doesNotContain("nothing_hands_over");
  }

  @Test
  void twoStepsThatHandOver_haveNoCureByTheDeliveryEmail() {
    byEmail = false;
    step(true, 10, HANDING_OVER);
    step(true, 10, HANDING_OVER);
    assertThat(findings())
        .filteredOn(f -> f.code().equals("two_hand_over"))
        .singleElement()
        .satisfies(f -> assertThat(f.fix()).isEmpty());
  }
}
