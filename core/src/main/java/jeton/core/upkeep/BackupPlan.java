package jeton.core.upkeep;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Optional;
import jeton.core.problem.Problems;

/**
 * Back-ups by themselves.
 *
 * @param nightly whether one is made each day
 * @param folder where they are kept ({@link ShelfAddress})
 * @param hour of the day in the business's zone, 0 to 23
 * @param keep how many of the newest stay, 1 to 400
 */
public record BackupPlan(boolean nightly, String folder, int hour, int keep) {
  /** A good one that is older than this is missed. */
  public static final Duration PATIENCE = Duration.ofDays(2);

  private static final int MOST_KEPT = 400;
  private static final int MOST_FOLDER = 500;

  /** None by themselves; at three in the night, two weeks of them, once turned on. */
  public static BackupPlan usual(String folder) {
    return new BackupPlan(false, folder, 3, 14);
  }

  /**
   * Whether one is to be made now: its hour has come since the last one was begun. Where the clock
   * is put forward over that hour, it is made right after. One that was missed while nothing ran is
   * made up for once.
   *
   * @param lastBegun when the last one by the plan was begun, whatever became of it
   * @param since when the plan was turned on: what was due before is not made up for
   */
  public boolean isDue(Optional<Instant> lastBegun, Instant since, Instant now, ZoneId zone) {
    return nightly
        && isNightSince(hour, lastBegun.filter(since::isBefore).orElse(since), now, zone);
  }

  /**
   * Whether an hour of the day has come since some moment; an hour that a day does not have comes
   * right after the gap.
   */
  public static boolean isNightSince(int hour, Instant last, Instant now, ZoneId zone) {
    ZonedDateTime today = now.atZone(zone);
    Instant come = at(hour, today);
    return (come.isAfter(now) ? at(hour, today.minusDays(1)) : come).isAfter(last);
  }

  private static Instant at(int hour, ZonedDateTime day) {
    return ZonedDateTime.of(day.toLocalDate(), LocalTime.of(hour, 0), day.getZone()).toInstant();
  }

  /** Whether the last good one is too long ago; what was never asked for is not missed. */
  public static boolean isMissed(
      Optional<Instant> lastGood, Optional<Instant> expectedSince, Instant now) {
    Optional<Instant> from = lastGood.or(() -> expectedSince);
    return from.filter(at -> at.plus(PATIENCE).isBefore(now)).isPresent();
  }

  void check(String path, Problems problems) {
    problems.line(folder, path + ".folder", "The folder", MOST_FOLDER);
    problems.when(
        !ShelfAddress.isOne(folder),
        path + ".folder",
        "not_absolute",
        ShelfAddress.meansBucket(folder)
            ? "Name a bucket and what names in it begin with, such as s3://back-ups/jeton."
            : "Name the whole way to the folder, such as /var/backups/jeton.");
    problems.when(hour < 0 || hour > 23, path + ".hour", "out_of_range", "An hour from 0 to 23.");
    problems.when(
        keep < 1 || keep > MOST_KEPT, path + ".keep", "out_of_range", "Keep 1 to 400 of them.");
  }
}
