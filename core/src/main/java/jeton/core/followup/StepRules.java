package jeton.core.followup;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.core.problem.Problems;

/**
 * A step's rules as an owner writes them (T2 to T5, T8).
 *
 * @param at local time of day {@code HH:MM}; empty for none
 * @param days allowed weekdays; all seven for no rule, none is refused
 * @param from when the sending window opens, {@code HH:MM}; empty, together with {@code to}, for
 *     none
 * @param to when it closes; may be 24:00
 * @param beforeEnd counts back so many days from the end of the code or pass instead of waiting
 *     (T15)
 */
public record StepRules(
    int waitAmount,
    Wait.Unit waitUnit,
    String at,
    List<DayOfWeek> days,
    String from,
    String to,
    Condition condition,
    Optional<Integer> beforeEnd) {

  public StepRules {
    at = at == null ? "" : at;
    days = days == null ? List.of(DayOfWeek.values()) : days.stream().distinct().sorted().toList();
    from = from == null ? "" : from;
    to = to == null ? "" : to;
    condition = condition == null ? Condition.ALWAYS : condition;
    beforeEnd = beforeEnd == null ? Optional.empty() : beforeEnd;
  }

  /** Rules that wait. */
  public StepRules(
      int waitAmount,
      Wait.Unit waitUnit,
      String at,
      List<DayOfWeek> days,
      String from,
      String to,
      Condition condition) {
    this(waitAmount, waitUnit, at, days, from, to, condition, Optional.empty());
  }

  /** A plain wait. */
  public static StepRules after(int amount, Wait.Unit unit) {
    return new StepRules(amount, unit, "", List.of(DayOfWeek.values()), "", "", Condition.ALWAYS);
  }

  /**
   * The timing they make.
   *
   * @throws IllegalArgumentException when {@link #check} has something to note
   */
  public StepTiming timing() {
    Set<DayOfWeek> allowed = EnumSet.noneOf(DayOfWeek.class);
    allowed.addAll(days);
    return new StepTiming(new Wait(waitAmount, waitUnit), time(), allowed, window(), beforeEnd);
  }

  private Optional<LocalTime> time() {
    return at.isEmpty() ? Optional.empty() : Optional.of(LocalTime.parse(at));
  }

  private Optional<SendingWindow> window() {
    return from.isEmpty() && to.isEmpty()
        ? Optional.empty()
        : Optional.of(
            SendingWindow.of(from.isEmpty() ? "00:00" : from, to.isEmpty() ? "24:00" : to));
  }

  /** Notes what keeps these from being saved, at the field it was made in. */
  public void check(String path, Problems problems) {
    condition.check(path + ".condition", problems);
    if (!isTime(at) || !isTime(from) || !(to.equals("24:00") || isTime(to))) {
      String field = !isTime(at) ? ".at" : !isTime(from) ? ".from" : ".to";
      problems.add(path + field, "not_a_time", "A time of day looks like 08:00.");
      return;
    }
    try {
      new Wait(waitAmount, waitUnit);
    } catch (IllegalArgumentException outside) {
      problems.add(path + ".waitAmount", "out_of_range", "A wait is 0 minutes to 3650 days.");
      return;
    }
    try {
      timing();
    } catch (StepTiming.Refused refused) {
      problems.add(path + field(refused.fault()), refused.fault().code(), refused.getMessage());
    }
  }

  private static String field(StepTiming.Fault fault) {
    return switch (fault) {
      case AT_NEEDS_DAYS, AT_OUTSIDE_WINDOW, BEFORE_END_NEEDS_AT -> ".at";
      case BEFORE_END_RANGE -> ".beforeEnd";
      case WINDOW_ORDER -> ".from";
      case NO_DAY -> ".days";
    };
  }

  private static boolean isTime(String text) {
    try {
      return text.isEmpty() || (text.length() == 5 && LocalTime.parse(text) != null);
    } catch (DateTimeException notATime) {
      return false;
    }
  }
}
