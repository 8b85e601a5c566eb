package jeton.core.people;

import java.util.regex.Pattern;

/**
 * What somebody typed as a first name. Anybody can type anything for somebody else's address: only
 * what looks like a name may be said to an address that nobody has confirmed (S14).
 */
public final class FirstName {
  /** Most words of what still looks like a name. */
  public static final int MOST_WORDS = 3;

  /** Most characters (code points) of what still looks like a name. */
  public static final int MOST = 30;

  // Letters and their marks; an apostrophe or a hyphen between or after them.
  private static final Pattern WORD = Pattern.compile("\\p{L}[\\p{L}\\p{M}'’ʼ\\-‐]*");

  private FirstName() {}

  /** Whether it looks like a name: letters, marks, apostrophes, hyphens, three words at most. */
  public static boolean looksLikeOne(String typed) {
    String name = typed.strip();
    if (name.isEmpty() || name.codePointCount(0, name.length()) > MOST) {
      return false;
    }
    String[] words = name.split("\\s+");
    if (words.length > MOST_WORDS) {
      return false;
    }
    for (String word : words) {
      if (!WORD.matcher(word).matches()) {
        return false;
      }
    }
    return true;
  }
}
