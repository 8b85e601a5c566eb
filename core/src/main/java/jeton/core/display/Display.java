package jeton.core.display;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/** Decides which forms show on one page view (rules D1 to D5). */
public final class Display {
  private Display() {}

  /**
   * A form that might show.
   *
   * @param offerKey what {@link Visit#signedUpFor} knows its offer by
   * @param on whether it is turned on and its offer live
   * @param createdAt the older of two equal ones goes first
   */
  public record Candidate(
      String key,
      String offerKey,
      Shape shape,
      boolean on,
      Instant createdAt,
      DisplayRules rules) {}

  /**
   * What was decided for one form.
   *
   * @param because why it does not show; empty when it does
   */
  public record Verdict(Candidate form, Optional<Reason> because) {
    /** Whether it shows. */
    public boolean shows() {
      return because.isEmpty();
    }
  }

  /** One verdict for each candidate, in their order. */
  public static List<Verdict> decide(
      List<Candidate> candidates, Visit visit, Instant now, ZoneId zone) {
    List<Verdict> alone = new ArrayList<>();
    for (Candidate candidate : candidates) {
      alone.add(new Verdict(candidate, hinders(candidate, visit, now, zone)));
    }
    Optional<Candidate> first = first(alone, Display::competes);
    Optional<Candidate> bar = first(alone, form -> form.shape() == Shape.BAR);
    List<Verdict> decided = new ArrayList<>();
    for (Verdict verdict : alone) {
      decided.add(verdict.shows() ? amongOthers(verdict, first, bar) : verdict);
    }
    return decided;
  }

  /** D5: at most one that interrupts, at most one bar. */
  private static Verdict amongOthers(
      Verdict verdict, Optional<Candidate> first, Optional<Candidate> bar) {
    Candidate form = verdict.form();
    if (competes(form) && !form.equals(first.orElseThrow())) {
      return new Verdict(form, Optional.of(Reason.OUTRANKED));
    }
    if (form.shape() == Shape.BAR && !form.equals(bar.orElseThrow())) {
      return new Verdict(form, Optional.of(Reason.ANOTHER_BAR));
    }
    return verdict;
  }

  /** A form that is only opened by a click interrupts nobody, so it competes with none. */
  private static boolean competes(Candidate form) {
    return form.shape().interrupts() && form.rules().trigger().kind() != Trigger.Kind.ON_CLICK;
  }

  private static Optional<Candidate> first(List<Verdict> verdicts, Predicate<Candidate> among) {
    return verdicts.stream()
        .filter(Verdict::shows)
        .map(Verdict::form)
        .filter(among)
        .min(
            Comparator.comparingInt((Candidate form) -> -form.rules().priority())
                .thenComparing(Candidate::createdAt));
  }

  private static Optional<Reason> hinders(
      Candidate candidate, Visit visit, Instant now, ZoneId zone) {
    DisplayRules rules = candidate.rules();
    if (!candidate.on()) {
      return Optional.of(Reason.OFF);
    }
    if (!rules.pages().include(visit.url())) {
      return Optional.of(Reason.PAGE);
    }
    if (!rules.season().includes(now, zone)) {
      return Optional.of(Reason.SEASON);
    }
    boolean signedUp = visit.signedUpFor().contains(candidate.offerKey());
    return rules.audience().excludes(visit, signedUp).or(() -> rests(candidate, visit, now));
  }

  /** What somebody opens by a click, or what stands in the page, is not kept from them. */
  private static Optional<Reason> rests(Candidate candidate, Visit visit, Instant now) {
    boolean asked = candidate.rules().trigger().kind() == Trigger.Kind.ON_CLICK;
    if (asked || candidate.shape() == Shape.IN_PAGE) {
      return Optional.empty();
    }
    Frequency.Past past = visit.past().getOrDefault(candidate.key(), Frequency.Past.NONE);
    boolean signedUp = past.signedUp() || visit.signedUpFor().contains(candidate.offerKey());
    return candidate
        .rules()
        .frequency()
        .restsBecause(
            new Frequency.Past(past.closedAt(), past.declinedAt(), past.shownCount(), signedUp),
            now);
  }
}
