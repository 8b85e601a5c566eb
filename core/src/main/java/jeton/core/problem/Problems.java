package jeton.core.problem;

import java.util.ArrayList;
import java.util.List;

/**
 * Collects every fault of one input before anything is said, so that nobody fixes them one by one.
 */
public final class Problems {
  private final List<Problem> found = new ArrayList<>();

  /** Notes a fault. */
  public Problems add(String field, String code, String message) {
    found.add(new Problem(field, code, message));
    return this;
  }

  /** Notes a fault when {@code wrong}. */
  public Problems when(boolean wrong, String field, String code, String message) {
    return wrong ? add(field, code, message) : this;
  }

  /**
   * A one-line text: within {@code most} characters and without control characters.
   *
   * @param words what the text is called in a sentence ("The subject")
   */
  public Problems line(String value, String field, String words, int most) {
    when(
        value.length() > most,
        field,
        "too_long",
        words + " is longer than " + most + " characters. Shorten it.");
    return when(
        hasControl(value, false),
        field,
        "control_character",
        words + " has a line break or a hidden character in it. Take it out.");
  }

  /** A text of several lines: line breaks and tabs are fine, other control characters are not. */
  public Problems text(String value, String field, String words, int most) {
    when(
        value.length() > most,
        field,
        "too_long",
        words + " is longer than " + most + " characters. Shorten it.");
    return when(
        hasControl(value, true),
        field,
        "control_character",
        words + " has a hidden character in it. Take it out.");
  }

  /** All faults noted so far, in order. */
  public List<Problem> list() {
    return List.copyOf(found);
  }

  /** Whether nothing is wrong. */
  public boolean none() {
    return found.isEmpty();
  }

  /**
   * Whether a text has a character of category Cc; line breaks and tabs may be allowed (rule S1).
   */
  public static boolean hasControl(String value, boolean lineBreaksAllowed) {
    return value
        .chars()
        .anyMatch(
            c ->
                Character.getType(c) == Character.CONTROL
                    && !(lineBreaksAllowed && (c == '\n' || c == '\r' || c == '\t')));
  }
}
