package jeton.server.email;

import java.util.function.LongFunction;
import java.util.function.ToLongFunction;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import jeton.core.email.FillInText;
import jeton.core.email.Landing;

/**
 * One version of an email, rendered once and filled for each reader. Links that are followed stand
 * in it as marks, each with the number of its address.
 */
final class EmailTemplate {
  private static final char MARK = '\u0001';
  private static final Pattern FOLLOWED =
      Pattern.compile("(<a\\b[^>]*?\\bhref=\")(https?://[^\"]*)(\")");
  private final FillInText subject;
  private final FillInText preview;
  private final FillInText html;
  private final FillInText plain;
  private final String written;

  EmailTemplate(String subject, String preview, String html, String plain) {
    this(FillInText.ofSaved(subject), FillInText.ofSaved(preview), html, FillInText.ofSaved(plain));
  }

  private EmailTemplate(FillInText subject, FillInText preview, String html, FillInText plain) {
    this.subject = subject;
    this.preview = preview;
    this.html = FillInText.ofSaved(html);
    this.plain = plain;
    this.written = html;
  }

  /**
   * The same with a mark in place of each address in the HTML. The plain part keeps the addresses
   * as they are: there they are read.
   *
   * @param number of an address, as the owner wrote it
   */
  EmailTemplate followed(ToLongFunction<String> number) {
    return new EmailTemplate(subject, preview, marked(written, number), plain);
  }

  private static String marked(String html, ToLongFunction<String> number) {
    return FOLLOWED
        .matcher(html)
        .replaceAll(
            link -> {
              String href = link.group(2).replace("&amp;", "&").replace("&quot;", "\"");
              return java.util.regex.Matcher.quoteReplacement(
                  link.group(1) + MARK + number.applyAsLong(href) + MARK + link.group(3));
            });
  }

  /** Whether it names answers to own fields. */
  boolean namesAnswers() {
    return Stream.of(subject, preview, html, plain).anyMatch(FillInText::namesAnswers);
  }

  /** The email for one reader who is not followed. */
  WrittenEmail fill(FillInText.Values values) {
    return new WrittenEmail(
        subject.fill(values, Landing.HEADER),
        preview.fill(values, Landing.HEADER),
        html.fill(values, Landing.HTML),
        plain.fill(values, Landing.PLAIN));
  }

  /**
   * The email for one reader who is.
   *
   * @param address by an address's number
   * @param last put before the end of the HTML
   */
  WrittenEmail fill(FillInText.Values values, LongFunction<String> address, String last) {
    WrittenEmail filled = fill(values);
    String marked = filled.html();
    StringBuilder whole = new StringBuilder(marked.length() + 400);
    int from = 0;
    for (int at = marked.indexOf(MARK); at >= 0; at = marked.indexOf(MARK, from)) {
      int end = marked.indexOf(MARK, at + 1);
      whole.append(marked, from, at);
      whole.append(address.apply(Long.parseLong(marked, at + 1, end, 10)));
      from = end + 1;
    }
    whole.append(marked, from, marked.length());
    int body = whole.lastIndexOf("</body>");
    whole.insert(body < 0 ? whole.length() : body, last);
    return new WrittenEmail(filled.subject(), filled.preview(), whole.toString(), filled.plain());
  }
}
