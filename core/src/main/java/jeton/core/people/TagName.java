package jeton.core.people;

import java.util.List;
import java.util.Locale;
import jeton.core.problem.Problems;

/** Names of tags: what the owner knows of a person, in a word or two. */
public final class TagName {
  /** Most characters. */
  public static final int MOST = 60;

  private static final int MOST_AT_ONCE = 5;

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

  /** Notes what keeps several, given at once, from being used. */
  public static void checkAll(List<String> names, String path, Problems problems) {
    problems.when(names.size() > MOST_AT_ONCE, path, "too_many", "At most 5 tags.");
    for (int i = 0; i < names.size(); i++) {
      check(names.get(i), path + "[" + i + "]", problems);
    }
  }
}
