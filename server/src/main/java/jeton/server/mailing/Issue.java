package jeton.server.mailing;

import java.time.Instant;
import java.util.Optional;
import jeton.core.mailing.MailingSettings;
import jeton.core.segment.Criterion;

/**
 * One going-out of an email to many, as it was set off: what is edited later changes nothing of it.
 *
 * @param number from 0
 * @param question whom it is for, beside being on the list
 * @param afterId people up to this number are in the outbox
 * @param lastId the newest person when it was set off
 * @param people how many are in the outbox
 * @param decideAt when the rest get the better subject
 * @param chosen the better one, once that is known
 */
public record Issue(
    long id,
    long mailingId,
    int number,
    long listId,
    MailingSettings settings,
    Criterion.Group question,
    Instant plannedAt,
    Instant begunAt,
    State state,
    long afterId,
    long lastId,
    long people,
    Optional<Instant> decideAt,
    Optional<String> chosen,
    Optional<String> trouble) {

  /** Where it stands. */
  public enum State {
    /** Set off; what it takes from feeds is still to be read. */
    BEGUN,
    /** Its readers are put into the outbox. */
    FILLING,
    /** All are in the outbox. */
    SENDING,
    PAUSED,
    /** Stopped for the rest by the owner. */
    STOPPED,
    DONE,
    /** Stayed away: there was nothing new (B7). */
    SKIPPED
  }
}
