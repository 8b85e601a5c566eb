package jeton.server.bounce;

import java.util.Optional;

/**
 * What a mail sent back tells.
 *
 * @param messageId of the email it is about, with angle brackets, if the mail carries it
 * @param address of the reader, if the mail names it
 * @param said status and words of the far server; for the owner
 */
record Returned(Kind kind, Optional<String> messageId, Optional<String> address, String said) {

  /** What it is. */
  enum Kind {
    /** Cannot be delivered, for good: status 5.x.x. */
    BOUNCE,
    /** Not delivered yet, or not for good. */
    DELAY,
    /** Delivered or passed on; nothing to do. */
    DELIVERED,
    /** The reader told their mailbox that it is unwanted. */
    COMPLAINT,
    /** A person's answer to an email of ours. */
    REPLY,
    /** Neither a report we can read nor a reply. */
    UNKNOWN
  }

  static final Returned NOT_UNDERSTOOD =
      new Returned(Kind.UNKNOWN, Optional.empty(), Optional.empty(), "");
}
