package jeton.server.mail;

import jeton.core.mail.AnswerClass;

/** A connection to a mail server, kept open between emails. Used by one thread at a time. */
public interface MailTransport extends AutoCloseable {

  /**
   * What the mail server said to one email.
   *
   * @param said its words; empty when it took the email
   */
  record Answer(AnswerClass kind, String said) {
    static final Answer TAKEN = new Answer(AnswerClass.TAKEN, "");

    /** No server, or it will not talk to us: no other email can leave either. */
    static Answer away(String said) {
      return new Answer(AnswerClass.AWAY, said);
    }
  }

  /**
   * Sends one email to its one recipient; the first one opens the connection. Never throws for a
   * mail fault.
   */
  Answer send(RawEmail email);

  @Override
  void close();
}
