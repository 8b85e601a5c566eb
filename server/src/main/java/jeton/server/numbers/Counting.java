package jeton.server.numbers;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import jeton.core.numbers.Mark;
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

  private final TrackStore store;
  private final MarkStore marks;
  private final SourceStore sources;
  private final EmailDays emails;
  private final Business business;
  private final TransactionOperations tx;
  // What this instance has seen to already; the table says what holds.
  private volatile String followed = "";

  Counting(
      TrackStore store,
      MarkStore marks,
      SourceStore sources,
      EmailDays emails,
      Business business,
      TransactionOperations tx) {
    this.store = store;
    this.marks = marks;
    this.sources = sources;
    this.emails = emails;
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
    Map<Long, Map<Mark, LocalDate>> known = marks.known(offerId, people);
    Set<Tracked> before =
        together(store.known(offerId, people), known, sources.known(offerId, people));
    Set<Tracked> now =
        together(
            store.count(offerId, people, zone),
            withForgotten(marks.count(offerId, people, zone), known),
            sources.count(offerId, people));
    if (!before.equals(now)) {
      List<Tracked> all = List.copyOf(now);
      store.replace(offerId, people, all);
      marks.replace(offerId, people, all);
      sources.replace(offerId, people, all);
      Changes changes = Changes.between(before, now);
      store.add(changes.tracks());
      marks.add(changes.marks());
      sources.add(changes.sources());
    }
    store.done(offerId, people);
  }

  /** What was read before readings were forgotten is known by its mark alone. */
  private Map<Long, Map<Mark, LocalDate>> withForgotten(
      Map<Long, Map<Mark, LocalDate>> counted, Map<Long, Map<Mark, LocalDate>> known) {
    Optional<LocalDate> keptFrom = emails.keptFrom();
    if (keptFrom.isEmpty()) {
      return counted;
    }
    Map<Long, Map<Mark, LocalDate>> all = new HashMap<>();
    counted.forEach((person, itsMarks) -> all.put(person, new EnumMap<>(itsMarks)));
    known.forEach(
        (person, itsMarks) ->
            itsMarks.forEach(
                (mark, day) -> {
                  if (mark.isReading() && day.isBefore(keptFrom.get())) {
                    all.computeIfAbsent(person, one -> new EnumMap<>(Mark.class))
                        .merge(mark, day, (a, b) -> a.isBefore(b) ? a : b);
                  }
                }));
    return all;
  }

  private static Set<Tracked> together(
      List<Tracked> tracks, Map<Long, Map<Mark, LocalDate>> marks, Map<Long, Set<Long>> sources) {
    return tracks.stream()
        .map(
            one ->
                one.with(
                    marks.getOrDefault(one.personId(), Map.of()),
                    sources.getOrDefault(one.personId(), Set.of())))
        .collect(Collectors.toSet());
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
            emails.markAll();
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
          marks.addUp();
          sources.addUp();
          store.markAll();
          emails.markAll();
        });
  }
}
