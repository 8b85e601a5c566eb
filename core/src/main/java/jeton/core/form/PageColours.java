package jeton.core.form;

import jeton.core.problem.Problems;

/** The colours of a page that belongs to no form; each like {@code #16423C}. */
public record PageColours(String paper, String ink, String button) {
  /** Ours. */
  public static final PageColours USUAL = new PageColours("#FBF8F1", "#1C2A26", "#16423C");

  /** The colour of words on the button: the one of two that reads better. */
  public String buttonInk() {
    return Contrast.ratio("#FFFFFF", button) >= Contrast.ratio("#1C2A26", button)
        ? "#FFFFFF"
        : "#1C2A26";
  }

  /** Notes what is no colour, or too close to read (WCAG 2.2, 1.4.3). */
  public void check(String path, Problems problems) {
    boolean colours = true;
    for (String colour : new String[] {paper, ink, button}) {
      colours &= Contrast.isColour(colour);
    }
    problems.when(!colours, path, "not_a_colour", "A colour looks like #16423C.");
    problems.when(
        colours && Contrast.ratio(paper, ink) < Contrast.ENOUGH,
        path,
        "low_contrast",
        "Paper and ink are too close to read easily.");
  }
}
