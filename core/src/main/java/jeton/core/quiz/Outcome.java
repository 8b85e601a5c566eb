package jeton.core.quiz;

import java.util.List;

/**
 * What a quiz leads to (Q8).
 *
 * @param id its name within the quiz, which stays when it is moved
 * @param words small HTML
 * @param picture hash of a kept picture; empty for none
 * @param label words of its button; empty for no button
 * @param href where the button leads
 * @param from the lowest total it owns, for {@link Scoring#RANGE}
 * @param to the highest, included
 * @param tags given to whoever gets it, once the sign-up counts (Q9)
 */
public record Outcome(
    String id,
    String title,
    String words,
    String picture,
    String label,
    String href,
    int from,
    int to,
    List<String> tags) {

  public Outcome {
    title = title == null ? "" : title.strip();
    words = words == null ? "" : words;
    picture = picture == null ? "" : picture;
    label = label == null ? "" : label.strip();
    href = href == null ? "" : href.strip();
    tags = tags == null ? List.of() : List.copyOf(tags);
  }

  /** One that only owns totals. */
  public static Outcome owning(String id, int from, int to) {
    return new Outcome(id, id, "", "", "", "", from, to, List.of());
  }

  /** Whether a total is its own. */
  public boolean owns(int total) {
    return from <= total && total <= to;
  }
}
