package jeton.server.smtp;

import jakarta.mail.AuthenticationFailedException;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import java.time.Duration;
import java.util.Optional;
import java.util.Properties;
import java.util.function.Supplier;
import jeton.core.mail.AnswerClass;
import jeton.server.business.SmtpSettings;

/** SMTP (RFC 5321) by the settings of the moment; a change of settings opens a new connection. */
final class SmtpTransport implements MailTransport {
  private static final String TIMEOUT_MS = "20000";
  private static final long ASK_AFTER_NANOS = 5_000_000_000L;

  private final Supplier<Optional<SmtpSettings>> settings;
  private final PromptSockets sockets = new PromptSockets();
  private final SmtpWatch.Watched watch;
  private Optional<SmtpSettings> openFor = Optional.empty();
  private PipeliningTransport transport;
  private long lastUsed;

  /**
   * By these settings.
   *
   * @param deadline for one email, connecting included; past it the connection is cut
   */
  SmtpTransport(Supplier<Optional<SmtpSettings>> settings, Duration deadline) {
    this.settings = settings;
    this.watch = SmtpWatch.over(deadline, sockets::cut);
  }

  @Override
  public Answer send(RawEmail email) {
    Optional<SmtpSettings> wanted = settings.get();
    if (wanted.isEmpty()) {
      return Answer.away("No mail server is set up yet.");
    }
    watch.begins();
    try {
      return send(email, wanted.get());
    } finally {
      watch.ended();
    }
  }

  private Answer send(RawEmail email, SmtpSettings wanted) {
    try {
      connect(wanted);
    } catch (AuthenticationFailedException refused) {
      hangUp();
      return Answer.away("The mail server refuses the sign-in: " + oneLine(refused));
    } catch (MessagingException away) {
      hangUp();
      return Answer.away("The mail server cannot be reached: " + oneLine(away));
    }
    try {
      Answer answer =
          PipeliningTransport.answer(transport.deliver(email.from(), email.to(), email.octets()));
      lastUsed = System.nanoTime();
      if (answer.kind() == AnswerClass.AWAY) {
        hangUp();
      }
      return answer;
    } catch (MessagingException broken) {
      hangUp();
      return Answer.away("The connection to the mail server broke: " + oneLine(broken));
    }
  }

  @Override
  public void close() {
    hangUp();
    watch.close();
  }

  private void hangUp() {
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
    hangUp();
    transport =
        new PipeliningTransport(
            session(wanted), wanted.security() == SmtpSettings.Security.TLS, sockets);
    if (wanted.user().isEmpty()) {
      transport.connect(wanted.host(), wanted.port(), null, null);
    } else {
      transport.connect(wanted.host(), wanted.port(), wanted.user(), wanted.password());
    }
    openFor = Optional.of(wanted);
    lastUsed = System.nanoTime();
  }

  private Session session(SmtpSettings smtp) {
    boolean tls = smtp.security() == SmtpSettings.Security.TLS;
    String protocol = tls ? "smtps" : "smtp";
    String prefix = "mail." + protocol + ".";
    Properties properties = new Properties();
    properties.put("mail.transport.protocol", protocol);
    properties.put(prefix + "host", smtp.host());
    properties.put(prefix + "port", Integer.toString(smtp.port()));
    properties.put(prefix + "socketFactory", sockets);
    properties.put(prefix + "ssl.socketFactory", sockets.tls());
    properties.put(prefix + "connectiontimeout", TIMEOUT_MS);
    properties.put(prefix + "timeout", TIMEOUT_MS);
    // No timeout for writing: the library plans a task for each write, dozens per email. The watch
    // cuts an email that takes too long, whatever it waits for.
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
