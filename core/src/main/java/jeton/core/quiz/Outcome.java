package jeton.core.quiz;

import java.util.List;
import jeton.core.form.WebAddress;
import jeton.core.people.TagName;
import jeton.core.problem.Problems;

/**
 * What a quiz leads to (Q8).
 *
 * @param id its key within the quiz, which stays when it is moved
 * @param words plain text, paragraphs apart by an empty line
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

  private static final int MOST_TITLE = 80;
  private static final int MOST_WORDS = 2000;
  private static final int MOST_LABEL = 40;
  private static final int MOST_TOTAL = 100_000;

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

  /** How to speak of it. */
  public String named(int place) {
    return title.isEmpty() ? "Outcome " + place : "“" + title + "”";
  }

  /** Whether it has a button that leads somewhere. */
  public boolean leadsOn() {
    return !label.isEmpty() && !href.isEmpty();
  }

  /** Notes what keeps this from being saved. */
  void check(String path, Problems problems) {
    problems.line(title, path + ".title", "A title", MOST_TITLE);
    problems.text(words, path + ".words", "The words of an outcome", MOST_WORDS);
    problems.line(label, path + ".label", "The words of a button", MOST_LABEL);
    problems.when(
        Math.abs(from) > MOST_TOTAL || Math.abs(to) > MOST_TOTAL,
        path + ".from",
        "out_of_range",
        "Totals lie within −100,000 and 100,000.");
    problems.when(
        from > to, path + ".to", "upside_down", "The highest total lies below the lowest.");
    if (!href.isEmpty()) {
      WebAddress.faultOfShop(href)
          .ifPresent(fault -> problems.add(path + ".href", fault.code(), fault.message()));
    }
    TagName.checkAll(tags, path + ".tags", problems);
  }

  /** Whether a total is its own. */
  public boolean owns(int total) {
    return from <= total && total <= to;
  }
}
