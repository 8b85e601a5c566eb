package jeton.core.followup;

import java.time.LocalTime;

/**
 * The part of each day in which a step may be sent, [from, to) in the zone's local time (rule T4).
 *
 * @param fromMinute minutes since local midnight, 0 to 1439
 * @param toMinute minutes since local midnight, up to 1440 for 24:00
 */
public record SendingWindow(int fromMinute, int toMinute) {
  private static final int DAY = 24 * 60;

  public SendingWindow {
    if (fromMinute < 0 || toMinute > DAY || fromMinute >= toMinute) {
      throw new StepTiming.Refused(StepTiming.Fault.WINDOW_ORDER);
    }
  }

  /** From clock times {@code HH:MM}; {@code to} may be 24:00. */
  public static SendingWindow of(String from, String to) {
    return new SendingWindow(minute(from), minute(to));
  }

  /** First moment of the day at which sending is allowed. */
  public LocalTime from() {
    return LocalTime.ofSecondOfDay(fromMinute * 60L);
  }

  /** Whether a local time lies inside. */
  public boolean contains(LocalTime time) {
    return !isBefore(time) && time.toSecondOfDay() < toMinute * 60;
  }

  /** Whether a local time comes before the window opens. */
  public boolean isBefore(LocalTime time) {
    return time.toSecondOfDay() < fromMinute * 60;
  }

  private static int minute(String clock) {
    return clock.equals("24:00") ? DAY : LocalTime.parse(clock).toSecondOfDay() / 60;
  }
}
