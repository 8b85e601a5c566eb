package jeton.core.privatepage;

import java.util.List;
import jeton.core.people.TagName;
import jeton.core.problem.Problems;

/**
 * One piece of a private page (V1).
 *
 * @param id its number on this page, 1 or more: it stays when pieces are put in another order, so
 *     that what people have played stays with it
 * @param title shown above it, and alone before it opens; may be empty for words, lines and buttons
 * @param tags given and taken when somebody first opens or plays it (V5)
 */
public record Piece(int id, String title, Opens opens, Content content, List<PieceTag> tags) {
  private static final int MOST_TITLE = 120;
  private static final int MOST_TAGS = 5;

  public Piece {
    title = title == null ? "" : title.strip();
    opens = opens == null ? Opens.AT_ONCE : opens;
    content = content == null ? new Content.Divider() : content;
    tags = tags == null ? List.of() : List.copyOf(tags);
  }

  /** One that opens with the page and changes no tags. */
  public static Piece of(int id, String title, Content content) {
    return new Piece(id, title, Opens.AT_ONCE, content, List.of());
  }

  /** The same, opening at another time. */
  public Piece opening(Opens other) {
    return new Piece(id, title, other, content, tags);
  }

  /** The same, being something else. */
  public Piece with(Content other) {
    return new Piece(id, title, opens, other, tags);
  }

  /** How to speak of it. */
  public String named(int place) {
    return title.isEmpty() ? "Piece " + place : "“" + title + "”";
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    problems.line(title, path + ".title", "A title", MOST_TITLE);
    opens.check(path + ".opens", problems);
    content.check(path + ".content", problems);
    problems.when(
        tags.size() > MOST_TAGS,
        path + ".tags",
        "too_many",
        "Opens a piece changes at most 5 tags.");
    for (int i = 0; i < tags.size(); i++) {
      TagName.check(tags.get(i).tag(), path + ".tags[" + i + "].tag", problems);
    }
  }
}
