package jeton.server.mail;

import jakarta.mail.AuthenticationFailedException;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.MimeMessage;
import java.util.Optional;
import java.util.Properties;
import java.util.function.Supplier;
import jeton.core.mail.AnswerClass;
import jeton.server.business.SmtpSettings;
import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.eclipse.angus.mail.smtp.SMTPSendFailedException;
import org.eclipse.angus.mail.smtp.SMTPSenderFailedException;

/** SMTP (RFC 5321) by the settings of the moment; a change of settings opens a new connection. */
final class SmtpTransport implements MailTransport {
  private static final String TIMEOUT_MS = "20000";
  private static final long ASK_AFTER_NANOS = 5_000_000_000L;
  private final Supplier<Optional<SmtpSettings>> settings;
  private Optional<SmtpSettings> openFor = Optional.empty();
  private Transport transport;
  private long lastUsed;

  SmtpTransport(Supplier<Optional<SmtpSettings>> settings) {
    this.settings = settings;
  }

  @Override
  public Answer send(RawEmail email) {
    Optional<SmtpSettings> wanted = settings.get();
    if (wanted.isEmpty()) {
      return Answer.away("No mail server is set up yet.");
    }
    try {
      connect(wanted.get());
    } catch (AuthenticationFailedException refused) {
      close();
      return Answer.away("The mail server refuses the sign-in: " + oneLine(refused));
    } catch (MessagingException away) {
      close();
      return Answer.away("The mail server cannot be reached: " + oneLine(away));
    }
    try {
      MimeMessage message = email.asMessage();
      transport.sendMessage(message, message.getAllRecipients());
      lastUsed = System.nanoTime();
      return Answer.TAKEN;
    } catch (MessagingException failed) {
      return judge(failed);
    }
  }

  @Override
  public void close() {
    if (transport != null) {
      try {
        transport.close();
      } catch (MessagingException alreadyGone) {
        // The connection is given up either way.
      }
      transport = null;
    }
  }

  /** Asking costs a round trip; a connection used just now is taken to be open still. */
  private boolean isOpen() {
    return System.nanoTime() - lastUsed < ASK_AFTER_NANOS || transport.isConnected();
  }

  private void connect(SmtpSettings wanted) throws MessagingException {
    if (transport != null && openFor.equals(Optional.of(wanted)) && isOpen()) {
      return;
    }
    close();
    transport = session(wanted).getTransport();
    if (wanted.user().isEmpty()) {
      transport.connect();
    } else {
      transport.connect(wanted.user(), wanted.password());
    }
    openFor = Optional.of(wanted);
    lastUsed = System.nanoTime();
  }

  private Answer judge(MessagingException failed) {
    for (Exception cause = failed;
        cause instanceof MessagingException m;
        cause = m.getNextException()) {
      if (m instanceof SMTPSenderFailedException) {
        return new Answer(AnswerClass.BUSY, "The mail server refuses our sender: " + oneLine(m));
      }
      if (m instanceof SMTPAddressFailedException address) {
        return answer(address.getReturnCode(), oneLine(m));
      }
      if (m instanceof SMTPSendFailedException send && send.getNextException() == null) {
        return answer(send.getReturnCode(), oneLine(m));
      }
    }
    close();
    return Answer.away("The connection to the mail server broke: " + oneLine(failed));
  }

  /** After a 421 the server hangs up: so do we. */
  private Answer answer(int code, String said) {
    AnswerClass kind = AnswerClass.of(code, said);
    if (kind == AnswerClass.AWAY) {
      close();
    }
    return new Answer(kind, said);
  }

  private static Session session(SmtpSettings smtp) {
    boolean tls = smtp.security() == SmtpSettings.Security.TLS;
    String protocol = tls ? "smtps" : "smtp";
    String prefix = "mail." + protocol + ".";
    Properties properties = new Properties();
    properties.put("mail.transport.protocol", protocol);
    properties.put(prefix + "host", smtp.host());
    properties.put(prefix + "port", Integer.toString(smtp.port()));
    properties.put(prefix + "socketFactory", new PromptSockets());
    properties.put(prefix + "connectiontimeout", TIMEOUT_MS);
    properties.put(prefix + "timeout", TIMEOUT_MS);
    // No timeout for writing: the library plans a task for each write, dozens per email. An email
    // fits into the socket's buffer, so a server that takes nothing is noticed by its missing
    // answer.
    properties.put(prefix + "auth", Boolean.toString(!smtp.user().isEmpty()));
    properties.put(prefix + "starttls.enable", "true");
    properties.put(
        prefix + "starttls.required",
        Boolean.toString(smtp.security() == SmtpSettings.Security.STARTTLS));
    properties.put(prefix + "ssl.checkserveridentity", "true");
    return Session.getInstance(properties);
  }

  private static String oneLine(Exception failed) {
    String message =
        failed.getMessage() == null ? failed.getClass().getSimpleName() : failed.getMessage();
    return message.strip().replaceAll("\\s+", " ");
  }
}
