package jeton.core.followup;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Optional;

/**
 * When a step is due (rules T2 to T6, T13). Pure: the same functions time real sends, plans and
 * rehearsals.
 *
 * <p>A local time inside a gap moves forward by the gap's length; one that comes twice means its
 * first coming, unless that is over, since nothing ever moves backwards.
 */
public final class SendTimes {
  // Far more turns than any zone's gaps can cause; reaching it means the rules and this loop
  // disagree.
  private static final int MOST_TURNS = 1000;

  private SendTimes() {}

  /**
   * The zone a step is timed in (T6).
   *
   * @param personZone the browser's IANA name as recorded; an unknown one counts as not known
   */
  public static ZoneId zone(
      ZoneId business, boolean ownZoneWhenKnown, Optional<String> personZone) {
    if (!ownZoneWhenKnown || personZone.isEmpty()) {
      return business;
    }
    return knownZone(personZone.get()).orElse(business);
  }

  /** The zone of an IANA name; empty when there is none of that name. */
  public static Optional<ZoneId> knownZone(String name) {
    try {
      return Optional.of(ZoneId.of(name));
    } catch (DateTimeException unknown) {
      return Optional.empty();
    }
  }

  /** The moment a step is due, counted from its anchor (T2 to T5). Never before the anchor. */
  public static Instant due(StepTiming step, Instant anchor, ZoneId zone) {
    return allowed(step, raw(step, anchor, zone), zone);
  }

  /**
   * The moment a step is due when no two sequence emails may reach a person within {@code spacing}
   * (T13).
   *
   * @param lastSent when this person last got a sequence email, over all sequences
   */
  public static Instant spaced(
      StepTiming step, Instant anchor, ZoneId zone, Optional<Instant> lastSent, Duration spacing) {
    Instant due = due(step, anchor, zone);
    if (lastSent.isEmpty() || !due.isBefore(lastSent.get().plus(spacing))) {
      return due;
    }
    Instant earliest = lastSent.get().plus(spacing);
    Instant moved = step.at().map(at -> nextAt(at, earliest, zone)).orElse(earliest);
    return allowed(step, moved, zone);
  }

  /**
   * The moment a step that counts back is due, judged when a run reaches it (T15).
   *
   * @param end of the person's code or pass; empty for none
   * @param lastSent as for {@link #spaced}
   */
  public static CountBack countBack(
      StepTiming step,
      Optional<Instant> end,
      Instant reached,
      ZoneId zone,
      Optional<Instant> lastSent,
      Duration spacing) {
    if (end.isEmpty()) {
      return CountBack.skipped(CountBack.Skip.NO_END);
    }
    LocalTime at = step.at().orElseThrow();
    LocalDate day = LocalDate.ofInstant(end.get(), zone).minusDays(step.beforeEnd().orElseThrow());
    Instant due = allowed(step, resolve(day.atTime(at), reached, zone), zone);
    if (due.isBefore(reached)) {
      return CountBack.skipped(CountBack.Skip.PASSED);
    }
    Optional<Instant> earliest = lastSent.map(sent -> sent.plus(spacing));
    if (!spacing.isZero() && earliest.filter(due::isBefore).isPresent()) {
      due = allowed(step, nextAt(at, earliest.get(), zone), zone);
    }
    return due.isBefore(end.get())
        ? CountBack.at(due)
        : CountBack.skipped(CountBack.Skip.AT_OR_AFTER_END);
  }

  private static Instant raw(StepTiming step, Instant anchor, ZoneId zone) {
    Wait wait = step.delay();
    if (wait.unit() != Wait.Unit.DAYS) {
      return anchor.plus(wait.nominal());
    }
    if (step.at().isEmpty()) {
      LocalDateTime local = LocalDateTime.ofInstant(anchor, zone).plusDays(wait.amount());
      return resolve(local, anchor, zone);
    }
    LocalTime at = step.at().get();
    if (wait.amount() == 0) {
      return nextAt(at, anchor, zone);
    }
    LocalDate date = LocalDate.ofInstant(anchor, zone).plusDays(wait.amount());
    return resolve(date.atTime(at), anchor, zone);
  }

  /** The first coming of a time of day at or after a moment (T3 with 0 days, T13). */
  private static Instant nextAt(LocalTime at, Instant from, ZoneId zone) {
    LocalDate date = LocalDate.ofInstant(from, zone);
    Instant today = resolve(date.atTime(at), from, zone);
    return today.isBefore(from) ? resolve(date.plusDays(1).atTime(at), from, zone) : today;
  }

  /**
   * T4: forward to the earliest allowed moment, again and again until the moment reached is
   * allowed.
   */
  private static Instant allowed(StepTiming step, Instant raw, ZoneId zone) {
    if (step.window().isEmpty() && step.days().size() == StepTiming.ALL_DAYS.size()) {
      return raw;
    }
    LocalTime reopening = reopening(step, raw, zone);
    Instant moment = raw;
    for (int turn = 0; turn < MOST_TURNS; turn++) {
      Instant next = forward(step, moment, reopening, zone);
      if (next.equals(moment)) {
        return moment;
      }
      moment = next;
    }
    throw new IllegalStateException(
        "No allowed moment found for " + step + " from " + raw + " in " + zone);
  }

  private static Instant forward(
      StepTiming step, Instant moment, LocalTime reopening, ZoneId zone) {
    LocalDateTime local = LocalDateTime.ofInstant(moment, zone);
    if (step.days().contains(local.getDayOfWeek())) {
      if (step.window().isEmpty() || step.window().get().contains(local.toLocalTime())) {
        return moment;
      }
      if (step.window().get().isBefore(local.toLocalTime())) {
        return resolve(local.toLocalDate().atTime(step.window().get().from()), moment, zone);
      }
    }
    LocalDate next = local.toLocalDate().plusDays(1);
    while (!step.days().contains(next.getDayOfWeek())) {
      next = next.plusDays(1);
    }
    return resolve(next.atTime(reopening), moment, zone);
  }

  /**
   * The time of day to take on a later day: at, else the window's opening, else that of the raw
   * moment.
   */
  private static LocalTime reopening(StepTiming step, Instant raw, ZoneId zone) {
    return step.at()
        .or(() -> step.window().map(SendingWindow::from))
        .orElseGet(() -> LocalDateTime.ofInstant(raw, zone).toLocalTime());
  }

  private static Instant resolve(LocalDateTime local, Instant notBefore, ZoneId zone) {
    ZonedDateTime first = local.atZone(zone);
    if (!first.toInstant().isBefore(notBefore)) {
      return first.toInstant();
    }
    Instant second = first.withLaterOffsetAtOverlap().toInstant();
    return second.isBefore(notBefore) ? first.toInstant() : second;
  }
}
