package jeton.server.mail;

import java.time.Instant;
import java.util.Optional;

/**
 * An email that is to be sent: what it is and for whom. What it says is looked up when it is sent,
 * so that the newest version goes out.
 *
 * @param signUpId for a confirmation: what it confirms
 * @param stepId for a follow-up: which step
 * @param runId for a follow-up: whose way through the sequence
 * @param dueAt when it may go out
 */
public record OutgoingEmail(
    Kind kind,
    long personId,
    long offerId,
    Optional<Long> signUpId,
    Optional<Long> stepId,
    Optional<Long> runId,
    Instant dueAt) {

  /** What an email is for. */
  public enum Kind {
    CONFIRMATION,
    DELIVERY,
    FOLLOW_UP
  }

  public static OutgoingEmail confirmation(
      long personId, long offerId, long signUpId, Instant dueAt) {
    return new OutgoingEmail(
        Kind.CONFIRMATION,
        personId,
        offerId,
        Optional.of(signUpId),
        Optional.empty(),
        Optional.empty(),
        dueAt);
  }

  public static OutgoingEmail delivery(long personId, long offerId, Instant dueAt) {
    return new OutgoingEmail(
        Kind.DELIVERY,
        personId,
        offerId,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        dueAt);
  }

  public static OutgoingEmail followUp(
      long personId, long offerId, long stepId, long runId, Instant dueAt) {
    return new OutgoingEmail(
        Kind.FOLLOW_UP,
        personId,
        offerId,
        Optional.empty(),
        Optional.of(stepId),
        Optional.of(runId),
        dueAt);
  }
}
