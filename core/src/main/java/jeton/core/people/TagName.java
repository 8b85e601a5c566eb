package jeton.core.people;

import java.util.Locale;
import jeton.core.problem.Problems;

/** Names of tags: what the owner knows of a person, in a word or two. */
public final class TagName {
  /** Most characters. */
  public static final int MOST = 60;

  private TagName() {}

  /** By what two names are compared: without case and outer blanks. */
  public static String key(String name) {
    return name.strip().toLowerCase(Locale.ROOT);
  }

  /** Notes what keeps a name from being used. */
  public static void check(String name, String path, Problems problems) {
    problems.line(name, path, "The tag", MOST);
    problems.when(name.isBlank(), path, "empty", "Which tag?");
  }
}
