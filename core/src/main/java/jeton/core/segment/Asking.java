package jeton.core.segment;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;

/**
 * When and where a question is asked.
 *
 * @param zone the business's: a day is its day, never the person's
 */
public record Asking(FieldKinds fields, ZoneId zone, Instant now) {

  /** The day it is. */
  public LocalDate today() {
    return day(now);
  }

  /** The day a moment lies in. */
  public LocalDate day(Instant moment) {
    return LocalDate.ofInstant(moment, zone);
  }

  /** The first of n local days that end with today. */
  public LocalDate firstOf(int days) {
    return today().minusDays(days - 1L);
  }
}
