package jeton.core.quiz;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jeton.core.people.TagName;
import jeton.core.problem.Problems;

/**
 * One answer to choose. The scoring hangs on it, not on its place (Q5).
 *
 * @param id its key within the question, which stays when it is moved or its words are changed
 * @param picture hash of a kept picture; empty for none
 * @param points what it gives to outcomes by their ids, 0 to 10 each, for {@link Scoring#MATCH}; an
 *     outcome that is not named gets 0
 * @param worth what it adds to the total, −100 to 100, for {@link Scoring#RANGE}
 * @param tags given to whoever chose it, once the sign-up counts (Q9)
 */
public record Answer(
    String id,
    String words,
    String picture,
    Map<String, Integer> points,
    int worth,
    List<String> tags) {

  private static final int MOST_WORDS = 200;
  private static final int MOST_POINTS = 10;
  private static final int MOST_WORTH = 100;

  public Answer {
    words = words == null ? "" : words.strip();
    picture = picture == null ? "" : picture;
    points = points == null ? Map.of() : Map.copyOf(points);
    tags = tags == null ? List.of() : List.copyOf(tags);
  }

  /** One that only scores. */
  public static Answer scoring(String id, Map<String, Integer> points, int worth) {
    return new Answer(id, id, "", points, worth, List.of());
  }

  /** The same, giving an outcome other points. */
  Answer withPoints(String outcome, int other) {
    Map<String, Integer> changed = new HashMap<>(points);
    changed.put(outcome, other);
    return new Answer(id, words, picture, changed, worth, tags);
  }

  /** Notes what keeps this from being saved. */
  void check(String path, Problems problems) {
    problems.line(words, path + ".words", "An answer", MOST_WORDS);
    problems.when(
        points.values().stream().anyMatch(given -> given < 0 || given > MOST_POINTS),
        path + ".points",
        "out_of_range",
        "An answer gives 0 to 10 points.");
    problems.when(
        Math.abs(worth) > MOST_WORTH,
        path + ".worth",
        "out_of_range",
        "An answer is worth −100 to 100.");
    TagName.checkAll(tags, path + ".tags", problems);
  }

  /** What it gives to an outcome. */
  public int pointsTo(String outcome) {
    return points.getOrDefault(outcome, 0);
  }
}
