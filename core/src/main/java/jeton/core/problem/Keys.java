package jeton.core.problem;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/** What parts of a document are called by: short, and the same whatever is edited. */
public final class Keys {
  private static final Pattern KEY = Pattern.compile("[a-z0-9]{1,12}");

  private Keys() {}

  /** Notes keys that are none, or stand for two. */
  public static void check(List<String> keys, String path, Problems problems) {
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
}
