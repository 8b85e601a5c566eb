package jeton.core.quiz;

import jeton.core.problem.Problems;

/**
 * When the address is asked, and with which words (Q7).
 *
 * @param heading over the fields
 * @param text plain text under it
 * @param skip words of the way past it, for {@link When#SKIPPABLE}
 */
public record Gate(When when, String heading, String text, String skip) {
  /** What a new quiz starts from. */
  public static final Gate USUAL =
      new Gate(
          When.BEFORE,
          "Where shall we send your result?",
          "You get it by email, with what suits it.",
          "Skip this and show my result");

  private static final int MOST_HEADING = 120;
  private static final int MOST_TEXT = 600;
  private static final int MOST_SKIP = 60;

  /** When the address is asked. */
  public enum When {
    /** Before the result. */
    BEFORE,
    /** Before the result, which is also shown without. */
    SKIPPABLE,
    /** After the result: “send it to me”. */
    AFTER
  }

  public Gate {
    when = when == null ? When.BEFORE : when;
    heading = heading == null ? "" : heading.strip();
    text = text == null ? "" : text.strip();
    skip = skip == null || skip.isBlank() ? "Skip this and show my result" : skip.strip();
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    problems.line(heading, path + ".heading", "A heading", MOST_HEADING);
    problems.text(text, path + ".text", "The words", MOST_TEXT);
    problems.line(skip, path + ".skip", "The words of the way past", MOST_SKIP);
  }
}
