package jeton.core.wheel;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.Collection;
import java.util.Comparator;
import java.util.Optional;

/**
 * How often a mailbox may spin (W3).
 *
 * @param spins most in one period, 1 or more
 * @param days of a period; 0 for no periods: so many spins in all
 * @param firstDay the day on which some period begins; periods go on before it too
 * @param at local time at which periods begin
 * @param gap least elapsed time between two spins; nothing for none
 */
public record SpinLimits(int spins, int days, LocalDate firstDay, LocalTime at, Duration gap) {

  /**
   * Whether a spin is allowed now.
   *
   * @param next when the next is possible, where it is not now; empty for never again
   */
  public record Verdict(boolean allowed, Optional<Instant> next) {}

  /** The beginning of the k-th period: a gap or an overlap of the clocks as in T2. */
  private Instant begins(long k, ZoneId zone) {
    return firstDay.plusDays(k * days).atTime(at).atZone(zone).toInstant();
  }

  /** The number of the last period that has begun. */
  private long period(Instant now, ZoneId zone) {
    long passed = ChronoUnit.DAYS.between(firstDay, LocalDate.ofInstant(now, zone));
    long k = Math.floorDiv(passed, days) + 1;
    while (begins(k, zone).isAfter(now)) {
      k--;
    }
    return k;
  }

  /** When the next periods begin. */
  public Instant nextPeriod(Instant now, ZoneId zone) {
    return begins(period(now, zone) + 1, zone);
  }

  /**
   * Judges a spin.
   *
   * @param log of this mailbox's earlier spins, in any order, none later than now
   */
  public Verdict judge(Collection<Instant> log, Instant now, ZoneId zone) {
    Optional<Instant> ready =
        log.stream()
            .max(Comparator.naturalOrder())
            .map(last -> last.plus(gap))
            .filter(now::isBefore);
    boolean usedUp;
    Optional<Instant> again = Optional.empty();
    if (days == 0) {
      usedUp = log.size() >= spins;
      if (usedUp) {
        return new Verdict(false, Optional.empty());
      }
    } else {
      Instant since = begins(period(now, zone), zone);
      usedUp = log.stream().filter(spin -> !spin.isBefore(since)).count() >= spins;
      again = usedUp ? Optional.of(nextPeriod(now, zone)) : Optional.empty();
    }
    if (!usedUp && ready.isEmpty()) {
      return new Verdict(true, Optional.empty());
    }
    Instant next =
        again
            .filter(begin -> ready.filter(begin::isBefore).isEmpty())
            .or(() -> ready)
            .orElseThrow();
    return new Verdict(false, Optional.of(next));
  }
}
