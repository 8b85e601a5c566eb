package jeton.server.numbers;

import java.util.Collection;
import java.util.Comparator;
import java.util.SortedMap;
import java.util.TreeMap;
import jeton.core.numbers.Mark;

/**
 * What the days get when people are counted anew. All in one order over all instances: none waits
 * for another that waits for it.
 */
record Changes(
    SortedMap<Tracked.Place, Numbers.Track> tracks,
    SortedMap<Tracked.MarkPlace, Long> marks,
    SortedMap<Tracked.SourcePlace, Numbers.Track> sources) {

  private static final Comparator<Tracked.Place> TRACKS =
      Comparator.comparing(Tracked.Place::day)
          .thenComparing(Tracked.Place::offerId)
          .thenComparing(Tracked.Place::formId);
  private static final Comparator<Tracked.MarkPlace> MARKS =
      Comparator.comparing(Tracked.MarkPlace::day)
          .thenComparing(Tracked.MarkPlace::offerId)
          .thenComparing(Tracked.MarkPlace::mark)
          .thenComparing(Tracked.MarkPlace::after);
  private static final Comparator<Tracked.SourcePlace> SOURCES =
      Comparator.comparing(Tracked.SourcePlace::day).thenComparing(Tracked.SourcePlace::sourceId);

  /** From what was counted of them before to what is now; what comes to nothing is left out. */
  static Changes between(Collection<Tracked> before, Collection<Tracked> now) {
    Changes changes =
        new Changes(new TreeMap<>(TRACKS), new TreeMap<>(MARKS), new TreeMap<>(SOURCES));
    now.forEach(one -> changes.add(one, 1));
    before.forEach(one -> changes.add(one, -1));
    changes.tracks.values().removeIf(Numbers.Track.EMPTY::equals);
    changes.marks.values().removeIf(people -> people == 0);
    changes.sources.values().removeIf(Numbers.Track.EMPTY::equals);
    return changes;
  }

  private void add(Tracked one, int times) {
    tracks.merge(one.place(), one.times(times), Numbers.Track::plus);
    one.marks()
        .forEach(
            (mark, day) ->
                marks.merge(
                    new Tracked.MarkPlace(
                        one.day(), one.offerId(), mark, Mark.weeksAfter(one.day(), day)),
                    (long) times,
                    Long::sum));
    one.sources()
        .forEach(
            source ->
                sources.merge(
                    new Tracked.SourcePlace(one.day(), source),
                    one.times(times),
                    Numbers.Track::plus));
  }
}
