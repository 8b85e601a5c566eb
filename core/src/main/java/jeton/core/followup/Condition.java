package jeton.core.followup;

import java.util.Locale;
import jeton.core.people.TagName;
import jeton.core.problem.Problems;

/**
 * What must hold at a step's due moment for its email to go out (rules T8, C10).
 *
 * @param tag for the two kinds that look at a tag; empty for the others
 * @param result key of what the person came to, for the two kinds that look at it (G3)
 * @param days for {@link Kind#ENDS_WITHIN}: local days until the code or pass ends, 0 to 3650
 */
public record Condition(Kind kind, String tag, int days, String result) {
  /** No condition. */
  public static final Condition ALWAYS = new Condition(Kind.ALWAYS, "");

  private static final int MOST_DAYS = 3650;

  /** What is looked at. */
  public enum Kind {
    ALWAYS,
    PASS_USED,
    PASS_NOT_USED,
    HAS_TAG,
    LACKS_TAG,
    ENDS_WITHIN,
    RESULT_IS,
    RESULT_IS_NOT;

    /** Whether it names a tag. */
    public boolean hasTag() {
      return this == HAS_TAG || this == LACKS_TAG;
    }

    /** Whether it names what somebody came to. */
    public boolean hasResult() {
      return this == RESULT_IS || this == RESULT_IS_NOT;
    }
  }

  public Condition {
    kind = kind == null ? Kind.ALWAYS : kind;
    tag = tag == null || !kind.hasTag() ? "" : tag.strip();
    days = kind == Kind.ENDS_WITHIN ? days : 0;
    result = result == null || !kind.hasResult() ? "" : result;
  }

  /** One that looks at no result. */
  public Condition(Kind kind, String tag, int days) {
    this(kind, tag, days, "");
  }

  /** One that looks at no end. */
  public Condition(Kind kind, String tag) {
    this(kind, tag, 0, "");
  }

  /** Whether the email goes out to somebody of whom this is known. */
  public boolean holds(Known known) {
    return switch (kind) {
      case ALWAYS -> true;
      case PASS_USED -> known.passUsed();
      case PASS_NOT_USED -> !known.passUsed();
      case HAS_TAG -> known.hasTag(tag);
      case LACKS_TAG -> !known.hasTag(tag);
      case ENDS_WITHIN -> known.daysToEnd().filter(left -> left <= days).isPresent();
      case RESULT_IS -> known.result().filter(result::equals).isPresent();
      case RESULT_IS_NOT -> known.result().filter(result::equals).isEmpty();
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
      case ENDS_WITHIN -> "nothing ends within " + days + " days";
      case RESULT_IS -> "came to something else";
      case RESULT_IS_NOT -> "came to just that";
    };
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    if (kind.hasTag()) {
      TagName.check(tag, path + ".tag", problems);
    }
    problems.when(
        kind.hasResult() && result.isBlank(), path + ".result", "empty", "Which outcome?");
    problems.when(
        days < 0 || days > MOST_DAYS, path + ".days", "out_of_range", "Within 0 to 3650 days.");
  }

  /** The stable code: the kind in lower case. */
  public String code() {
    return kind.name().toLowerCase(Locale.ROOT);
  }
}
