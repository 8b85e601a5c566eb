package jeton.core.followup;

import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.people.TagName;

/**
 * What conditions look at (rules T8, C10).
 *
 * @param passUsed whether this person has ever used what the offer the run came from gave (P4, G5)
 * @param tags the person's tags
 * @param daysToEnd local days until the person's code or pass ends, 0 on its last day; empty for no
 *     end, and once it is over
 * @param result key of what the person came to with the offer the run came from, where that is
 *     played
 */
public record Known(
    boolean passUsed, Set<String> tags, Optional<Long> daysToEnd, Optional<String> result) {
  /** Nothing used, no tag. */
  public static final Known NOTHING = new Known(false, Set.of());

  public Known {
    tags = tags.stream().map(TagName::key).collect(Collectors.toUnmodifiableSet());
  }

  /** Of somebody with nothing that ends. */
  public Known(boolean passUsed, Set<String> tags) {
    this(passUsed, tags, Optional.empty(), Optional.empty());
  }

  /** Tags are compared without case. */
  public boolean hasTag(String tag) {
    return tags.contains(TagName.key(tag));
  }
}
