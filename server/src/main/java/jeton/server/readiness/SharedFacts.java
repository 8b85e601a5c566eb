package jeton.server.readiness;

import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import jeton.server.people.Lists;
import jeton.server.site.Sightings;
import jeton.server.tag.Tags;
import org.springframework.stereotype.Component;

/** What offers and follow-ups name that is there for all of them: gathered once for many. */
@Component
class SharedFacts {
  private final Sightings sightings;
  private final Tags tags;
  private final Lists lists;

  SharedFacts(Sightings sightings, Tags tags, Lists lists) {
    this.sightings = sightings;
    this.tags = tags;
    this.lists = lists;
  }

  /**
   * What there is.
   *
   * @param tags their names
   * @param lists their ids
   * @param seen when each form was last seen on a site, by its key
   */
  record Found(Set<String> tags, Set<Long> lists, Map<String, Instant> seen) {}

  Found now() {
    Map<String, Instant> seen = new HashMap<>();
    for (Sightings.LastSeen last : sightings.lastSeen()) {
      last.formKey().ifPresent(key -> seen.merge(key, last.at(), (a, b) -> a.isAfter(b) ? a : b));
    }
    return new Found(tags.names(), lists.ids(), seen);
  }
}
