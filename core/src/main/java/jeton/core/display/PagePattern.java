package jeton.core.display;

import java.util.Locale;

/**
 * Pages of a site, by their address (rule D1). The path is compared with case and as it stands; the
 * fragment never counts. A text that begins with http:// or https:// names a host as well, compared
 * without case; any other is about the path on every host. Without a {@code ?} in the text the
 * query is dropped and a trailing slash does not matter.
 *
 * @param text what the address is compared with, at most 500 characters
 */
public record PagePattern(Type type, String text) {
  /** Most characters of a text. */
  public static final int MOST = 500;

  /** How the text is compared. */
  public enum Type {
    EXACT,
    STARTS,
    CONTAINS,
    /** {@code *} stands for any run of characters, none and slashes included. */
    WILDCARD
  }

  /** An address taken apart: {@code host} with its port, in lower case. */
  private record Address(String host, String path, String query) {
    static Address of(String url) {
      String whole = url.split("#", 2)[0];
      int scheme = whole.indexOf("://");
      String rest = scheme < 0 ? whole : whole.substring(scheme + 3);
      int end = 0;
      while (end < rest.length() && rest.charAt(end) != '/' && rest.charAt(end) != '?') {
        end++;
      }
      int query = rest.indexOf('?', end);
      String path = query < 0 ? rest.substring(end) : rest.substring(end, query);
      return new Address(
          rest.substring(0, end).toLowerCase(Locale.ROOT),
          path.isEmpty() ? "/" : path,
          query < 0 ? "" : rest.substring(query));
    }
  }

  /**
   * Whether a page is meant.
   *
   * @param url the page's whole address
   */
  public boolean matches(String url) {
    Address page = Address.of(url);
    String wanted = text;
    if (namesHost()) {
      String rest = text.substring(text.indexOf("://") + 3);
      int end = hostEnd(rest);
      if (!rest.substring(0, end).toLowerCase(Locale.ROOT).equals(page.host())) {
        return false;
      }
      wanted = end == rest.length() ? "/" : rest.substring(end);
    }
    if (wanted.indexOf('?') >= 0) {
      return fits(wanted, page.path() + page.query());
    }
    String path = page.path();
    boolean slashed = path.endsWith("/");
    String bare = slashed && path.length() > 1 ? path.substring(0, path.length() - 1) : path;
    return fits(wanted, bare) || fits(wanted, bare.equals("/") ? bare : bare + "/");
  }

  /** Whether the text names a host, not only a path. */
  public boolean namesHost() {
    String lower = text.toLowerCase(Locale.ROOT);
    return lower.startsWith("http://") || lower.startsWith("https://");
  }

  private static int hostEnd(String rest) {
    int end = 0;
    while (end < rest.length() && rest.charAt(end) != '/' && rest.charAt(end) != '?') {
      end++;
    }
    return end;
  }

  private boolean fits(String wanted, String path) {
    return switch (type) {
      case EXACT -> path.equals(wanted);
      case STARTS -> path.startsWith(wanted);
      case CONTAINS -> path.contains(wanted);
      case WILDCARD -> wild(wanted, path);
    };
  }

  /** Goes back to the last star only, so that many stars cost no more than length times length. */
  private static boolean wild(String pattern, String text) {
    int p = 0;
    int t = 0;
    int star = -1;
    int resume = 0;
    while (t < text.length()) {
      if (p < pattern.length() && pattern.charAt(p) == '*') {
        star = p++;
        resume = t;
      } else if (p < pattern.length() && pattern.charAt(p) == text.charAt(t)) {
        p++;
        t++;
      } else if (star >= 0) {
        p = star + 1;
        t = ++resume;
      } else {
        return false;
      }
    }
    while (p < pattern.length() && pattern.charAt(p) == '*') {
      p++;
    }
    return p == pattern.length();
  }
}
