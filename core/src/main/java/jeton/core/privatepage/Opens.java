package jeton.core.privatepage;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Optional;
import jeton.core.followup.SendTimes;
import jeton.core.followup.StepTiming;
import jeton.core.followup.Wait;
import jeton.core.problem.Problems;

/**
 * When a piece of a private page opens (V3).
 *
 * @param days calendar days after the hand-over, 0 to 3650, for {@link Kind#AFTER_DAYS}
 * @param at local time of that day
 * @param moment for {@link Kind#AT_MOMENT}, in the business's zone
 */
public record Opens(Kind kind, int days, Optional<LocalTime> at, Optional<LocalDateTime> moment) {
  /** With the page. */
  public static final Opens AT_ONCE =
      new Opens(Kind.AT_ONCE, 0, Optional.empty(), Optional.empty());

  private static final int MOST_DAYS = 3650;

  /** What it depends on. */
  public enum Kind {
    AT_ONCE,
    AFTER_DAYS,
    AT_MOMENT
  }

  public Opens {
    kind = kind == null ? Kind.AT_ONCE : kind;
    days = kind == Kind.AFTER_DAYS ? days : 0;
    at = at == null || kind != Kind.AFTER_DAYS ? Optional.empty() : at;
    moment = moment == null || kind != Kind.AT_MOMENT ? Optional.empty() : moment;
  }

  /** So many days after the hand-over, at a time of day. */
  public static Opens after(int days, LocalTime at) {
    return new Opens(Kind.AFTER_DAYS, days, Optional.of(at), Optional.empty());
  }

  /** At the same moment for everybody. */
  public static Opens at(LocalDateTime moment) {
    return new Opens(Kind.AT_MOMENT, 0, Optional.empty(), Optional.of(moment));
  }

  /**
   * The first moment at which it is open. Days and times are resolved as a sequence's are (T2, T3).
   *
   * @param handedOver when the person was first given the page
   * @param person zone of the reader (T6)
   * @param business zone of a moment that is the same for everybody
   */
  public Instant from(Instant handedOver, ZoneId person, ZoneId business) {
    return switch (kind) {
      case AT_ONCE -> handedOver;
      case AFTER_DAYS ->
          SendTimes.due(
              new StepTiming(
                  new Wait(days, Wait.Unit.DAYS), at, StepTiming.ALL_DAYS, Optional.empty()),
              handedOver,
              person);
      case AT_MOMENT -> moment.orElseThrow().atZone(business).toInstant();
    };
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    problems.when(
        days < 0 || days > MOST_DAYS,
        path + ".days",
        "out_of_range",
        "It opens 0 to 3650 days after the hand-over.");
    problems.when(
        kind == Kind.AFTER_DAYS && at.isEmpty(), path + ".at", "empty", "At what time of day?");
    problems.when(
        kind == Kind.AT_MOMENT && moment.isEmpty(), path + ".moment", "empty", "On which day?");
  }
}
