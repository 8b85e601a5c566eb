package jeton.server.mail;

import jakarta.mail.internet.MimeMessage;

/** A connection to a mail server, kept open between emails. Used by one thread at a time. */
interface MailTransport extends AutoCloseable {

  /** What the mail server said to one email. */
  sealed interface Answer {
    /** Taken; it is the server's now. */
    record Accepted() implements Answer {}

    /** Refused for good: the address does not work. */
    record Refused(String said) implements Answer {}

    /** Not now; the next email may fare better. */
    record NotNow(String said) implements Answer {}

    /** No server, or it will not talk to us: no other email can leave either. */
    record ServerAway(String said) implements Answer {}
  }

  /**
   * Sends one email to its one recipient; the first one opens the connection. Never throws for a
   * mail fault.
   */
  Answer send(MimeMessage message);

  @Override
  void close();
}
