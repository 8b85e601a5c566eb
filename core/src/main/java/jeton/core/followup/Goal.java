package jeton.core.followup;

import java.util.Optional;
import jeton.core.people.TagName;
import jeton.core.problem.Problems;

/**
 * What a sequence is for: once reached, the run ends (rule T12).
 *
 * @param tag for {@link Kind#TAG_GAINED}
 */
public record Goal(Kind kind, String tag) {
  /** No goal. */
  public static final Goal NONE = new Goal(Kind.NONE, "");

  /** What reaches it. */
  public enum Kind {
    NONE,
    TAG_GAINED,
    PASS_USED,
    /** A shop told of an order of theirs. */
    BOUGHT
  }

  public Goal {
    kind = kind == null ? Kind.NONE : kind;
    tag = tag == null || kind != Kind.TAG_GAINED ? "" : tag.strip();
  }

  /** Whether gaining this tag reaches it. */
  public boolean reachedByTag(String gained) {
    return kind == Kind.TAG_GAINED && TagName.key(tag).equals(TagName.key(gained));
  }

  /** The tag it waits for. */
  public Optional<String> wantedTag() {
    return kind == Kind.TAG_GAINED ? Optional.of(tag) : Optional.empty();
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    if (kind == Kind.TAG_GAINED) {
      TagName.check(tag, path + ".tag", problems);
    }
  }
}
