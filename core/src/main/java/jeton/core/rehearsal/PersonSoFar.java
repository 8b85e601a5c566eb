package jeton.core.rehearsal;

import java.time.Instant;
import java.time.ZoneId;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import jeton.core.followup.EndDays;
import jeton.core.followup.Known;
import jeton.core.people.PersonState;
import jeton.core.people.TagChange;
import jeton.core.people.TagName;

/** What has become of the made-up person by now. */
final class PersonSoFar {
  PersonState state = PersonState.WAITING_TO_CONFIRM;
  boolean passUsed;
  Optional<Instant> ends = Optional.empty();
  Optional<String> result = Optional.empty();
  private final Set<String> tags = new HashSet<>();

  /** Gives or takes a tag. False when nothing changed by it. */
  boolean change(TagChange change) {
    String key = TagName.key(change.tag());
    return change.give() ? tags.add(key) : tags.remove(key);
  }

  Known known(Instant now, ZoneId zone) {
    return new Known(
        passUsed,
        tags,
        ends.filter(end -> !now.isAfter(end)).map(end -> EndDays.between(now, end, zone)),
        result);
  }
}
