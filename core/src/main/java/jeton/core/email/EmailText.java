package jeton.core.email;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.problem.Problems;

/** Reading the small, cleaned HTML that emails are written in. It is no parser for any other. */
public final class EmailText {
  private static final Pattern HREF = Pattern.compile("href=\"([^\"]*)\"");
  private static final Pattern HEADING = Pattern.compile("<h[23]>(.*?)</h[23]>", Pattern.DOTALL);
  private static final Pattern BREAK =
      Pattern.compile("</(?:p|h2|h3|li|blockquote|ul|ol)>|<br>", Pattern.CASE_INSENSITIVE);
  private static final Pattern TAG = Pattern.compile("<[^>]*>");
  private static final Pattern FILL_IN = Pattern.compile("\\{\\{\\w+}}");

  private EmailText() {}

  /** The addresses that links lead to, in order. */
  static List<String> hrefs(String html) {
    List<String> links = new ArrayList<>();
    Matcher href = HREF.matcher(html);
    while (href.find()) {
      links.add(unescaped(href.group(1)));
    }
    return links;
  }

  /** The words of the headings, in order. */
  static List<String> headings(String html) {
    List<String> headings = new ArrayList<>();
    Matcher heading = HEADING.matcher(html);
    while (heading.find()) {
      headings.add(words(heading.group(1)));
    }
    return headings;
  }

  /** The words, a line for each paragraph, heading and item. */
  static List<String> lines(String html) {
    return BREAK.splitAsStream(html).map(EmailText::words).filter(line -> !line.isBlank()).toList();
  }

  private static String words(String html) {
    return unescaped(TAG.matcher(html).replaceAll("")).strip().replaceAll("\\s+", " ");
  }

  private static String unescaped(String text) {
    return text.replace("&lt;", "<")
        .replace("&gt;", ">")
        .replace("&quot;", "\"")
        .replace("&nbsp;", " ")
        .replace("&amp;", "&");
  }

  /** Notes fill-ins that are none of those allowed (F2). */
  public static void checkFillIns(String text, String path, FillIns allowed, Problems problems) {
    try {
      FillInText.parse(text, allowed);
    } catch (FillInText.Unknown unknown) {
      problems.add(path, "unknown_fill_in", unknown.getMessage());
    }
  }

  /** Whether an address is https, http or mailto with something behind it. */
  public static boolean leadsSomewhere(String link) {
    try {
      URI uri = new URI(FILL_IN.matcher(link).replaceAll("x"));
      return switch (uri.getScheme() == null ? "" : uri.getScheme().toLowerCase(Locale.ROOT)) {
        case "https", "http" -> uri.getHost() != null && uri.getHost().indexOf('.') > 0;
        case "mailto" -> uri.getSchemeSpecificPart().indexOf('@') > 0;
        default -> false;
      };
    } catch (URISyntaxException | IllegalArgumentException notAnAddress) {
      return false;
    }
  }
}
