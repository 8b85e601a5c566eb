package jeton.server.followup;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.core.followup.RunAgain;
import jeton.core.people.PersonState;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/** Adds people to a sequence by hand, or everybody a filter finds. */
@Service
public class Joining {
  private static final int PAGE = 200;
  private final Sequences sequences;
  private final RunStarts runs;
  private final RunStore store;
  private final People people;
  private final TransactionOperations tx;

  Joining(
      Sequences sequences,
      RunStarts runs,
      RunStore store,
      People people,
      TransactionOperations tx) {
    this.sequences = sequences;
    this.runs = runs;
    this.store = store;
    this.people = people;
    this.tx = tx;
  }

  /** Who is meant. */
  public sealed interface Who {
    /** These. */
    record These(Set<Long> ids) implements Who {}

    /** Everybody a filter finds. */
    record Everybody(People.Filter filter) implements Who {}
  }

  /**
   * How many.
   *
   * @param added who are on the list and start (again)
   * @param notOnTheList found, but may get nothing
   * @param alreadyIn had it before, or are on their way
   */
  public record Joined(long added, long notOnTheList, long alreadyIn) {}

  /** What {@link #add} would do. */
  public Joined count(long sequenceId, Who who, RunAgain again) {
    return each(sequenceId, who, again, false);
  }

  /** Starts the sequence for everybody meant, a page of people in a transaction. */
  public Joined add(long sequenceId, Who who, RunAgain again) {
    return each(sequenceId, who, again, true);
  }

  private Joined each(long sequenceId, Who who, RunAgain again, boolean starts) {
    Sequence sequence = sequences.get(sequenceId);
    long[] counts = new long[3];
    long below = Long.MAX_VALUE;
    List<Person> page = page(who, below);
    while (!page.isEmpty()) {
      List<Person> now = page;
      long[] ofPage =
          tx.execute(
              status -> {
                // Counted anew when the transaction is repeated.
                long[] some = new long[3];
                people(now, starts).forEach(p -> one(sequence, p, again, starts, some));
                return some;
              });
      for (int i = 0; i < counts.length; i++) {
        counts[i] += ofPage[i];
      }
      below = page.get(page.size() - 1).id();
      page = page(who, below);
    }
    return new Joined(counts[0], counts[1], counts[2]);
  }

  private List<Person> page(Who who, long below) {
    if (who instanceof Who.Everybody everybody) {
      return people.below(everybody.filter(), below, PAGE);
    }
    return ((Who.These) who)
        .ids().stream()
            .filter(id -> id < below)
            .sorted(java.util.Comparator.reverseOrder())
            .limit(PAGE)
            .map(people::get)
            .toList();
  }

  /** As they are now; locked where they are to start. */
  private List<Person> people(List<Person> page, boolean starts) {
    if (!starts) {
      return page;
    }
    people.lockAll(page.stream().map(Person::id).toList());
    return page.stream().map(person -> people.get(person.id())).toList();
  }

  private void one(
      Sequence sequence, Person person, RunAgain again, boolean starts, long[] counts) {
    if (person.state() != PersonState.ON_THE_LIST) {
      counts[1]++;
      return;
    }
    RunStore.Earlier earlier = store.earlier(sequence.id(), person.id());
    boolean hadIt = again.when() == RunAgain.When.NEVER && earlier.lastStarted().isPresent();
    if (hadIt || earlier.going()) {
      counts[2]++;
    } else {
      counts[0]++;
      if (starts) {
        runs.start(sequence, person, Optional.empty(), again);
      }
    }
  }
}
