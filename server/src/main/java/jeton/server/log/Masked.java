package jeton.server.log;

import java.util.regex.Pattern;

/**
 * Words without what belongs to somebody: whatever a library says, no email address and no token of
 * a link stays in them.
 */
public final class Masked {
  private static final Pattern ADDRESS =
      Pattern.compile("[A-Za-z0-9._+/=!#*?^~%-]+@[A-Za-z0-9.-]+");
  private static final Pattern TOKEN = Pattern.compile("(?<=[/=])[A-Za-z0-9_-]{24,}");

  private Masked() {}

  /** The same words, addresses and tokens named as what they are. */
  public static String words(String words) {
    return TOKEN.matcher(ADDRESS.matcher(words).replaceAll("[address]")).replaceAll("[token]");
  }
}
