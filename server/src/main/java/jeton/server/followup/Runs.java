package jeton.server.followup;

import java.util.List;
import org.springframework.stereotype.Service;

/** Ways through a sequence as an edit of it meets them: looked at in pages, re-timed, held. */
@Service
public class Runs {
  private final RunStore store;
  private final RunPageStore pages;

  Runs(RunStore store, RunPageStore pages) {
    this.store = store;
    this.pages = pages;
  }

  /** The numbers of the first and the last of some runs; 0 when there are none. */
  public record Span(long first, long last) {}

  /**
   * A run that is over.
   *
   * @param finished whether nothing but the end of the steps ended it, and nothing came after it
   */
  public record Ended(Run run, boolean finished) {}

  /** Those that wait for a moment, by number, a page at a time. */
  public List<Run> waiting(long sequenceId, long after, int most) {
    return pages.waiting(sequenceId, after, most);
  }

  /** Those that ended because no step was left, by number, a page at a time. */
  public List<Run> finished(long sequenceId, long after, int most) {
    return pages.finished(sequenceId, after, most);
  }

  /** The same where few of the sequence have ended: all of them. */
  public List<Run> fewFinished(long sequenceId, int most) {
    return pages.fewFinished(sequenceId, most);
  }

  /** Those that ended, whatever ended them, by number, a page at a time. */
  public List<Ended> ended(long sequenceId, long after, int most) {
    return pages.endedPage(sequenceId, after, most);
  }

  /** How many have ended. */
  public long ended(long sequenceId) {
    return pages.ended(sequenceId);
  }

  /** Where the numbers of those on their way lie. */
  public Span going(long sequenceId) {
    return pages.going(sequenceId);
  }

  /** Where the numbers of those that ended lie. */
  public Span over(long sequenceId) {
    return pages.over(sequenceId);
  }

  /** Re-times those that still stand where they stood when they were looked at. */
  public void retime(List<RunChanges.Change> changes) {
    store.retime(changes);
  }

  /** Has runs that were finished go on with what they would wait for (T11). */
  public void reopen(List<RunChanges.Change> going) {
    going.forEach(change -> pages.reopen(change.run().id()));
    store.waitFor(going.stream().map(RunChanges.Change::waiting).toList());
  }

  /** Puts the moments of all that wait aside (T14). */
  public void hold(long sequenceId) {
    store.hold(sequenceId);
  }

  /** Takes the moments put aside up again: what is overdue is due at once. */
  public void letGo(long sequenceId) {
    store.letGo(sequenceId);
  }
}
