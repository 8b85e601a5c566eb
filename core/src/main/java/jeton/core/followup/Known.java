package jeton.core.followup;

import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.people.TagName;

/**
 * What conditions look at (rule T8).
 *
 * @param passUsed whether this person has ever used a pass of the offer the run came from (P4)
 * @param tags the person's tags
 */
public record Known(boolean passUsed, Set<String> tags) {
  /** Nothing used, no tag. */
  public static final Known NOTHING = new Known(false, Set.of());

  public Known {
    tags = tags.stream().map(TagName::key).collect(Collectors.toUnmodifiableSet());
  }

  /** Tags are compared without case. */
  public boolean hasTag(String tag) {
    return tags.contains(TagName.key(tag));
  }
}
