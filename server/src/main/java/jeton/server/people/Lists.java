package jeton.server.people;

import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.people.ListSettings;
import jeton.core.problem.Problems;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.history.History;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Lists, and who is on them (L1, L2). */
@Service
public class Lists {
  private final ListStore store;
  private final ConfigurationVersion configuration;
  private final History history;
  private final Clock clock;
  private final Remembered<Map<Long, MailingList>> remembered;

  Lists(ListStore store, ConfigurationVersion configuration, History history, Clock clock) {
    this.store = store;
    this.configuration = configuration;
    this.history = history;
    this.clock = clock;
    this.remembered =
        new Remembered<>(
            configuration,
            () ->
                store.all().stream()
                    .collect(Collectors.toMap(MailingList::id, list -> list, (a, b) -> a)));
  }

  /**
   * A list.
   *
   * @param key what mail programs know it by (RFC 2919); never changes
   */
  public record MailingList(long id, String key, ListSettings settings) {}

  /** A list and how many are on it. */
  public record ListCount(MailingList list, long people) {}

  /** A list somebody is on, or was. */
  public record Membership(
      long listId, String name, String sentence, Instant since, Optional<Instant> leftAt) {}

  /** All there are, in their order, with how many are on each. */
  public List<ListCount> all() {
    Map<Long, Long> people = store.counts();
    return store.all().stream()
        .map(list -> new ListCount(list, people.getOrDefault(list.id(), 0L)))
        .toList();
  }

  /** One that may have been removed meanwhile; from memory. */
  public Optional<MailingList> find(long id) {
    return Optional.ofNullable(remembered.now().get(id));
  }

  /** Which of these are there; from memory. */
  public Set<Long> existing(Collection<Long> ids) {
    return ids.stream().filter(remembered.now()::containsKey).collect(Collectors.toSet());
  }

  /** Numbers of all there are; from memory. */
  public Set<Long> ids() {
    return remembered.now().keySet();
  }

  /** Makes a list. */
  @Transactional
  public List<ListCount> make(ListSettings settings) {
    check(settings);
    if (store.all().size() >= ListSettings.MOST) {
      throw new Refused("name", "too_many", "At most 50 lists.");
    }
    store.add(settings, Tokens.random().substring(0, 12).toLowerCase(), clock.instant());
    configuration.changed();
    return all();
  }

  /** Changes what a list is called, and what the leave page says of it. */
  @Transactional
  public List<ListCount> change(long id, ListSettings settings) {
    check(settings);
    if (!store.change(id, settings)) {
      throw new NotThere("This list");
    }
    configuration.changed();
    return all();
  }

  /**
   * Removes a list: nobody is put on it any more and nothing goes out for it. Who was on it stays
   * noted, with the evidence. The first one cannot be removed.
   */
  @Transactional
  public List<ListCount> remove(long id) {
    if (id == ListSettings.FIRST) {
      throw new Refused("id", "first_list", "The first list is always there. It can be renamed.");
    }
    if (!store.remove(id, clock.instant())) {
      throw new NotThere("This list");
    }
    configuration.changed();
    return all();
  }

  private static void check(ListSettings settings) {
    Problems problems = new Problems();
    settings.check(problems);
    Refused.unlessNone(problems.list());
  }

  /**
   * Puts somebody on lists, in the caller's transaction, their row locked. One they left before
   * takes them back: they agreed again. Lists that are gone are passed over.
   */
  public void join(long personId, Collection<Long> listIds, Optional<Long> offerId) {
    Instant now = clock.instant();
    for (long id : listIds) {
      Optional<MailingList> list = find(id);
      if (list.isPresent() && store.join(id, personId, now)) {
        history.note(
            History.Event.of(
                now, History.Kind.LIST_JOINED, personId, offerId, list.get().settings().name()));
      }
    }
  }

  /** Takes somebody off one list, in the caller's transaction. False when they were not on it. */
  public boolean leave(long personId, long listId) {
    Instant now = clock.instant();
    boolean left = store.leave(listId, personId, now);
    if (left) {
      String name = find(listId).map(list -> list.settings().name()).orElse("a list removed since");
      history.note(History.Event.of(now, History.Kind.LIST_LEFT, personId, Optional.empty(), name));
    }
    return left;
  }

  /** Takes somebody off all lists, in the caller's transaction. */
  public void leaveAll(long personId) {
    store.leaveAll(personId, clock.instant());
  }

  /** The lists somebody is on, as they are now, those removed since left out. */
  public List<Membership> of(long personId) {
    return store.of(personId).stream().filter(m -> m.leftAt().isEmpty()).toList();
  }

  /** Every list somebody ever was on. */
  public List<Membership> everOf(long personId) {
    return store.of(personId);
  }

  /** Who of these is on a list now. */
  public Set<Long> onList(long listId, Collection<Long> personIds) {
    return personIds.isEmpty() || find(listId).isEmpty()
        ? Set.of()
        : store.onList(listId, personIds);
  }
}
