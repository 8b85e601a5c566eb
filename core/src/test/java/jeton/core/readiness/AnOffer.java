package jeton.core.readiness;

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
import jeton.core.display.Shape;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.email.LinkTag;
import jeton.core.followup.Condition;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
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

/** An offer whose parts can be spoilt one at a time. */
abstract class AnOffer {
  static final Instant NOW = Instant.parse("2026-11-24T10:00:00Z");

  static final PageWords WORDS = new PageWords("h", "t");

  static final EmailContent PLAIN = new EmailContent("Subject", "", "<p>x</p>", EmailButton.NONE);

  static final EmailContent HANDING_OVER =
      new EmailContent("Here", "", "", new EmailButton("Open", EmailButton.Target.PASS, ""));

  static final EmailContent CONFIRMING =
      new EmailContent("Sure?", "", "", new EmailButton("Yes", EmailButton.Target.CONFIRM, ""));

  int files = 1;

  String postalAddress = "4 Gable Yard";

  String sender = "hello@quireandthread.example";

  boolean confirmation = true;

  boolean opens = true;

  boolean byEmail = true;

  EmailContent confirmEmail = CONFIRMING;

  EmailContent delivery = HANDING_OVER;

  Map<String, String> whenUnknown = Map.of("first_name", "there");

  Facts.Mail mail = new Facts.Mail(true, "", true, true, "quireandthread.example");

  Facts.Install install = Facts.Install.WISE;

  List<TagChange> tagChanges = List.of();

  SequenceRules rules = SequenceRules.USUAL;

  boolean paused = false;

  String ink = "#1C2A26";

  boolean formsOn = true;

  boolean onTheSpot = false;

  final List<Facts.Asking> forms = new ArrayList<>();

  final List<Facts.Written> steps = new ArrayList<>();

  List<String> codes() {
    return findings().stream().map(Finding::code).toList();
  }

  List<Finding> findings() {
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
            trials,
            new Facts.Timing(NOW, ZoneId.of("Europe/Dublin"), Duration.ZERO)));
  }

  Set<Long> lists = Set.of(1L);

  List<Facts.Trying> trials = List.of();

  List<Facts.Asking> forms() {
    List<Facts.Asking> all = new ArrayList<>(forms);
    all.add(0, form("page", Shape.FULL_PAGE, DisplayRules.IN_PAGE, Optional.empty()));
    return all;
  }

  Facts.Asking form(String key, Shape shape, DisplayRules display, Optional<Instant> seenAt) {
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

  void step(boolean ready, int minutes, EmailContent email) {
    long id = steps.size() + 1;
    StepTiming timing = StepTiming.after(new Wait(minutes, Wait.Unit.MINUTES));
    steps.add(new Facts.Written(new Step(id, id, ready, timing), email));
  }

  void stepWith(StepTiming timing, Condition condition, EmailContent email) {
    long id = steps.size() + 1;
    steps.add(new Facts.Written(new Step(id, id, true, timing, condition), email));
  }

  static EmailContent linking(String href) {
    return new EmailContent(
        "s", "", "<p>x</p>", new EmailButton("Look", EmailButton.Target.LINK, href));
  }

  static String cure(Finding finding) {
    return finding.cure().orElseThrow().words();
  }

  List<String> messages() {
    return findings().stream().map(Finding::message).toList();
  }

  static EmailContent linking(String href, LinkTag... tags) {
    return new EmailContent(
        "s",
        "p",
        EmailContent.Style.FRAMED,
        List.of(EmailBlock.text("<p><a href=\"" + href + "\">x</a></p>")),
        "",
        List.of(tags));
  }
}
