package jeton.core.display;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * How often a form shows to one visitor (rule D3). Days are 24 hours; after signing up it never
 * shows again.
 *
 * @param daysAfterClose rest after it was closed; empty: none
 * @param daysAfterDecline rest after "no thanks"; empty: none
 * @param atMost times in all; empty: any number
 */
public record Frequency(
    Optional<Integer> daysAfterClose,
    Optional<Integer> daysAfterDecline,
    Optional<Integer> atMost) {
  /** Two weeks of rest after a closing, two months after a no, six times in all. */
  public static final Frequency CALM =
      new Frequency(Optional.of(14), Optional.of(60), Optional.of(6));

  /** No limit but signing up. */
  public static final Frequency ALWAYS =
      new Frequency(Optional.empty(), Optional.empty(), Optional.empty());

  public Frequency {
    daysAfterClose = daysAfterClose == null ? Optional.empty() : daysAfterClose;
    daysAfterDecline = daysAfterDecline == null ? Optional.empty() : daysAfterDecline;
    atMost = atMost == null ? Optional.empty() : atMost;
  }

  /**
   * What one visitor and one form have been through.
   *
   * @param closedAt last time it was closed
   * @param declinedAt last time "no thanks" was pressed
   * @param signedUp signed up for the form's offer
   */
  public record Past(
      Optional<Instant> closedAt, Optional<Instant> declinedAt, int shownCount, boolean signedUp) {
    /** Never met. */
    public static final Past NONE = new Past(Optional.empty(), Optional.empty(), 0, false);
  }

  /** Why it rests; empty when it may show. */
  public Optional<Reason> restsBecause(Past past, Instant now) {
    if (past.signedUp()) {
      return Optional.of(Reason.SIGNED_UP);
    }
    if (inside(past.declinedAt(), daysAfterDecline, now)) {
      return Optional.of(Reason.DECLINED_LATELY);
    }
    if (inside(past.closedAt(), daysAfterClose, now)) {
      return Optional.of(Reason.CLOSED_LATELY);
    }
    return atMost.isPresent() && past.shownCount() >= atMost.get()
        ? Optional.of(Reason.SHOWN_ENOUGH)
        : Optional.empty();
  }

  private static boolean inside(Optional<Instant> at, Optional<Integer> days, Instant now) {
    return at.isPresent()
        && days.isPresent()
        && now.isBefore(at.get().plus(Duration.ofDays(days.get())));
  }
}
