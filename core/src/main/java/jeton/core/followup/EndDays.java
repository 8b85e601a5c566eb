package jeton.core.followup;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;

/** Local days until something ends (rule C10). */
public final class EndDays {
  private EndDays() {}

  /** From the local day of a moment to the day of an end: 0 on its last day. */
  public static long between(Instant now, Instant end, ZoneId zone) {
    return ChronoUnit.DAYS.between(LocalDate.ofInstant(now, zone), LocalDate.ofInstant(end, zone));
  }
}
