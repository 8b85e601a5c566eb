package jeton.core.quiz;

import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * One answer to choose. The scoring hangs on it, not on its place (Q5).
 *
 * @param id its name within the question, which stays when it is moved or its words are changed
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

  /** What it gives to an outcome. */
  public int pointsTo(String outcome) {
    return points.getOrDefault(outcome, 0);
  }
}
