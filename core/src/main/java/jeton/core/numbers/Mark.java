package jeton.core.numbers;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;

/**
 * What can come of somebody's sign-up for an offer, once each (N1): by when it did is counted by
 * the week of their first sign-up.
 */
public enum Mark {
  CONFIRMED,
  /** What the offer gives was used. */
  USED,
  /** An email of the offer was opened by them, or clicked (N3). */
  OPENED,
  /** Something in an email of the offer was clicked. */
  CLICKED,
  /** They left a list. */
  LEFT,
  /** A code the offer gave was used in a shop. */
  CODE_USED,
  /** The same, or a shop told of an order of theirs. */
  BOUGHT,
  /** A code the offer gave was copied. */
  COPIED,
  /** Won on its wheel. */
  WON,
  /** A piece of its private page was opened. */
  PIECE_OPENED;

  /** After so many weeks it is all one. */
  public static final int MOST_WEEKS = 52;

  /** Whether it is known from what became of emails, which is kept for a while only. */
  public boolean isReading() {
    return this == OPENED || this == CLICKED;
  }

  /**
   * In which week after the first sign-up it happened.
   *
   * @return 0 within the first seven days; {@value #MOST_WEEKS} for all that is later
   */
  public static int weeksAfter(LocalDate signedUp, LocalDate happened) {
    long weeks = ChronoUnit.DAYS.between(signedUp, happened) / 7;
    return (int) Math.max(0, Math.min(MOST_WEEKS, weeks));
  }
}
