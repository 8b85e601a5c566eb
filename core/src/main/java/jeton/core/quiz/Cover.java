package jeton.core.quiz;

import jeton.core.problem.Problems;

/**
 * What stands before the first question.
 *
 * @param on whether it is shown; without it a quiz begins with its first question
 * @param text plain text
 * @param picture hash of a kept picture; empty for none
 * @param button words of the button that begins
 */
public record Cover(boolean on, String text, String picture, String button) {
  /** What a new quiz starts from. */
  public static final Cover USUAL = new Cover(true, "", "", "Begin");

  private static final int MOST_TEXT = 600;
  private static final int MOST_BUTTON = 40;

  public Cover {
    text = text == null ? "" : text.strip();
    picture = picture == null ? "" : picture;
    button = button == null || button.isBlank() ? "Begin" : button.strip();
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    problems.text(text, path + ".text", "The words", MOST_TEXT);
    problems.line(button, path + ".button", "The words of the button", MOST_BUTTON);
  }
}
