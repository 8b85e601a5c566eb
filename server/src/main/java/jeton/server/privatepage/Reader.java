package jeton.server.privatepage;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import jeton.core.privatepage.Opens;

/**
 * Somebody in front of a page at a moment.
 *
 * @param handedOver when they were first given it
 * @param own zone of their clock (T6)
 * @param business zone of moments that are the same for everybody
 */
record Reader(Instant handedOver, Instant now, ZoneId own, ZoneId business) {
  private static final int A_WEEK = 7;
  private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm", Locale.UK);
  private static final DateTimeFormatter WEEKDAY = DateTimeFormatter.ofPattern("EEEE", Locale.UK);
  private static final DateTimeFormatter DATE =
      DateTimeFormatter.ofPattern("EEEE d MMMM", Locale.UK);

  boolean opened(Opens opening) {
    return !now.isBefore(opening.from(handedOver, own, business));
  }

  /** Such as “Opens on Friday at 08:00”, by the reader’s own clock. */
  String opensInWords(Opens opening) {
    ZonedDateTime at = opening.from(handedOver, own, business).atZone(own);
    LocalDate today = LocalDate.ofInstant(now, own);
    String day;
    if (at.toLocalDate().equals(today)) {
      day = "today";
    } else if (at.toLocalDate().equals(today.plusDays(1))) {
      day = "tomorrow";
    } else if (at.toLocalDate().isBefore(today.plusDays(A_WEEK))) {
      day = "on " + WEEKDAY.format(at);
    } else {
      day = "on " + DATE.format(at) + (at.getYear() == today.getYear() ? "" : " " + at.getYear());
    }
    return "Opens " + day + " at " + TIME.format(at);
  }
}
