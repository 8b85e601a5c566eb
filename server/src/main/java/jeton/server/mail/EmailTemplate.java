package jeton.server.mail;

import java.util.Set;
import jeton.core.mail.FillIn;
import jeton.core.mail.FillInText;
import jeton.core.mail.Landing;

/** One version of an email, rendered once and filled for each reader. */
final class EmailTemplate {
  private static final Set<FillIn> ALL = Set.of(FillIn.values());
  private final FillInText subject;
  private final FillInText preview;
  private final FillInText html;
  private final FillInText plain;

  EmailTemplate(String subject, String preview, String html, String plain) {
    this.subject = FillInText.parse(subject, ALL);
    this.preview = FillInText.parse(preview, ALL);
    this.html = FillInText.parse(html, ALL);
    this.plain = FillInText.parse(plain, ALL);
  }

  /** The email for one reader. */
  WrittenEmail fill(FillInText.Values values) {
    return new WrittenEmail(
        subject.fill(values, Landing.HEADER),
        preview.fill(values, Landing.HEADER),
        html.fill(values, Landing.HTML),
        plain.fill(values, Landing.PLAIN));
  }
}
