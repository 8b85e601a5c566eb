package jeton.core.notice;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.TemporalAdjusters;

/** When digests leave (O1): at a local hour, every day or once a week. */
public final class DigestTimes {
  private DigestTimes() {}

  /**
   * The newest moment at or before now at which a digest was to leave. An hour the clocks leave out
   * is the one after it; of an hour that comes twice it is the first (T2).
   *
   * @param pace daily or weekly
   */
  public static Instant last(NoticePace pace, NoticeSettings settings, ZoneId zone, Instant now) {
    LocalDate today = LocalDate.ofInstant(now, zone);
    LocalDate day =
        pace == NoticePace.WEEKLY
            ? today.with(TemporalAdjusters.previousOrSame(settings.day()))
            : today;
    Instant due = at(day.atTime(settings.at()), zone);
    return due.isAfter(now)
        ? at(day.minusDays(pace == NoticePace.WEEKLY ? 7 : 1).atTime(settings.at()), zone)
        : due;
  }

  /** The first moment after now at which one is to leave. */
  public static Instant next(NoticePace pace, NoticeSettings settings, ZoneId zone, Instant now) {
    LocalDate day = LocalDate.ofInstant(last(pace, settings, zone, now), zone);
    return at(day.plusDays(pace == NoticePace.WEEKLY ? 7 : 1).atTime(settings.at()), zone);
  }

  private static Instant at(LocalDateTime local, ZoneId zone) {
    return local.atZone(zone).toInstant();
  }
}
