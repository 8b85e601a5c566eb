package jeton.core.form;

import jeton.core.problem.Problems;

/**
 * A form's colours, each {@code #RRGGBB}.
 *
 * @param paper behind everything
 * @param ink words
 * @param button the button's face
 * @param buttonInk words on the button
 */
public record Looks(String paper, String ink, String button, String buttonInk) {
  /** Words on paper, as a ratio (see {@link Contrast}). */
  public double inkContrast() {
    return Contrast.ratio(ink, paper);
  }

  /** Words on the button, as a ratio. */
  public double buttonContrast() {
    return Contrast.ratio(buttonInk, button);
  }

  /** Notes what is not a colour. */
  void check(String path, Problems problems) {
    colour(paper, path + ".paper", problems);
    colour(ink, path + ".ink", problems);
    colour(button, path + ".button", problems);
    colour(buttonInk, path + ".buttonInk", problems);
  }

  private static void colour(String value, String field, Problems problems) {
    problems.when(!Contrast.isColour(value), field, "not_a_colour", "A colour looks like #16423C.");
  }
}
