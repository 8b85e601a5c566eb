package jeton.core.form;

import java.util.regex.Pattern;
import jeton.core.problem.Problems;

/**
 * A form's picture: one brought in, or a drawing that ships with Jeton.
 *
 * @param hash content hash of one brought in; empty for none
 * @param drawing name of a drawing; looked at only without {@code hash}; empty for none
 * @param words what it shows, for those who do not see it
 */
public record FormPicture(String hash, String drawing, String words, Side side) {
  /** No picture. */
  public static final FormPicture NONE = new FormPicture("", "", "", Side.LEFT);

  private static final Pattern HASH = Pattern.compile("([0-9a-f]{64})?");

  /** Where it stands. */
  public enum Side {
    LEFT,
    RIGHT,
    TOP
  }

  public FormPicture {
    hash = hash == null ? "" : hash;
    drawing = drawing == null ? "" : drawing;
    words = words == null ? "" : words;
    side = side == null ? Side.LEFT : side;
  }

  /** Whether there is one at all. */
  public boolean shown() {
    return !hash.isEmpty() || !drawing.isEmpty();
  }

  /** Notes what keeps this from being saved. */
  void check(String path, Problems problems) {
    problems.line(words, path + ".words", "The picture's words", 300);
    problems.when(
        !HASH.matcher(hash).matches(),
        path + ".hash",
        "unknown_picture",
        "There is no such picture.");
    problems.when(
        !drawing.isEmpty() && !Drawing.isKnown(drawing),
        path + ".drawing",
        "unknown_drawing",
        "There is no such drawing.");
  }
}
