package jeton.server.numbers;

import java.time.ZoneId;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import jeton.server.business.Business;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Counts how far people come, by the day they came (N1). Whomever something happened to is counted
 * anew from what happened, and the days get the difference, in one transaction: so it matters not
 * how often, how late or in which order that was noted, nor how many instances count.
 */
@Service
public class Counting {
  private static final int SOME = 200;
  private static final Comparator<Tracked.Place> ORDER =
      Comparator.comparing(Tracked.Place::day)
          .thenComparing(Tracked.Place::offerId)
          .thenComparing(Tracked.Place::formId);

  private final TrackStore store;
  private final Business business;
  private final TransactionOperations tx;
  // What this instance has seen to already; the table says what holds.
  private volatile String followed = "";

  Counting(TrackStore store, Business business, TransactionOperations tx) {
    this.store = store;
    this.business = business;
    this.tx = tx;
  }

  /**
   * Counts some of those who are due.
   *
   * @return whether there were any
   */
  public boolean work() {
    followZone();
    return tx.execute(
        status -> {
          ZoneId zone = store.sharedZone();
          List<TrackStore.Pair> due = store.claim(SOME);
          due.stream()
              .collect(Collectors.groupingBy(TrackStore.Pair::offerId, TreeMap::new, people()))
              .forEach((offerId, people) -> count(offerId, people, zone));
          return !due.isEmpty();
        });
  }

  private static java.util.stream.Collector<TrackStore.Pair, ?, List<Long>> people() {
    return Collectors.mapping(TrackStore.Pair::personId, Collectors.toList());
  }

  private void count(long offerId, List<Long> people, ZoneId zone) {
    Set<Tracked> before = new HashSet<>(store.known(offerId, people));
    Set<Tracked> now = new HashSet<>(store.count(offerId, people, zone));
    if (!before.equals(now)) {
      store.replace(offerId, people, List.copyOf(now));
      // In one order over all instances: none waits for another that waits for it.
      Map<Tracked.Place, Numbers.Track> changes = new TreeMap<>(ORDER);
      now.forEach(one -> changes.merge(one.place(), of(one, 1), Numbers.Track::plus));
      before.forEach(one -> changes.merge(one.place(), of(one, -1), Numbers.Track::plus));
      changes.values().removeIf(Numbers.Track.EMPTY::equals);
      if (!changes.isEmpty()) {
        store.add(changes);
      }
    }
    store.done(offerId, people);
  }

  private static Numbers.Track of(Tracked one, int times) {
    return new Numbers.Track(
        0,
        times,
        one.confirmed() ? times : 0,
        one.handedOver() ? times : 0,
        one.used() ? times : 0,
        one.followedUp() ? times : 0);
  }

  /** Has everybody counted anew when the business's days are other ones since. */
  private void followZone() {
    String zone = business.now().settings().zoneId().getId();
    if (zone.equals(followed)) {
      return;
    }
    tx.executeWithoutResult(
        status -> {
          if (!store.zoneAlone().equals(zone)) {
            store.zone(zone);
            store.markAll();
          }
        });
    followed = zone;
  }

  /** Makes all counts again from what happened: the days at once, each person as they come due. */
  public void again() {
    tx.executeWithoutResult(
        status -> {
          store.zoneAlone();
          store.addUp();
          store.markAll();
        });
  }
}
