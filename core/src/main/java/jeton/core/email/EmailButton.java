package jeton.core.email;

/**
 * The one button of an email.
 *
 * @param label its words; empty when there is no button
 * @param href where a {@link Target#LINK} leads; empty for the others
 */
public record EmailButton(String label, Target target, String href) {
  /** No button. */
  public static final EmailButton NONE = new EmailButton("", Target.NONE, "");

  /** Where a button leads. */
  public enum Target {
    NONE,
    /** An address of the owner's choice. */
    LINK,
    /** The reader's own pass: the email hands over. */
    PASS,
    /** The reader's confirmation link; only in a confirmation email. */
    CONFIRM
  }

  public EmailButton {
    label = label == null ? "" : label;
    target = target == null ? Target.NONE : target;
    href = href == null ? "" : href;
  }
}
