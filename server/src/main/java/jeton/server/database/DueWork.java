package jeton.server.database;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * Work that falls due by itself and is done by this install's own engines. A room that has some
 * says so here; health and measures are made from all of them.
 */
public interface DueWork {
  /** Its name in health and measures, such as {@code follow-ups}. */
  String name();

  /**
   * Since when the oldest lies that might be done by now; empty when nothing lies. What waits for
   * somebody else (a receiver that is away, a halt the owner knows of) does not count. Asked often:
   * one look into an index.
   */
  Optional<Instant> oldestDue(Instant now);

  /** How long it may lie before something is wrong. */
  default Duration patience() {
    return Duration.ofMinutes(10);
  }
}
