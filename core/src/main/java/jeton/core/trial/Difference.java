package jeton.core.trial;

import java.util.ArrayList;
import java.util.List;

/**
 * Something in which two versions differ.
 *
 * @param what in the interface's words: “Headline”
 * @param a what version A has there; empty for nothing
 * @param b what version B has there
 */
public record Difference(String what, String a, String b) {

  /** Those of some things in which two versions differ, in the order they were asked for. */
  public static final class Found {
    private final List<Difference> list = new ArrayList<>();

    /** Notes it unless both are the same. */
    public Found of(String what, String a, String b) {
      if (!a.equals(b)) {
        list.add(new Difference(what, a, b));
      }
      return this;
    }

    /** Notes writing, as it reads without its marks. */
    public Found writing(String what, String a, String b) {
      return a.equals(b)
          ? this
          : of(what, plain(a), plain(b) + (plain(a).equals(plain(b)) ? " (set another way)" : ""));
    }

    private static String plain(String html) {
      return html.replaceAll("<[^>]+>", " ")
          .replace("&nbsp;", " ")
          .replace("&lt;", "<")
          .replace("&gt;", ">")
          .replace("&quot;", "\"")
          .replace("&amp;", "&")
          .replaceAll("\\s+", " ")
          .strip();
    }

    /** Notes what is not told in words, unless both are the same. */
    public Found shown(String what, Object a, Object b) {
      if (!a.equals(b)) {
        list.add(new Difference(what, "as it is", "another"));
      }
      return this;
    }

    public List<Difference> list() {
      return List.copyOf(list);
    }
  }
}
