package jeton.server.numbers;

import java.time.LocalDate;

/**
 * How far a person came with an offer, as it is counted (N1).
 *
 * @param day of their first sign-up for it, in the business's zone
 * @param formId the form of that sign-up
 */
record Tracked(
    long offerId,
    long personId,
    LocalDate day,
    long formId,
    boolean confirmed,
    boolean handedOver,
    boolean used,
    boolean followedUp) {

  /** Where it is added up. */
  record Place(LocalDate day, long offerId, long formId) {}

  Place place() {
    return new Place(day, offerId, formId);
  }
}
