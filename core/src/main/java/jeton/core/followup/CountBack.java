package jeton.core.followup;

import java.time.Instant;
import java.util.Optional;

/**
 * When a step that counts back from an end is due, or why it is skipped (rule T15).
 *
 * @param due empty where it is skipped
 * @param skip empty where it is due
 */
public record CountBack(Optional<Instant> due, Optional<Skip> skip) {

  /** Why it is skipped, in the order looked for. */
  public enum Skip {
    NO_END("nothing ends"),
    PASSED("its moment was over"),
    AT_OR_AFTER_END("it would have come at the end or later");

    private final String words;

    Skip(String words) {
      this.words = words;
    }

    /** For the person's history. */
    public String words() {
      return words;
    }
  }

  static CountBack at(Instant due) {
    return new CountBack(Optional.of(due), Optional.empty());
  }

  static CountBack skipped(Skip why) {
    return new CountBack(Optional.empty(), Optional.of(why));
  }
}
