package jeton.server.outsidelist;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import jeton.core.outsidelist.OutsideListSettings;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Hands on those who were there before: a page at a time, taken up again where it was cut off, and
 * never so many that who signs up just now would wait behind them for long.
 */
@Service
public class CatchingUp {
  private static final int PAGE = 500;
  private static final int MOST_WAITING = 1_000;

  private final OutsideLists lists;
  private final OutsideListStore store;
  private final StandingStore standings;
  private final Clock clock;

  CatchingUp(OutsideLists lists, OutsideListStore store, StandingStore standings, Clock clock) {
    this.lists = lists;
    this.store = store;
    this.standings = standings;
    this.clock = clock;
  }

  /** How many there are to hand on. */
  long count(long listId) {
    return standings.everybody(lists.get(listId).settings().offers());
  }

  /** Begins; once it is under way, it goes on. */
  @Transactional
  public void begin(long listId) {
    OutsideList list = lists.get(listId);
    if (!list.settings().hasWhatItNeeds() || list.state() != OutsideList.State.ON) {
      throw new Refused("state", "not_on", "Choose a list and turn it on first.");
    }
    store.catchUp(listId, standings.everybody(list.settings().offers()));
  }

  /** Nobody more is marked; who waits already is handed on. */
  @Transactional
  public void stop(long listId) {
    lists.get(listId);
    store.stopCatchingUp(listId);
  }

  /**
   * Marks a page of them.
   *
   * @return whether some were
   */
  @Transactional
  public boolean page(long listId) {
    Optional<OutsideList> list = store.find(listId);
    Optional<Long> after =
        list.filter(one -> one.isOpen(clock.instant()))
            .flatMap(OutsideList::catchUp)
            .flatMap(OutsideList.CatchUp::after);
    if (after.isEmpty() || standings.waiting(listId, MOST_WAITING) >= MOST_WAITING) {
      return false;
    }
    OutsideListSettings settings = list.orElseThrow().settings();
    List<Long> page = standings.everybodyAfter(settings.offers(), after.get(), PAGE);
    Optional<Long> next =
        page.size() < PAGE ? Optional.empty() : Optional.of(page.get(page.size() - 1));
    // The list's row first: another instance that marks the same page waits, and does nothing.
    if (!store.caughtUp(listId, after.get(), page.size(), next)) {
      return false;
    }
    standings.due(listId, page, clock.instant());
    return !page.isEmpty();
  }
}
