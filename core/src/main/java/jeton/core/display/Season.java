package jeton.core.display;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

/**
 * When a form shows, in the business's zone (rule D4).
 *
 * @param from first day
 * @param to last day, itself included
 * @param days weekdays, never empty
 * @param fromHour first hour of the day, 0 to 23
 * @param toHour hour from which it no longer shows, 1 to 24
 */
public record Season(
    Optional<LocalDate> from,
    Optional<LocalDate> to,
    Set<DayOfWeek> days,
    int fromHour,
    int toHour) {
  /** Always. */
  public static final Season ALWAYS =
      new Season(Optional.empty(), Optional.empty(), EnumSet.allOf(DayOfWeek.class), 0, 24);

  public Season {
    from = from == null ? Optional.empty() : from;
    to = to == null ? Optional.empty() : to;
    days = days == null || days.isEmpty() ? EnumSet.allOf(DayOfWeek.class) : days;
    days = Set.copyOf(days);
    toHour = toHour == 0 ? 24 : toHour;
  }

  /** Whether a moment lies in it. */
  public boolean includes(Instant now, ZoneId zone) {
    LocalDateTime local = LocalDateTime.ofInstant(now, zone);
    LocalDate date = local.toLocalDate();
    return from.filter(date::isBefore).isEmpty()
        && to.filter(date::isAfter).isEmpty()
        && days.contains(local.getDayOfWeek())
        && local.getHour() >= fromHour
        && local.getHour() < toHour;
  }
}
