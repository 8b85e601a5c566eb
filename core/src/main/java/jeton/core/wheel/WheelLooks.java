package jeton.core.wheel;

import jeton.core.form.Contrast;
import jeton.core.problem.Problems;

/**
 * How a wheel looks and turns.
 *
 * @param size across, in CSS px, 200 to 560; less where there is less room
 * @param half whether half of it stands out of the form's edge
 * @param pointer where it points from
 * @param hub colour of the middle, {@code #RRGGBB}
 * @param hubPicture hash of a kept picture in the middle; empty for none
 * @param rim colour of the rim
 * @param dots whether the rim has dots
 * @param ground colour behind it; empty for none
 * @param seconds it turns for, 2 to 10
 * @param turns whole ones, 2 to 12
 * @param rings whether rings of light tell a winner
 */
public record WheelLooks(
    int size,
    boolean half,
    Pointer pointer,
    String hub,
    String hubPicture,
    String rim,
    boolean dots,
    String ground,
    int seconds,
    int turns,
    boolean rings) {
  /** Our own: the token, grown large. */
  public static final WheelLooks USUAL =
      new WheelLooks(320, false, Pointer.TOP, "#B37A2B", "", "#B37A2B", false, "", 5, 5, true);

  /** A side of the wheel. */
  public enum Pointer {
    TOP,
    RIGHT,
    FOOT,
    LEFT
  }

  public WheelLooks {
    pointer = pointer == null ? Pointer.TOP : pointer;
    hubPicture = hubPicture == null ? "" : hubPicture;
    ground = ground == null ? "" : ground;
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    problems.when(size < 200 || size > 560, path + ".size", "out_of_range", "200 to 560 px.");
    problems.when(
        seconds < 2 || seconds > 10, path + ".seconds", "out_of_range", "2 to 10 seconds.");
    problems.when(turns < 2 || turns > 12, path + ".turns", "out_of_range", "2 to 12 turns.");
    colour(hub, path + ".hub", problems);
    colour(rim, path + ".rim", problems);
    if (!ground.isEmpty()) {
      colour(ground, path + ".ground", problems);
    }
  }

  private static void colour(String value, String field, Problems problems) {
    problems.when(
        value == null || !Contrast.isColour(value),
        field,
        "not_a_colour",
        "A colour looks like #16423C.");
  }
}
