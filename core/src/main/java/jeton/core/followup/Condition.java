package jeton.core.followup;

import java.util.Locale;
import jeton.core.people.TagName;
import jeton.core.problem.Problems;

/**
 * What must hold at a step's due moment for its email to go out (rule T8).
 *
 * @param tag for the two kinds that look at a tag; empty for the others
 */
public record Condition(Kind kind, String tag) {
  /** No condition. */
  public static final Condition ALWAYS = new Condition(Kind.ALWAYS, "");

  /** What is looked at. */
  public enum Kind {
    ALWAYS,
    PASS_USED,
    PASS_NOT_USED,
    HAS_TAG,
    LACKS_TAG;

    /** Whether it names a tag. */
    public boolean hasTag() {
      return this == HAS_TAG || this == LACKS_TAG;
    }
  }

  public Condition {
    kind = kind == null ? Kind.ALWAYS : kind;
    tag = tag == null || !kind.hasTag() ? "" : tag.strip();
  }

  /** Whether the email goes out to somebody of whom this is known. */
  public boolean holds(Known known) {
    return switch (kind) {
      case ALWAYS -> true;
      case PASS_USED -> known.passUsed();
      case PASS_NOT_USED -> !known.passUsed();
      case HAS_TAG -> known.hasTag(tag);
      case LACKS_TAG -> !known.hasTag(tag);
    };
  }

  /** Why the email was skipped, for the person's history. */
  public String words() {
    return switch (kind) {
      case ALWAYS -> "";
      case PASS_USED -> "the pass was not used";
      case PASS_NOT_USED -> "the pass was used";
      case HAS_TAG -> "without the tag " + tag;
      case LACKS_TAG -> "has the tag " + tag;
    };
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    if (kind.hasTag()) {
      TagName.check(tag, path + ".tag", problems);
    }
  }

  /** The stable code: the kind in lower case. */
  public String code() {
    return kind.name().toLowerCase(Locale.ROOT);
  }
}
