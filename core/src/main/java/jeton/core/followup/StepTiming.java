package jeton.core.followup;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * When a step may go out, counted from the step before it (rules T2 to T5).
 *
 * @param delay the wait (the word itself cannot name a record component)
 * @param at local time of day; only with a wait in days
 * @param days allowed weekdays, never empty
 * @param window allowed part of the day; {@code at} must lie inside
 * @param beforeEnd counts back so many days from the end of the person's code or pass instead of
 *     waiting (T15); needs {@code at}
 */
public record StepTiming(
    Wait delay,
    Optional<LocalTime> at,
    Set<DayOfWeek> days,
    Optional<SendingWindow> window,
    Optional<Integer> beforeEnd) {
  /** Most days before an end. */
  public static final int MOST_BEFORE_END = 3650;

  /** Every day of the week. */
  public static final Set<DayOfWeek> ALL_DAYS = Set.copyOf(EnumSet.allOf(DayOfWeek.class));

  /** Why a timing is refused. */
  public enum Fault {
    AT_NEEDS_DAYS("A time of day needs a wait in days."),
    WINDOW_ORDER("The sending window must open before it closes."),
    AT_OUTSIDE_WINDOW("The time of day lies outside the sending window."),
    NO_DAY("At least one weekday must be allowed."),
    BEFORE_END_NEEDS_AT("Counting back from the end needs a time of day."),
    BEFORE_END_RANGE("It counts back 0 to 3650 days.");

    private final String message;

    Fault(String message) {
      this.message = message;
    }

    /** The stable code: the constant in lower case. */
    public String code() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** A timing that contradicts itself. */
  public static final class Refused extends IllegalArgumentException {
    private static final long serialVersionUID = 1L;
    private final Fault fault;

    Refused(Fault fault) {
      super(fault.message);
      this.fault = fault;
    }

    /** What contradicts what. */
    public Fault fault() {
      return fault;
    }
  }

  public StepTiming {
    days = Set.copyOf(days);
    refuseWhen(days.isEmpty(), Fault.NO_DAY);
    refuseWhen(
        beforeEnd.filter(n -> n < 0 || n > MOST_BEFORE_END).isPresent(), Fault.BEFORE_END_RANGE);
    refuseWhen(beforeEnd.isPresent() && at.isEmpty(), Fault.BEFORE_END_NEEDS_AT);
    refuseWhen(
        beforeEnd.isEmpty() && at.isPresent() && delay.unit() != Wait.Unit.DAYS,
        Fault.AT_NEEDS_DAYS);
    refuseWhen(
        at.isPresent() && window.isPresent() && !window.get().contains(at.get()),
        Fault.AT_OUTSIDE_WINDOW);
  }

  /** One that waits. */
  public StepTiming(
      Wait delay, Optional<LocalTime> at, Set<DayOfWeek> days, Optional<SendingWindow> window) {
    this(delay, at, days, window, Optional.empty());
  }

  /** A plain wait: no time of day, every day, the whole day. */
  public static StepTiming after(Wait wait) {
    return new StepTiming(wait, Optional.empty(), ALL_DAYS, Optional.empty());
  }

  private static void refuseWhen(boolean wrong, Fault fault) {
    if (wrong) {
      throw new Refused(fault);
    }
  }
}
