package jeton.core.wheel;

import java.util.Optional;
import jeton.core.problem.Problems;

/**
 * What a slice brings (W5).
 *
 * @param title what it is called, in a few words
 * @param words what to say of it, plain text; may be empty
 * @param offerId the other offer it is, for {@link Kind#OFFER}: a grant of its coupon, a pass for
 *     anything else
 */
public record Prize(Kind kind, String title, String words, Optional<Long> offerId) {
  /** Nothing. */
  public static final Prize NONE = new Prize(Kind.NONE, "", "", Optional.empty());

  private static final int MOST_TITLE = 80;
  private static final int MOST_WORDS = 1000;

  /** What it is. */
  public enum Kind {
    /** No prize. */
    NONE,
    /** Words alone: the shop sees to the rest. */
    WORDS,
    /** What another offer gives. */
    OFFER
  }

  public Prize {
    kind = kind == null ? Kind.NONE : kind;
    title = title == null ? "" : title.strip();
    words = words == null ? "" : words.strip();
    offerId = offerId == null || kind != Kind.OFFER ? Optional.empty() : offerId;
  }

  /** One in words alone. */
  public static Prize words(String title, String words) {
    return new Prize(Kind.WORDS, title, words, Optional.empty());
  }

  /** What another offer gives. */
  public static Prize offer(String title, long offerId) {
    return new Prize(Kind.OFFER, title, "", Optional.of(offerId));
  }

  /** Whether somebody has won something. */
  public boolean wins() {
    return kind != Kind.NONE;
  }

  void check(String path, Problems problems) {
    problems.line(title, path + ".title", "A prize", MOST_TITLE);
    problems.text(words, path + ".words", "The words of a prize", MOST_WORDS);
  }
}
