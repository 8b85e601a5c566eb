package jeton.core.confirm;

import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.stream.Stream;

/**
 * How often a confirmation email goes to one address, and how long its link is good for (rules S4,
 * S7).
 */
public final class ConfirmationRules {
  /** Days a link is good for unless the owner says otherwise. */
  public static final int DEFAULT_DAYS = 7;

  /** Most days a link may be good for. */
  public static final int MOST_DAYS = 30;

  /** How far back {@link #maySend} looks. */
  public static final Duration WINDOW = Duration.ofHours(24);

  private static final Duration APART = Duration.ofMinutes(2);
  private static final int MOST_IN_WINDOW = 5;

  private ConfirmationRules() {}

  /**
   * Whether another one may go out: at most once in 2 minutes and 5 times in 24 hours (S4).
   *
   * @param sent when earlier ones were asked for; those older than {@link #WINDOW} may be left out
   */
  public static boolean maySend(Collection<Instant> sent, Instant now) {
    long inWindow = sent.stream().filter(at -> at.isAfter(now.minus(WINDOW))).count();
    boolean justSent = sent.stream().anyMatch(at -> at.isAfter(now.minus(APART)));
    return !justSent && inWindow < MOST_IN_WINDOW;
  }

  /** The first moment at which {@link #maySend} lets another one go. */
  public static Instant next(Collection<Instant> sent, Instant now) {
    return Stream.concat(
            Stream.of(now), sent.stream().flatMap(at -> Stream.of(at.plus(APART), at.plus(WINDOW))))
        .filter(at -> !at.isBefore(now) && maySend(sent, at))
        .min(Comparator.naturalOrder())
        .orElseThrow();
  }

  /** When a link made now stops being good. Days are 24 hours. */
  public static Instant expiry(Instant now, int days) {
    return now.plus(Duration.ofDays(days));
  }
}
