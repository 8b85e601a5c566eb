package jeton.core.signup;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Guesses which domain somebody meant who mistyped it. A hint, never a refusal. */
public final class DomainHint {
  // Large mailbox providers: a mistyped one of these is what happens most.
  private static final List<String> COMMON =
      List.of(
          "gmail.com",
          "googlemail.com",
          "outlook.com",
          "hotmail.com",
          "live.com",
          "yahoo.com",
          "icloud.com",
          "me.com",
          "aol.com",
          "gmx.de",
          "gmx.net",
          "web.de",
          "t-online.de",
          "orange.fr",
          "free.fr",
          "laposte.net",
          "libero.it",
          "proton.me",
          "protonmail.com",
          "hotmail.co.uk",
          "yahoo.co.uk",
          "btinternet.com",
          "eircom.net",
          "zoho.com");
  private static final List<String> ENDINGS =
      List.of("com", "net", "org", "co.uk", "ie", "de", "fr");

  private DomainHint() {}

  /**
   * The address that was probably meant, or empty.
   *
   * @param typed an address as it was typed, of any quality
   */
  public static Optional<String> of(String typed) {
    String text = typed.strip();
    int at = text.lastIndexOf('@');
    if (at < 1) {
      return Optional.empty();
    }
    String domain = text.substring(at + 1).toLowerCase(Locale.ROOT);
    if (domain.length() < 4 || COMMON.contains(domain)) {
      return Optional.empty();
    }
    return closest(domain).or(() -> ending(domain)).map(meant -> text.substring(0, at + 1) + meant);
  }

  private static Optional<String> closest(String domain) {
    String best = null;
    int least = 3;
    for (String common : COMMON) {
      int distance = distance(domain, common);
      // One slip in a short name, two in a longer one; more is another domain.
      if (distance < least && distance <= (common.length() > 8 ? 2 : 1)) {
        least = distance;
        best = common;
      }
    }
    return Optional.ofNullable(best);
  }

  /** A domain we do not know, with an ending nobody has: "example.con". */
  private static Optional<String> ending(String domain) {
    int dot = domain.lastIndexOf('.');
    if (dot < 1) {
      return Optional.empty();
    }
    String end = domain.substring(dot + 1);
    List<String> slips = List.of("con", "cmo", "ocm", "vom", "comm", "ent", "nte", "ogr", "orgg");
    if (!slips.contains(end)) {
      return Optional.empty();
    }
    return ENDINGS.stream()
        .filter(good -> distance(end, good) <= 1)
        .findFirst()
        .map(good -> domain.substring(0, dot + 1) + good);
  }

  /** Slips between two words: a letter too many, too few, another, or two that changed places. */
  static int distance(String a, String b) {
    int[][] d = new int[a.length() + 1][b.length() + 1];
    for (int i = 0; i <= a.length(); i++) {
      d[i][0] = i;
    }
    for (int j = 0; j <= b.length(); j++) {
      d[0][j] = j;
    }
    for (int i = 1; i <= a.length(); i++) {
      for (int j = 1; j <= b.length(); j++) {
        boolean same = a.charAt(i - 1) == b.charAt(j - 1);
        d[i][j] =
            Math.min(Math.min(d[i - 1][j], d[i][j - 1]) + 1, d[i - 1][j - 1] + (same ? 0 : 1));
        if (i > 1
            && j > 1
            && a.charAt(i - 1) == b.charAt(j - 2)
            && a.charAt(i - 2) == b.charAt(j - 1)) {
          d[i][j] = Math.min(d[i][j], d[i - 2][j - 2] + 1);
        }
      }
    }
    return d[a.length()][b.length()];
  }
}
