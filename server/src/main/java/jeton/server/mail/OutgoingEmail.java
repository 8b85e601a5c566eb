package jeton.server.mail;

import java.time.Instant;
import java.util.Optional;

/**
 * An email that is to be sent: what it is and for whom. What it says is looked up when it is sent,
 * so that the newest version goes out.
 *
 * @param offerId what it comes from; empty for a sequence that stands on its own
 * @param signUpId for a confirmation: what it confirms
 * @param stepId for a follow-up: which step
 * @param runId for a follow-up: whose way through the sequence
 * @param dueAt when it may go out
 * @param copy for an email to many: which going-out of it, and which version
 */
public record OutgoingEmail(
    Kind kind,
    long personId,
    Optional<Long> offerId,
    Optional<Long> signUpId,
    Optional<Long> stepId,
    Optional<Long> runId,
    Instant dueAt,
    Optional<Copy> copy) {

  /** What an email is for. */
  public enum Kind {
    CONFIRMATION,
    DELIVERY,
    FOLLOW_UP,
    /** An email to many (B1). */
    MAILING;

    /** Whether somebody waits for it right now: it goes before what does not hurry. */
    public boolean urgent() {
      return this == CONFIRMATION || this == DELIVERY;
    }
  }

  /**
   * One reader's copy of an email to many.
   *
   * @param version {@code A} or {@code B} of two subjects; {@code A} where there is one
   */
  public record Copy(long issueId, String version) {}

  /** A step of a run. */
  public record RunStep(long runId, long stepId) {}

  public static OutgoingEmail confirmation(
      long personId, long offerId, long signUpId, Instant dueAt) {
    return new OutgoingEmail(
        Kind.CONFIRMATION,
        personId,
        Optional.of(offerId),
        Optional.of(signUpId),
        Optional.empty(),
        Optional.empty(),
        dueAt,
        Optional.empty());
  }

  public static OutgoingEmail delivery(long personId, long offerId, Instant dueAt) {
    return new OutgoingEmail(
        Kind.DELIVERY,
        personId,
        Optional.of(offerId),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        dueAt,
        Optional.empty());
  }

  public static OutgoingEmail followUp(
      long personId, Optional<Long> offerId, RunStep step, Instant dueAt) {
    return new OutgoingEmail(
        Kind.FOLLOW_UP,
        personId,
        offerId,
        Optional.empty(),
        Optional.of(step.stepId()),
        Optional.of(step.runId()),
        dueAt,
        Optional.empty());
  }

  /** The offer of an email that comes from one. */
  public long ofOffer() {
    return offerId.orElseThrow();
  }
}
