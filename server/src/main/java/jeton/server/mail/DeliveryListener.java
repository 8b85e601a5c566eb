package jeton.server.mail;

import java.time.Instant;
import java.util.List;
import jeton.core.mail.AnswerClass;

/** Hears how emails fared, in the transaction that records it. */
public interface DeliveryListener {

  /** How it ended. */
  enum Outcome {
    /** The mail server took it. */
    SENT,
    /** The mail server refused the address for good. */
    REFUSED,
    /** Refused for what it is rather than whom it is for, or tried for a day and a half in vain. */
    GIVEN_UP,
    /** Not wanted any more: its step or its reader is gone. */
    DROPPED
  }

  /**
   * One email that will not be tried again.
   *
   * @param detail the subject, or what the mail server said
   */
  record Settled(OutgoingEmail email, Outcome outcome, String detail) {}

  /** Called once per email, several at a time. */
  void settled(List<Settled> batch, Instant at);

  /**
   * Something became of emails that were settled then: one was opened, clicked, left by, came back,
   * or is tried again after all.
   */
  default void changed(Instant settledAt) {}

  /** One did not go through, and is tried again later. */
  default void postponed(OutgoingEmail email, AnswerClass answer) {}
}
