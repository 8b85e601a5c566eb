package jeton.server.email;

import java.time.Clock;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.signup.EmailAddress;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.mail.DirectMail;
import jeton.server.mail.OutgoingEmail;
import jeton.server.markup.Gift;
import jeton.server.problem.Refused;
import jeton.server.smtp.MailTransport;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Component;

/** Sends one email at once, past the outbox, so that the mail server's answer can be shown. */
@Component
class TestMail {
  private static final String NO_LINK = "#";
  private final EmailWriter writer;
  private final DirectMail mail;
  private final Business business;
  private final Clock clock;

  TestMail(EmailWriter writer, DirectMail mail, Business business, Clock clock) {
    this.writer = writer;
    this.mail = mail;
    this.business = business;
    this.clock = clock;
  }

  /** What the mail server said, in words for the owner. */
  record TestResult(boolean sent, String said) {}

  /** One in the business's look. */
  TestResult send(String to, EmailContent content) {
    EmailWriter.Ready ready = writer.ready(content, OutgoingEmail.Kind.CONFIRMATION, Gift.NONE);
    return send(to, ready.write(reader(to)));
  }

  private static EmailWriter.Reader reader(String to) {
    return new EmailWriter.Reader("", to, "", NO_LINK, NO_LINK, Map.of());
  }

  /**
   * One of our own, to somebody who works here.
   *
   * @param stopLink where one stops getting them (RFC 8058)
   */
  TestResult sendOurs(String to, EmailContent content, Optional<String> stopLink) {
    return send(to, ours(to, content), stopLink);
  }

  /** The same as it is read. */
  WrittenEmail ours(String to, EmailContent content) {
    return writer.ours(content, reader(to));
  }

  TestResult send(String address, WrittenEmail written) {
    return send(address, written, Optional.empty());
  }

  private TestResult send(String address, WrittenEmail written, Optional<String> stopLink) {
    EmailAddress to;
    try {
      to = EmailAddress.parse(address);
    } catch (EmailAddress.Refused refused) {
      throw new Refused("to", refused.fault().code(), refused.fault().message());
    }
    BusinessSettings settings = business.now().settings();
    if (settings.senderEmail().isBlank()) {
      throw new Refused(
          "senderEmail",
          "no_sender",
          "Emails have no sender yet. Fill in the sender's address first.");
    }
    String id = "<" + Tokens.random() + "@" + settings.senderEmail().replaceAll(".*@", "") + ">";
    return result(
        mail.send(
            Composer.compose(
                written,
                new Composer.Envelope(id, to.send(), stopLink, Optional.empty(), clock.instant()),
                settings)));
  }

  private static TestResult result(MailTransport.Answer answer) {
    return switch (answer.kind()) {
      case TAKEN -> new TestResult(true, "The mail server took it. Look in your mailbox.");
      case ADDRESS_REFUSED ->
          new TestResult(false, "The mail server refuses this address: " + answer.said());
      case EMAIL_REFUSED ->
          new TestResult(false, "The mail server refuses this email: " + answer.said());
      case BUSY, FULL -> new TestResult(false, "The mail server says not now: " + answer.said());
      case AWAY -> new TestResult(false, answer.said());
    };
  }
}
