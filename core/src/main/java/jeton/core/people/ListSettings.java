package jeton.core.people;

import jeton.core.problem.Problems;

/**
 * A list: what people agree to get (L1).
 *
 * @param sentence what the leave page says it is
 */
public record ListSettings(String name, String sentence) {
  /** Number of the list a business begins with; it can be renamed, and is always there. */
  public static final long FIRST = 1;

  /** Most lists. */
  public static final int MOST = 50;

  public ListSettings {
    name = name == null ? "" : name.strip();
    sentence = sentence == null ? "" : sentence.strip();
  }

  /** Notes what keeps this from being saved. */
  public void check(Problems problems) {
    problems.line(name, "name", "The name", 80);
    problems.when(name.isBlank(), "name", "empty", "The list needs a name.");
    problems.line(sentence, "sentence", "The sentence", 300);
    problems.when(
        sentence.isBlank(), "sentence", "empty", "What do people get? The leave page says it.");
  }
}
