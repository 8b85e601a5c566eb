package jeton.server.mail;

import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import java.io.UnsupportedEncodingException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Date;
import java.util.Optional;
import java.util.Properties;
import jeton.server.business.BusinessSettings;

/**
 * Puts a written email into the form mail servers take: multipart/alternative with the headers of
 * the contract.
 */
final class Composer {
  private static final Session NO_SESSION = Session.getInstance(new Properties());

  private Composer() {}

  /**
   * Who and how.
   *
   * @param messageId fixed when the email was asked for, so that a repeat can be recognised (RFC
   *     5322, 3.6.4)
   * @param leaveLink for List-Unsubscribe (RFC 8058); empty for a confirmation
   */
  record Envelope(String messageId, String to, Optional<String> leaveLink, Instant at) {}

  static MimeMessage compose(WrittenEmail written, Envelope envelope, BusinessSettings business) {
    try {
      MimeMessage message = new FixedIdMessage(envelope.messageId());
      message.setFrom(new InternetAddress(business.senderEmail(), business.senderName(), "UTF-8"));
      message.setRecipient(Message.RecipientType.TO, new InternetAddress(envelope.to()));
      if (!business.replyTo().isEmpty()) {
        message.setReplyTo(new InternetAddress[] {new InternetAddress(business.replyTo())});
      }
      message.setSubject(written.subject(), "UTF-8");
      message.setSentDate(Date.from(envelope.at()));
      message.setHeader("Auto-Submitted", "auto-generated");
      if (envelope.leaveLink().isPresent()) {
        message.setHeader("List-Unsubscribe", "<" + envelope.leaveLink().get() + ">");
        message.setHeader("List-Unsubscribe-Post", "List-Unsubscribe=One-Click");
      }
      MimeMultipart alternatives =
          new MimeMultipart(
              "alternative", part(written.plain(), "plain"), part(written.html(), "html"));
      message.setContent(alternatives);
      message.saveChanges();
      return message;
    } catch (MessagingException | UnsupportedEncodingException unusable) {
      throw new IllegalStateException(
          "An email could not be put together: " + unusable.getMessage(), unusable);
    }
  }

  private static MimeBodyPart part(String text, String subtype) throws MessagingException {
    MimeBodyPart part = new MimeBodyPart();
    part.setText(text, StandardCharsets.UTF_8.name(), subtype);
    part.setHeader("Content-Transfer-Encoding", "quoted-printable");
    return part;
  }

  /** Jakarta Mail makes a new Message-ID at every save; ours is decided already. */
  private static final class FixedIdMessage extends MimeMessage {
    private final String id;

    FixedIdMessage(String id) {
      super(NO_SESSION);
      this.id = id;
    }

    @Override
    protected void updateMessageID() throws MessagingException {
      setHeader("Message-ID", id);
    }
  }
}
