package jeton.server.markup;

import jeton.core.email.EmailBlock;
import jeton.core.email.EmailContent;
import jeton.server.business.BusinessSettings;
import jeton.server.business.PublicUrl;

/**
 * One version of an email: everything that is the same for all its readers.
 *
 * @param mayLeave whether its foot has the way to leave: in all but confirmations
 * @param ours whether it is Jeton's to those who work here, in our own look
 */
public record EmailParts(
    EmailContent content, boolean mayLeave, boolean ours, Gift gift, BusinessSettings business) {
  private static final String FALLBACK_COLOUR = "#16423C";

  /** The body as HTML: framed or a plain letter, as its style says. */
  public String html(PublicUrl publicUrl) {
    return content.style() == EmailContent.Style.LETTER
        ? new LetterHtml(this).html()
        : new FramedHtml(this, publicUrl).html();
  }

  /** The body as plain text. */
  public String plain() {
    return PlainBody.text(this);
  }

  /** The business's first colour. */
  String colour() {
    return ours || business.palette().isEmpty() ? FALLBACK_COLOUR : business.palette().get(0);
  }

  /** Name and postal address on one line. */
  String address() {
    return (ours ? "Sent by Jeton for " : "")
        + business.name()
        + ", "
        + business.postalAddress().replaceAll("\\s*\\R\\s*", ", ");
  }

  /** Where a button leads, with fill-ins for what differs from reader to reader. */
  static String href(EmailBlock.Button button) {
    return switch (button.target()) {
      case LINK -> button.href();
      case PASS -> "{{pass_link}}";
      case CONFIRM -> "{{confirm_link}}";
      case NONE -> "";
    };
  }

  /** The words on the button of the incentive's own block. */
  static String incentiveLabel(EmailBlock.Incentive incentive) {
    return incentive.label().isBlank() ? "Open it" : incentive.label();
  }

  static String picture(PublicUrl publicUrl, String hash) {
    return publicUrl.of("/pictures/" + hash);
  }

  public static String escape(String text) {
    return text.replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("\"", "&quot;");
  }
}
