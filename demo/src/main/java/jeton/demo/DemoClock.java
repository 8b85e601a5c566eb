package jeton.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.concurrent.atomic.AtomicLong;
import jeton.server.business.JetonSettings;
import org.springframework.stereotype.Component;

/**
 * A clock that runs as ours does, some way off, and never goes backwards. How far off is kept over
 * restarts.
 */
@Component
final class DemoClock extends Clock {
  static final String FILE = "clock";
  private final Path file;
  private final AtomicLong offsetMs = new AtomicLong();

  DemoClock(JetonSettings settings) {
    this.file = settings.home().resolve(FILE);
    try {
      if (Files.exists(file)) {
        offsetMs.set(Long.parseLong(Files.readString(file).strip()));
      }
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  /** Whether it was ever set: a demo that never was has no history yet. */
  boolean isNew() {
    return !Files.exists(file);
  }

  /** Begins somewhere in the past; for a demo without history only. */
  void begin(Instant at) {
    offsetMs.set(Duration.between(Instant.now(), at).toMillis());
  }

  /** Moves forward to a moment; one that is past already changes nothing. */
  void moveTo(Instant at) {
    long wanted = Duration.between(Instant.now(), at).toMillis();
    offsetMs.accumulateAndGet(wanted, Math::max);
  }

  /** Keeps how far off it is. */
  void keep() {
    try {
      Files.writeString(file, Long.toString(offsetMs.get()));
    } catch (IOException unwritable) {
      throw new UncheckedIOException(unwritable);
    }
  }

  @Override
  public Instant instant() {
    return Instant.now().plusMillis(offsetMs.get()).truncatedTo(ChronoUnit.MILLIS);
  }

  @Override
  public ZoneId getZone() {
    return ZoneOffset.UTC;
  }

  @Override
  public Clock withZone(ZoneId zone) {
    throw new UnsupportedOperationException("Name the zone where it is needed");
  }
}
