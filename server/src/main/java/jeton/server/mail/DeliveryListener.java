package jeton.server.mail;

import java.time.Instant;

/** Hears how an email fared, in the transaction that records it. */
public interface DeliveryListener {

  /** How it ended. */
  enum Outcome {
    /** The mail server took it. */
    SENT,
    /** The mail server refused the address for good. */
    REFUSED,
    /** Tried for a day and a half without success. */
    GIVEN_UP,
    /** Not wanted any more: its step or its reader is gone. */
    DROPPED
  }

  /**
   * Called once per email.
   *
   * @param detail the subject, or what the mail server said
   */
  void settled(OutgoingEmail email, Outcome outcome, Instant at, String detail);
}
