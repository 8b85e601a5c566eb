package jeton.core.notice;

import java.time.Duration;
import java.time.Instant;

/**
 * At once means at most 10 an hour per kind (O2). An hour begins with its first notice; what is
 * more waits for its end and is told in one email, which is the next hour's first.
 *
 * @param began when the hour began
 * @param told how many emails left in it
 */
public record HourlyLimit(Instant began, int told) {
  /** Most emails of one kind to one reader within an hour. */
  public static final int MOST = 10;

  private static final Duration HOUR = Duration.ofHours(1);

  /** Before the first. */
  public static final HourlyLimit NONE = new HourlyLimit(Instant.EPOCH, 0);

  /** The hour that runs now: this one, or a fresh one when it is over. */
  public HourlyLimit at(Instant now) {
    // A clock set back must not keep notices for longer than an hour.
    boolean runs = !now.isBefore(began) && now.isBefore(ends());
    return runs ? this : new HourlyLimit(now, 0);
  }

  /** How many more may leave in this hour. */
  public int left() {
    return Math.max(0, MOST - told);
  }

  public HourlyLimit took(int more) {
    return new HourlyLimit(began, told + more);
  }

  /** When what is more is told. */
  public Instant ends() {
    return began.plus(HOUR);
  }
}
