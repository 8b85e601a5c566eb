package jeton.server.people;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.form.WebAddress;
import jeton.core.people.PersonState;
import jeton.core.segment.Comparison;
import jeton.core.segment.Criterion;
import jeton.core.segment.Subject;
import jeton.core.signup.EmailAddress;
import jeton.server.problem.NotThere;
import jeton.server.segment.Segments;
import org.springframework.stereotype.Service;

/** Everybody who ever gave an address, and where they stand. */
@Service
public class People {
  private final PersonStore store;
  private final PeopleTableStore table;
  private final Segments segments;

  People(PersonStore store, PeopleTableStore table, Segments segments) {
    this.store = store;
    this.table = table;
    this.segments = segments;
  }

  /** What a form told of a person. */
  public record Told(EmailAddress address, String firstName, Optional<String> zone) {}

  /** A person found or made; their row is locked until the transaction ends. */
  public record Met(Person person, boolean isNew) {}

  /**
   * What to look for.
   *
   * @param words part of an address or a first name; empty for all
   * @param question what must hold (L3)
   */
  public record Filter(String words, Criterion.Group question) {

    /** By what addresses of screens name: a state, an offer signed up for, a tag. */
    public static Filter of(
        String words, Optional<PersonState> state, Optional<Long> offerId, Optional<String> tag) {
      List<Criterion> parts = new ArrayList<>();
      state.ifPresent(
          s -> parts.add(Criterion.Condition.of(Subject.STATE, Comparison.IS, Subject.nameOf(s))));
      offerId.ifPresent(
          id ->
              parts.add(
                  Criterion.Condition.of(Subject.SIGNED_UP, Comparison.HAS, String.valueOf(id))));
      tag.ifPresent(t -> parts.add(Criterion.Condition.of(Subject.TAG, Comparison.HAS, t)));
      return new Filter(words, new Criterion.Group(Criterion.Match.ALL, parts));
    }
  }

  /**
   * A person with what a table may show.
   *
   * @param lists names of those they are on
   * @param answers to own fields, by key
   */
  public record PersonRow(
      Person person,
      List<String> tags,
      List<String> lists,
      Map<String, String> answers,
      Optional<Instant> listedSince,
      String source) {}

  /** A page of such people; {@code total} as of {@link Page}. */
  public record Rows(List<PersonRow> rows, long total) {}

  /**
   * A page of people, newest first.
   *
   * @param total how many there are in all, counted up to 100,001 so that counting stays quick
   */
  public record Page(List<Person> people, long total) {}

  /** Finds or makes the person of an address, in {@code stateWhenNew} if they are new. */
  public Met meet(Told told, PersonState stateWhenNew, Instant now) {
    return store.meet(told, stateWhenNew, now);
  }

  /**
   * What a confirmed sign-up told of somebody who was known.
   *
   * @param email their address as they spelt it
   * @param firstName empty when they gave none: the one known stays
   */
  public record Confirmed(String email, String firstName, Optional<String> zone) {}

  /** Takes over what a confirmed sign-up told (S12), in the caller's transaction. */
  public void tell(long personId, Confirmed confirmed) {
    store.tell(personId, confirmed);
  }

  /**
   * Notes that somebody confirmed this address by a link sent to it, in the caller's transaction.
   */
  public void confirmed(long personId, Instant now) {
    store.confirmed(personId, now);
  }

  /** Somebody who gave this address before. */
  public Optional<Person> find(EmailAddress address) {
    return store.byKey(address.compareKey());
  }

  /**
   * Keeps where somebody new came from: form, site, campaign.
   *
   * @param page address of the page that held the form; of it the host stays
   */
  public void cameFrom(long personId, long formId, String page, String campaign) {
    store.cameFrom(personId, formId, WebAddress.hostOf(page), campaign);
  }

  /** Keeps what a person answered to the business's own fields; the newest answer counts. */
  public void answered(long personId, Map<String, String> answers, Instant now) {
    store.answered(personId, answers, now);
  }

  /** Puts a person in a state. */
  public void changeState(long personId, PersonState state, Instant now) {
    store.changeState(personId, state, now);
  }

  /** A person that must exist, locked until the transaction ends. */
  public Person lock(long personId) {
    return store.lock(personId).orElseThrow(() -> new NotThere("This person"));
  }

  /**
   * Locks several people until the transaction ends; in one order, so that none waits in a circle.
   */
  public void lockAll(Collection<Long> personIds) {
    if (!personIds.isEmpty()) {
      store.lockAll(personIds);
    }
  }

  /** Those of these people that exist, with what a table may show of them. */
  public List<PersonRow> rowsByIds(Collection<Long> ids) {
    return ids.isEmpty() ? List.of() : table.rows(store.all(ids));
  }

  /** A person that must exist. */
  public Person get(long personId) {
    return store.find(personId).orElseThrow(() -> new NotThere("This person"));
  }

  /**
   * One page of a search.
   *
   * @param page from 0
   */
  public Page search(Filter filter, int page, int size) {
    return table.page(search(filter), page * size, size);
  }

  /** The same with tags, lists and answers. */
  public Rows rows(Filter filter, int page, int size) {
    PeopleTableStore.Search search = search(filter);
    if (filter.words().isBlank()) {
      // A question alone is counted exactly.
      return new Rows(
          table.rows(table.search(search, page * size, size)), segments.count(filter.question()));
    }
    Page found = table.page(search, page * size, size);
    return new Rows(table.rows(found.people()), found.total());
  }

  /** People with what a table may show of them. */
  public List<PersonRow> rowsOf(List<Person> people) {
    return table.rows(people);
  }

  /** Sites people first came from, those of most people first. */
  public List<String> sites() {
    return table.origins("from_site");
  }

  /** Campaigns people first came from, those of most people first. */
  public List<String> campaigns() {
    return table.origins("from_campaign");
  }

  /** Changes the first name, by hand, in the caller's transaction. */
  public void rename(long personId, String firstName) {
    store.rename(personId, firstName);
  }

  private PeopleTableStore.Search search(Filter filter) {
    segments.checkQuestion(filter.question(), "question");
    return new PeopleTableStore.Search(filter.words(), segments.where(filter.question(), "q"));
  }

  /**
   * People a filter finds, newest first, older than one of them: a way through all of them that
   * stays right while others sign up.
   *
   * @param below id of the last one seen
   */
  public List<Person> below(Filter filter, long below, int most) {
    return table.below(search(filter), below, most);
  }

  /** Whether nobody may follow what a person opens and clicks. */
  public void leaveUntracked(long personId, boolean untracked) {
    store.leaveUntracked(personId, untracked);
  }

  /** Answers to own fields, by person and field; nobody who never answered. */
  public Map<Long, Map<String, String>> answers(Collection<Long> ids) {
    return ids.isEmpty() ? Map.of() : store.answers(ids);
  }

  /** One person's answers to own fields. */
  public Map<String, String> answers(long id) {
    return answers(List.of(id)).getOrDefault(id, Map.of());
  }
}
