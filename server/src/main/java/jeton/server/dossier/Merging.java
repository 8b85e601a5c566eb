package jeton.server.dossier;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.followup.RunEnd;
import jeton.core.people.PersonState;
import jeton.server.followup.RunEnds;
import jeton.server.history.History;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes two addresses of one person together: what belongs to one becomes the other's. What was
 * moved is noted, so that it can be undone within a day.
 */
@Service
public class Merging {
  /** How long it can be undone. */
  public static final Duration UNDONE_WITHIN = Duration.ofDays(1);

  private final MergeStore store;
  private final People people;
  private final RunEnds runs;
  private final History history;
  private final Clock clock;

  Merging(MergeStore store, People people, RunEnds runs, History history, Clock clock) {
    this.store = store;
    this.people = people;
    this.runs = runs;
    this.history = history;
    this.clock = clock;
  }

  /**
   * What merging would do.
   *
   * @param moves how much of what goes over, by what it is
   */
  public record MergePreview(Person kept, Person gone, Map<String, Long> moves) {}

  /** A merge that can still be undone. */
  public record Merge(long id, long keptId, long goneId, String goneEmail, Instant at) {}

  /** What would go over from one to the other. */
  public MergePreview preview(long keptId, long goneId) {
    check(keptId, goneId);
    return new MergePreview(people.get(keptId), people.get(goneId), store.counts(goneId));
  }

  private void check(long keptId, long goneId) {
    if (keptId == goneId) {
      throw new Refused("with", "same", "These are the same address.");
    }
    if (store.isGone(keptId) || store.isGone(goneId)) {
      throw new Refused("with", "gone", "One of them was erased, or taken together before.");
    }
  }

  /** The newest merge into somebody that can be undone. */
  public Optional<Merge> undoable(long keptId) {
    return store.newest(keptId, clock.instant().minus(UNDONE_WITHIN));
  }

  /** Takes them together. Nothing more is sent to the address that goes. */
  @Transactional
  public Merge merge(long keptId, long goneId) {
    people.lockAll(List.of(keptId, goneId));
    check(keptId, goneId);
    Instant now = clock.instant();
    Person gone = people.get(goneId);
    runs.endAllOf(goneId, RunEnd.REMOVED_BY_OWNER);
    store.merge(keptId, goneId, gone.state(), now);
    if (gone.state() != PersonState.BLOCKED) {
      people.changeState(goneId, PersonState.LEFT, now);
    }
    note(keptId, "was taken together with " + gone.email(), now);
    return undoable(keptId).orElseThrow();
  }

  /** Takes the newest one apart again. */
  @Transactional
  public void undo(long keptId) {
    people.lock(keptId);
    Merge merge = undoable(keptId).orElseThrow(() -> new NotThere("A merge of the last day"));
    people.lock(merge.goneId());
    store.undo(merge);
    note(keptId, "is apart from " + merge.goneEmail() + " again", clock.instant());
  }

  private void note(long personId, String words, Instant now) {
    history.note(History.Event.of(now, History.Kind.MERGED, personId, Optional.empty(), words));
  }
}
