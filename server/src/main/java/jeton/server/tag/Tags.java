package jeton.server.tag;

import java.time.Clock;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jeton.core.people.TagName;
import jeton.core.problem.Problems;
import jeton.server.database.ConfigurationVersion;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tags: what the owner knows of people, in a word or two. Compared without case. */
@Service
public class Tags {
  private final TagStore store;
  private final ObjectProvider<TagListener> listeners;
  private final ConfigurationVersion configuration;
  private final Clock clock;

  Tags(
      TagStore store,
      ObjectProvider<TagListener> listeners,
      ConfigurationVersion configuration,
      Clock clock) {
    this.store = store;
    this.listeners = listeners;
    this.configuration = configuration;
    this.clock = clock;
  }

  /** A tag and how many people have it. */
  public record TagCount(String name, long people) {}

  /** All there are. */
  public List<TagCount> all() {
    return store.all();
  }

  /** What all are called: nobody is counted for it. */
  public Set<String> names() {
    return store.names();
  }

  /** Makes a tag; one that exists stays as it is. */
  @Transactional
  public void make(String name) {
    Problems problems = new Problems();
    TagName.check(name, "name", problems);
    Refused.unlessNone(problems.list());
    store.make(name, clock.instant());
  }

  /**
   * Where tags are kept, by the keys of their names; those there are none of are made, in the
   * caller's transaction.
   */
  public Map<String, String> keys(Collection<String> names) {
    Map<String, String> keys = new HashMap<>();
    for (String name : names) {
      keys.computeIfAbsent(
          TagName.key(name),
          key -> {
            if (store.called(name).isEmpty()) {
              store.make(name, clock.instant());
            }
            return store.called(name).orElseThrow().key();
          });
    }
    return keys;
  }

  /**
   * Gives a tag another name, wherever it stands. What was written down under the former one and
   * cannot be changed any more, as what somebody played, still means it.
   */
  @Transactional
  public void rename(String from, String to) {
    Problems problems = new Problems();
    TagName.check(to, "name", problems);
    Refused.unlessNone(problems.list());
    TagStore.Kept tag =
        store
            .called(from)
            .filter(kept -> kept.isCalled(from))
            .orElseThrow(() -> new NotThere("This tag"));
    if (!store.rename(tag, to)) {
      throw new Refused("name", "taken", "There is a tag of that name already.");
    }
    listeners.forEach(listener -> listener.renamed(new TagRenaming(tag.name(), to.strip())));
    configuration.changed();
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
