package jeton.harness;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;

/** A clock that stands still until told to go on. */
public final class TestClock extends Clock {
  private volatile Instant now = Instant.parse("2026-03-02T09:00:00Z");

  public void moveTo(Instant at) {
    now = at.isAfter(now) ? at : now;
  }

  public void forward(Duration by) {
    now = now.plus(by);
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
