package jeton.server.people;

import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jeton.core.people.TagName;
import jeton.core.problem.Problems;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tags: what the owner knows of people, in a word or two. Compared without case. */
@Service
public class Tags {
  private final TagStore store;
  private final Clock clock;

  Tags(TagStore store, Clock clock) {
    this.store = store;
    this.clock = clock;
  }

  /** A tag and how many people have it. */
  public record TagCount(String name, long people) {}

  /** All there are. */
  public List<TagCount> all() {
    return store.all();
  }

  /** Makes a tag; one that exists stays as it is. */
  @Transactional
  public void make(String name) {
    Problems problems = new Problems();
    TagName.check(name, "name", problems);
    Refused.unlessNone(problems.list());
    store.make(name, clock.instant());
  }

  /** Deletes a tag and takes it from everybody. */
  @Transactional
  public void delete(String name) {
    if (!store.delete(name)) {
      throw new NotThere("This tag");
    }
  }

  /** Gives a tag, in the caller's transaction. False when nothing changed by it. */
  public boolean give(long personId, String name) {
    return store.give(personId, name, clock.instant());
  }

  /** Takes a tag, in the caller's transaction. False when nothing changed by it. */
  public boolean take(long personId, String name) {
    return store.take(personId, name);
  }

  /** Names by person. */
  public Map<Long, Set<String>> of(Collection<Long> personIds) {
    return store.of(personIds);
  }
}
