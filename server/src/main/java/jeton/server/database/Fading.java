package jeton.server.database;

import java.time.Instant;
import jeton.core.upkeep.KeptKind;

/**
 * Something that is kept for a while only. The room it belongs to says here how it is forgotten; it
 * is done each night, in small steps, by one instance.
 */
public interface Fading {
  /** For how long it is kept is set by this. */
  KeptKind kind();

  /**
   * Forgets some of what is older than a moment, for good once this returns: it is called in no
   * transaction.
   *
   * @param most at a time, so that nothing is locked for long
   * @return how many; none when nothing is left to forget
   */
  int forget(Instant before, int most);
}
