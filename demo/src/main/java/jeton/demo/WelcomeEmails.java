package jeton.demo;

import java.time.DayOfWeek;
import java.util.List;
import java.util.Optional;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailColumn;
import jeton.core.email.EmailContent;
import jeton.core.email.LinkTag;
import jeton.core.email.SocialLink;
import jeton.core.followup.Condition;
import jeton.core.followup.StepRules;
import jeton.core.followup.Wait;
import jeton.server.sequence.SequenceDraft.StepDraft;

/** Five emails of welcome, and one for those who have not opened their plan. */
final class WelcomeEmails {
  private static final String SHOP = "https://quireandthread.example";
  static final String FIXES = SHOP + "/fixes";
  static final String READER = "reads along";
  private static final List<DayOfWeek> WEEKDAYS =
      List.of(
          DayOfWeek.MONDAY,
          DayOfWeek.TUESDAY,
          DayOfWeek.WEDNESDAY,
          DayOfWeek.THURSDAY,
          DayOfWeek.FRIDAY);
  private static final List<DayOfWeek> WEEKEND = List.of(DayOfWeek.SATURDAY, DayOfWeek.SUNDAY);
  private static final EmailBlock HELLO = EmailBlock.text("<p>Hello {{first_name}},</p>");

  private WelcomeEmails() {}

  /**
   * The welcome.
   *
   * @param picture hash of a drawing for the third email
   */
  static List<StepDraft> welcome(String picture) {
    return List.of(
        step(
            new StepRules(
                2,
                Wait.Unit.DAYS,
                "08:00",
                WEEKDAYS,
                "",
                "",
                new Condition(Condition.Kind.PASS_USED, "")),
            didItHold()),
        step(
            new StepRules(3, Wait.Unit.DAYS, "08:00", WEEKDAYS, "", "", Condition.ALWAYS),
            papers()),
        step(
            new StepRules(5, Wait.Unit.DAYS, "10:00", WEEKEND, "", "", Condition.ALWAYS),
            journal(picture)),
        step(
            new StepRules(4, Wait.Unit.DAYS, "", WEEKDAYS, "09:00", "12:00", Condition.ALWAYS),
            question()),
        new StepDraft(
            Optional.empty(),
            Optional.empty(),
            0,
            false,
            new StepRules(7, Wait.Unit.DAYS, "08:00", WEEKDAYS, "", "", Condition.ALWAYS),
            thanks()));
  }

  /** For those who have not opened their plan in five days. */
  static StepDraft stillHere() {
    return step(
        new StepRules(
            0,
            Wait.Unit.DAYS,
            "09:30",
            List.of(DayOfWeek.values()),
            "",
            "",
            new Condition(Condition.Kind.PASS_NOT_USED, "")),
        email(
            "Your plan is still here",
            "Twelve pages, one evening, and a link that works",
            List.of(
                HELLO,
                EmailBlock.text(
                    "<p>you asked for the plan some days ago and have not opened it yet. It is still here, behind the button.</p><p>Print two sheets, fold them, and the first five holes are done before the tea is cold.</p>"),
                EmailBlock.incentive("Open the plan"))));
  }

  private static StepDraft step(StepRules rules, EmailContent email) {
    return new StepDraft(Optional.empty(), Optional.empty(), 0, true, rules, email);
  }

  private static EmailContent didItHold() {
    return new EmailContent(
        "Did it hold, {{first_name}}{{^first_name}}bookbinder{{/first_name}}?",
        "Two small fixes for most first bindings",
        EmailContent.Style.FRAMED,
        List.of(
            HELLO,
            EmailBlock.text(
                "<p>two days ago you opened the plan. If your pages slip, the thread sits loose at the first hole:"
                    + " pull it along the fold, never across it.</p>"
                    + "<p>If the cover gapes, leave the book under a heavy one overnight.</p>"),
            button("See the two fixes", FIXES)),
        "",
        List.of(new LinkTag(FIXES, READER, true)));
  }

  private static EmailContent papers() {
    return email(
        "Papers and threads worth having",
        "What we reach for ourselves",
        List.of(
            HELLO,
            EmailBlock.text(
                "<p>three papers and one thread do for nearly every small book:</p>"
                    + "<ul><li><p>a laid paper of 100 g for the pages</p></li><li><p>a cover card of 250 g</p></li>"
                    + "<li><p>waxed linen, 18/3</p></li></ul><p>All of it is on one shelf in the shop.</p>"),
            button("Look at the shelf", SHOP + "/papers")));
  }

  private static EmailContent journal(String picture) {
    return email(
        "A Sunday with a needle",
        "Three things to read while the glue dries",
        List.of(
            EmailBlock.picture(picture, "A green notebook with a needle on a red thread", ""),
            EmailBlock.text("<h2>While the glue dries</h2>"),
            EmailBlock.columns(
                List.of(
                    new EmailColumn(
                        List.of(
                            EmailBlock.text(
                                "<h3>Why grain matters</h3><p>Tear a sheet both ways and you will see.</p>"),
                            button("Read it", SHOP + "/journal/grain"))),
                    new EmailColumn(
                        List.of(
                            EmailBlock.text(
                                "<h3>A knot that lies flat</h3><p>Tied inside the fold, where nobody finds it.</p>"),
                            button("See how", SHOP + "/journal/knot"))))),
            EmailBlock.divider(),
            EmailBlock.social(
                List.of(
                    new SocialLink("The shop", SHOP),
                    new SocialLink("The journal", SHOP + "/journal")))));
  }

  private static EmailContent question() {
    return new EmailContent(
        "A question, {{first_name}}{{^first_name}}if I may{{/first_name}}",
        "One line is enough",
        EmailContent.Style.LETTER,
        List.of(
            HELLO,
            EmailBlock.text(
                "<p>what would you like to bind next: a box, an album, a thicker book?</p>"
                    + "<p>Answer this email with a word. I read every one, and the next plan comes from them.</p>"
                    + "<p>Nora, Quire &amp; Thread</p>")),
        "",
        List.of());
  }

  private static EmailContent thanks() {
    return email(
        "A thank-you from the bindery",
        "Something off papers and threads",
        List.of(
            HELLO,
            EmailBlock.text(
                "<p>thank you for reading along. Here is something for your next book.</p>"),
            button("See what it is", SHOP + "/thank-you")));
  }

  private static EmailContent email(String subject, String preview, List<EmailBlock> blocks) {
    return new EmailContent(subject, preview, EmailContent.Style.FRAMED, blocks, "", List.of());
  }

  private static EmailBlock button(String label, String href) {
    return EmailBlock.button(new EmailButton(label, EmailButton.Target.LINK, href));
  }
}
