package jeton.server.backup;

import java.time.Instant;
import java.util.Optional;

/**
 * A back-up that is being made, or was.
 *
 * @param state what became of it; CUT_OFF: whoever made it was stopped in the middle
 * @param place the folder it is in, once it is whole
 * @param kept rows of the database
 * @param files contents
 * @param octets of the database's dump, compressed
 * @param said what is being done, or what went wrong
 */
record BackupRun(
    long id,
    By by,
    Instant beganAt,
    Optional<Instant> endedAt,
    State state,
    String place,
    long kept,
    int files,
    long octets,
    String said) {

  /** Who had it made. */
  enum By {
    PLAN,
    HAND,
    COMMAND
  }

  /** What became of it. */
  enum State {
    RUNNING,
    GOOD,
    FAILED,
    CUT_OFF
  }
}
