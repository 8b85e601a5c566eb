package jeton.core.form;

import jeton.core.problem.Problems;

/**
 * How a form looks.
 *
 * @param paper behind everything, {@code #RRGGBB}
 * @param ink words
 * @param button the button's face
 * @param buttonInk words on the button
 * @param corner radius in CSS px, 0 to 40
 * @param width most width in CSS px, 240 to 1000
 * @param entrance how it comes
 * @param exit how it goes
 * @param css the owner's own rules, kept inside the form; may be empty
 */
public record Looks(
    String paper,
    String ink,
    String button,
    String buttonInk,
    Font font,
    int corner,
    Spacing spacing,
    int width,
    Background background,
    Movement entrance,
    Movement exit,
    String css) {
  private static final int MOST_CSS = 20_000;

  /** Whose typeface. */
  public enum Font {
    OURS,
    SITE
  }

  /** How much air. */
  public enum Spacing {
    TIGHT,
    NORMAL,
    AIRY
  }

  /** What lies behind the words. */
  public enum Background {
    COLOUR,
    /** The form's picture, under a veil of the paper's colour. */
    PICTURE,
    /** Nothing: the page shows through. */
    NONE
  }

  /** How it comes and goes; none of it for those who asked for less motion. */
  public enum Movement {
    NONE,
    FADE,
    RISE,
    SLIDE
  }

  public Looks {
    font = font == null ? Font.OURS : font;
    spacing = spacing == null ? Spacing.NORMAL : spacing;
    background = background == null ? Background.COLOUR : background;
    entrance = entrance == null ? Movement.FADE : entrance;
    exit = exit == null ? Movement.FADE : exit;
    css = css == null ? "" : css;
  }

  /** Colours only, the rest as we would set it. */
  public static Looks of(String paper, String ink, String button, String buttonInk) {
    return new Looks(
        paper,
        ink,
        button,
        buttonInk,
        Font.OURS,
        10,
        Spacing.NORMAL,
        560,
        Background.COLOUR,
        Movement.FADE,
        Movement.FADE,
        "");
  }

  /** Words on paper, as a ratio (see {@link Contrast}). */
  public double inkContrast() {
    return Contrast.ratio(ink, paper);
  }

  /** Words on the button, as a ratio. */
  public double buttonContrast() {
    return Contrast.ratio(buttonInk, button);
  }

  /** Notes what keeps this from being saved. */
  void check(String path, Problems problems) {
    colour(paper, path + ".paper", problems);
    colour(ink, path + ".ink", problems);
    colour(button, path + ".button", problems);
    colour(buttonInk, path + ".buttonInk", problems);
    problems.when(corner < 0 || corner > 40, path + ".corner", "out_of_range", "0 to 40 px.");
    problems.when(width < 240 || width > 1000, path + ".width", "out_of_range", "240 to 1000 px.");
    problems.text(css, path + ".css", "Your CSS", MOST_CSS);
  }

  private static void colour(String value, String field, Problems problems) {
    problems.when(!Contrast.isColour(value), field, "not_a_colour", "A colour looks like #16423C.");
  }
}
