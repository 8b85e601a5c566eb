package jeton.core.form;

import java.util.regex.Pattern;

/** How well two colours can be told apart (WCAG 2.2, success criterion 1.4.3). */
public final class Contrast {
  /** Least ratio for text of normal size at level AA. */
  public static final double ENOUGH = 4.5;

  private static final Pattern HEX = Pattern.compile("#[0-9A-Fa-f]{6}");

  private Contrast() {}

  /** Whether a text is a colour of the form {@code #RRGGBB}. */
  public static boolean isColour(String text) {
    return HEX.matcher(text).matches();
  }

  /**
   * The contrast ratio, 1 to 21.
   *
   * @param one a colour as {@code #RRGGBB}
   */
  public static double ratio(String one, String other) {
    double a = luminance(one);
    double b = luminance(other);
    return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
  }

  private static double luminance(String hex) {
    return 0.2126 * channel(hex, 1) + 0.7152 * channel(hex, 3) + 0.0722 * channel(hex, 5);
  }

  private static double channel(String hex, int from) {
    double value = Integer.parseInt(hex.substring(from, from + 2), 16) / 255.0;
    return value <= 0.04045 ? value / 12.92 : Math.pow((value + 0.055) / 1.055, 2.4);
  }
}
