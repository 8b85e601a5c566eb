package jeton.server.smtp;

import java.time.Duration;
import java.util.Optional;
import java.util.function.Supplier;
import jeton.core.mail.AnswerClass;
import jeton.server.business.SmtpSettings;

/** A connection to a mail server, kept open between emails. Used by one thread at a time. */
public interface MailTransport extends AutoCloseable {

  /**
   * What the mail server said to one email.
   *
   * @param said its words; empty when it took the email
   */
  record Answer(AnswerClass kind, String said) {
    /** It took the email. */
    public static final Answer TAKEN = new Answer(AnswerClass.TAKEN, "");

    /** No server, or it will not talk to us: no other email can leave either. */
    public static Answer away(String said) {
      return new Answer(AnswerClass.AWAY, said);
    }
  }

  /**
   * A connection by SMTP.
   *
   * @param settings as they are when it is next needed; empty while no server is set up
   * @param deadline what one email may take in all
   */
  static MailTransport smtp(Supplier<Optional<SmtpSettings>> settings, Duration deadline) {
    return new SmtpTransport(settings, deadline);
  }

  /**
   * Sends one email to its one recipient; the first one opens the connection. Never throws for a
   * mail fault.
   */
  Answer send(RawEmail email);

  @Override
  void close();
}
