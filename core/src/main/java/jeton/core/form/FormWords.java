package jeton.core.form;

import java.util.List;
import jeton.core.problem.Problems;

/**
 * What a form says.
 *
 * @param headline first words
 * @param text a small, cleaned HTML: paragraphs, bold, italic, links, lists
 * @param points up to eight bullet points
 * @param button words of the button
 * @param noThanks a line that closes the form for longer; empty: none
 * @param smallPrint below the button; may be empty
 * @param halfWay words of a step bar that shows the visitor half way there; empty: no bar
 */
public record FormWords(
    String headline,
    String text,
    List<String> points,
    String button,
    String noThanks,
    String smallPrint,
    String halfWay) {
  /** Most bullet points. */
  public static final int MOST_POINTS = 8;

  public FormWords {
    points = points == null ? List.of() : List.copyOf(points);
    noThanks = noThanks == null ? "" : noThanks;
    smallPrint = smallPrint == null ? "" : smallPrint;
    halfWay = halfWay == null ? "" : halfWay;
  }

  /** Headline, text, points and button; nothing else. */
  public static FormWords plain(String headline, String text, List<String> points, String button) {
    return new FormWords(headline, text, points, button, "", "", "");
  }

  /** Notes what keeps this from being saved. */
  void check(String path, Problems problems) {
    problems.line(headline, path + ".headline", "The headline", 200);
    problems.when(headline.isBlank(), path + ".headline", "empty", "A form needs a headline.");
    problems.text(text, path + ".text", "The text", 20_000);
    problems.when(
        points.size() > MOST_POINTS,
        path + ".points",
        "too_many",
        "At most eight points. Take one out.");
    for (int i = 0; i < points.size(); i++) {
      problems.line(points.get(i), path + ".points[" + i + "]", "A point", 300);
    }
    problems.line(button, path + ".button", "The button", 60);
    problems.when(button.isBlank(), path + ".button", "empty", "The button needs words.");
    problems.line(noThanks, path + ".noThanks", "The line", 80);
    problems.text(smallPrint, path + ".smallPrint", "The small print", 1000);
    problems.line(halfWay, path + ".halfWay", "The step bar", 60);
  }
}
