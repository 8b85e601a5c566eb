package jeton.harness;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;

/** A clock that stands still until told to go on. */
public final class TestClock extends Clock {
  private static final ZoneId SAMPLE_ZONE = ZoneId.of("Europe/Dublin");

  private volatile Instant now = Instant.parse("2026-03-02T09:00:00Z");

  public void moveTo(Instant at) {
    now = at.isAfter(now) ? at : now;
  }

  /**
   * Whole days are days of the sample business too: where its summer time ends within them they are
   * an hour longer, so that what is due "a day later" (T2) has come in every month of the year.
   */
  public void forward(Duration by) {
    Instant then = now.plus(by);
    if (by.equals(Duration.ofDays(by.toDays()))) {
      Instant sameTimeOfDay = now.atZone(SAMPLE_ZONE).plusDays(by.toDays()).toInstant();
      then = sameTimeOfDay.isAfter(then) ? sameTimeOfDay : then;
    }
    now = then;
  }

  /** Somebody sets the machine's clock right, or wrong. */
  public void back(Duration by) {
    now = now.minus(by);
  }

  @Override
  public Instant instant() {
    return now;
  }

  @Override
  public ZoneId getZone() {
    return ZoneOffset.UTC;
  }

  @Override
  public Clock withZone(ZoneId zone) {
    throw new UnsupportedOperationException();
  }
}
