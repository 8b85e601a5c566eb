package jeton.core.segment;

import java.util.Locale;

/** Texts as questions compare them: without white space at the ends and without case. */
public final class PlainText {
  private PlainText() {}

  /** A text to be compared; lower-cased by no language's rules. */
  public static String of(String text) {
    int from = 0;
    int to = text.length();
    while (from < to && isWhite(text.charAt(from))) {
      from++;
    }
    while (to > from && isWhite(text.charAt(to - 1))) {
      to--;
    }
    return text.substring(from, to).toLowerCase(Locale.ROOT);
  }

  // All of Unicode's: String.strip() would leave the no-break space.
  private static boolean isWhite(char c) {
    return Character.isWhitespace(c) || Character.isSpaceChar(c) || c == '\u0085';
  }
}
