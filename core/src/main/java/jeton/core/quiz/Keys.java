package jeton.core.quiz;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import jeton.core.people.TagName;
import jeton.core.problem.Problems;

/** What questions, answers and outcomes are called by: short, and the same whatever is edited. */
final class Keys {
  private static final Pattern KEY = Pattern.compile("[a-z0-9]{1,12}");
  private static final int MOST_TAGS = 5;

  private Keys() {}

  static void check(List<String> keys, String path, Problems problems) {
    Set<String> seen = new HashSet<>();
    for (int i = 0; i < keys.size(); i++) {
      String key = keys.get(i);
      problems.when(
          key == null || !KEY.matcher(key).matches(),
          path + "[" + i + "].id",
          "bad_key",
          "A key has 1 to 12 small letters and digits.");
      problems.when(
          !seen.add(String.valueOf(key)), path + "[" + i + "].id", "taken", "Two have one key.");
    }
  }

  static void checkTags(List<String> tags, String path, Problems problems) {
    problems.when(tags.size() > MOST_TAGS, path, "too_many", "At most 5 tags.");
    for (int i = 0; i < tags.size(); i++) {
      TagName.check(tags.get(i), path + "[" + i + "]", problems);
    }
  }
}
