package jeton.core.mail;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.problem.Problems;

/**
 * What one version of an email says.
 *
 * @param subject one line with fill-ins
 * @param preview the line a mailbox shows behind the subject; with fill-ins
 * @param body paragraphs as a small, cleaned HTML (p, strong, em, a, ul, ol, li, br) with fill-ins
 *     in text form
 */
public record EmailContent(String subject, String preview, String body, EmailButton button) {
  /** Most characters of a subject. */
  public static final int MOST_SUBJECT = 200;

  /** Most characters of a body's HTML. */
  public static final int MOST_BODY = 100_000;

  private static final Pattern HREF = Pattern.compile("href=\"([^\"]*)\"");

  public EmailContent {
    subject = subject == null ? "" : subject;
    preview = preview == null ? "" : preview;
    body = body == null ? "" : body;
    button = button == null ? EmailButton.NONE : button;
  }

  /**
   * Notes what keeps this from being saved: lengths, control characters, unknown fill-ins (F2, S1).
   */
  public void check(String path, Problems problems) {
    problems.line(subject, path + ".subject", "The subject", MOST_SUBJECT);
    problems.line(preview, path + ".preview", "The preview line", MOST_SUBJECT);
    problems.text(body, path + ".body", "The text", MOST_BODY);
    problems.line(button.label(), path + ".button.label", "The button", 80);
    problems.line(button.href(), path + ".button.href", "The link", 2000);
    checkFillIns(subject, path + ".subject", problems);
    checkFillIns(preview, path + ".preview", problems);
    checkFillIns(body, path + ".body", problems);
    checkFillIns(button.label(), path + ".button.label", problems);
    checkFillIns(button.href(), path + ".button.href", problems);
  }

  private static void checkFillIns(String text, String path, Problems problems) {
    try {
      FillInText.parse(text, FillInText.forOwners());
    } catch (FillInText.Unknown unknown) {
      problems.add(path, "unknown_fill_in", unknown.getMessage());
    }
  }

  /** Whether the email carries the reader's pass. */
  public boolean handsOver() {
    return button.target() == EmailButton.Target.PASS;
  }

  /**
   * Links that lead nowhere: no address, or one that is not https, http or mailto with something
   * behind it.
   */
  public List<String> deadLinks() {
    List<String> links = new ArrayList<>();
    Matcher href = HREF.matcher(body);
    while (href.find()) {
      links.add(href.group(1).replace("&amp;", "&"));
    }
    if (button.target() == EmailButton.Target.LINK) {
      links.add(button.href());
    }
    return links.stream().filter(link -> !leadsSomewhere(link)).toList();
  }

  private static boolean leadsSomewhere(String link) {
    try {
      URI uri = new URI(link.replaceAll("\\{\\{\\w+}}", "x"));
      return switch (uri.getScheme() == null
          ? ""
          : uri.getScheme().toLowerCase(java.util.Locale.ROOT)) {
        case "https", "http" -> uri.getHost() != null && uri.getHost().indexOf('.') > 0;
        case "mailto" -> uri.getSchemeSpecificPart().indexOf('@') > 0;
        default -> false;
      };
    } catch (URISyntaxException | IllegalArgumentException notAnAddress) {
      return false;
    }
  }
}
