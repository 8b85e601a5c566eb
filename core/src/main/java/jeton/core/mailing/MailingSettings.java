package jeton.core.mailing;

import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.email.FillIns;
import jeton.core.problem.Problems;
import jeton.core.segment.FieldKinds;

/**
 * An email to many (rules B).
 *
 * @param name for the owner's eyes; empty: its subject
 * @param content what it says
 * @param recipients whom it is for; not looked at where it shares another one's
 * @param sharesWith number of the email to many whose choice of people it shares (B5)
 * @param when it goes out
 * @param subjects two versions of the subject
 * @param staysAway whether it stays away when a feed in it has nothing new (B7)
 */
public record MailingSettings(
    String name,
    EmailContent content,
    Recipients recipients,
    Optional<Long> sharesWith,
    SendWhen when,
    Optional<TwoSubjects> subjects,
    boolean staysAway) {

  public MailingSettings {
    name = name == null ? "" : name;
    sharesWith = sharesWith == null ? Optional.empty() : sharesWith;
    subjects = subjects == null ? Optional.empty() : subjects;
    when = when == null ? SendWhen.now() : when;
  }

  /** What the owner knows it by. */
  public String title() {
    return name.isBlank() ? content.subject() : name;
  }

  /** The same with something else to say. */
  public MailingSettings withContent(EmailContent other) {
    return new MailingSettings(name, other, recipients, sharesWith, when, subjects, staysAway);
  }

  /** What it is checked against. */
  public record Known(FillIns fillIns, FieldKinds fields) {}

  /** Notes what keeps this from being saved. */
  public void check(Known known, Problems problems) {
    problems.line(name, "name", "The name", 120);
    content.check("content", known.fillIns(), problems);
    recipients.check("recipients", known.fields(), problems);
    when.check("when", problems);
    subjects.ifPresent(two -> two.check("subjects", known.fillIns(), problems));
  }

  /** Notes what keeps it from going out, beside what is said of it elsewhere. */
  public void checkToSend(Problems problems) {
    problems.when(content.subject().isBlank(), "content.subject", "empty", "It needs a subject.");
    problems.when(
        content.blocks().isEmpty(), "content.blocks", "empty", "There is nothing in it yet.");
    problems.when(
        !content.deadLinks().isEmpty(),
        "content.blocks",
        "dead_link",
        "A link in it leads nowhere.");
    problems.when(
        content.confirms(),
        "content.blocks",
        "confirms",
        "A button that confirms has no place here.");
    problems.when(
        content.handsOver(),
        "content.blocks",
        "hands_over",
        "It goes to people of many offers: it cannot hold what one of them gives.");
  }
}
