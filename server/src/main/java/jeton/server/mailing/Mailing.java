package jeton.server.mailing;

import java.time.Instant;
import java.util.Optional;
import jeton.core.mailing.MailingSettings;

/**
 * An email to many.
 *
 * @param nextAt when it goes out next, once it is scheduled
 * @param issues how often it has gone out, missed times of what repeats counted
 * @param againOf the one it is sent again of, to those who did not open it (B6)
 */
public record Mailing(
    long id,
    MailingSettings settings,
    int version,
    State state,
    Optional<Instant> nextAt,
    int issues,
    Optional<Long> againOf,
    Instant updatedAt) {

  /** Where it stands. */
  public enum State {
    /** Being written. */
    DRAFT,
    /** Goes out by itself when its time comes. */
    SCHEDULED,
    /** Has gone out, and will not again. */
    ENDED
  }
}
