package jeton.server.numbers;

import java.time.LocalDate;
import java.util.Map;
import java.util.Set;
import jeton.core.numbers.Mark;

/**
 * How far a person came with an offer, as it is counted (N1).
 *
 * @param day of their first sign-up for it, in the business's zone
 * @param formId the form of that sign-up
 * @param marks the first day on which each of them happened
 * @param sources where that sign-up came from
 */
record Tracked(
    long offerId,
    long personId,
    LocalDate day,
    long formId,
    boolean confirmed,
    boolean handedOver,
    boolean used,
    boolean followedUp,
    Map<Mark, LocalDate> marks,
    Set<Long> sources) {

  /** Where it is added up. */
  record Place(LocalDate day, long offerId, long formId) {}

  /** Where a mark is added up. */
  record MarkPlace(LocalDate day, long offerId, Mark mark, int after) {}

  /** Where what a source brought is added up. */
  record SourcePlace(LocalDate day, long sourceId) {}

  Place place() {
    return new Place(day, offerId, formId);
  }

  /** The same with what else is known of them. */
  Tracked with(Map<Mark, LocalDate> itsMarks, Set<Long> itsSources) {
    return new Tracked(
        offerId,
        personId,
        day,
        formId,
        confirmed,
        handedOver,
        used,
        followedUp,
        itsMarks,
        itsSources);
  }

  /** This, so many times, as a track. */
  Numbers.Track times(int times) {
    return new Numbers.Track(
        0,
        times,
        confirmed ? times : 0,
        handedOver ? times : 0,
        used ? times : 0,
        followedUp ? times : 0);
  }
}
