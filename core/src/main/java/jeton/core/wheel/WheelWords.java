package jeton.core.wheel;

import jeton.core.form.PageWords;
import jeton.core.problem.Problems;

/**
 * What a wheel says. {@code {{prize}}} stands for the prize.
 *
 * @param won to whoever won
 * @param waiting what is added while a prize waits for the address to be confirmed
 * @param lost to everybody else, kindly, with what else there is
 */
public record WheelWords(PageWords won, String waiting, PageWords lost) {
  /** What a new wheel says. */
  public static final WheelWords USUAL =
      new WheelWords(
          new PageWords("You have won: {{prize}}", "It is on its way to you by email."),
          "It is kept for you until you press the button in the email we have just sent.",
          new PageWords(
              "Not this time",
              "Thank you for turning. There will be another chance, and letters."));

  private static final int MOST_TEXT = 1000;

  public WheelWords {
    won = won == null ? new PageWords("", "") : won;
    waiting = waiting == null ? "" : waiting.strip();
    lost = lost == null ? new PageWords("", "") : lost;
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    won.check(path + ".won", problems);
    problems.text(waiting, path + ".waiting", "The words", MOST_TEXT);
    lost.check(path + ".lost", problems);
  }

  /** Words with the prize in its place. */
  public static String filled(String words, String prize) {
    return words.replace("{{prize}}", prize);
  }
}
