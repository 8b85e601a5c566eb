package jeton.core.form;

import jeton.core.problem.Problems;

/**
 * How a form opens.
 *
 * @param leadsToPage just words and a button that leads to the offer's hosted page, so that many
 *     places promote one page; for bars, pop-ups and slide-ins
 * @param corner a small floating button it waits behind; for pop-ups and slide-ins
 * @param cornerWords what that button says
 * @param barAtFoot whether a bar or slide-in keeps to the foot of the window
 */
public record Opening(boolean leadsToPage, Corner corner, String cornerWords, boolean barAtFoot) {
  /** At once, asking. */
  public static final Opening PLAIN = new Opening(false, Corner.NONE, "", true);

  /** Where the floating button is. */
  public enum Corner {
    NONE,
    LEFT,
    RIGHT
  }

  public Opening {
    corner = corner == null ? Corner.NONE : corner;
    cornerWords = cornerWords == null ? "" : cornerWords;
  }

  /** Notes what keeps this from being saved. */
  void check(String path, Problems problems) {
    problems.line(cornerWords, path + ".cornerWords", "The button", 40);
    problems.when(
        corner != Corner.NONE && cornerWords.isBlank(),
        path + ".cornerWords",
        "empty",
        "The floating button needs words.");
  }
}
