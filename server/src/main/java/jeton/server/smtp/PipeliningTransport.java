package jeton.server.smtp;

import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.URLName;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import jeton.core.mail.AnswerClass;
import org.eclipse.angus.mail.smtp.SMTPTransport;

/**
 * The library's SMTP connection, with one dialogue of its own: where the server offers pipelining
 * (RFC 2920) sender, recipient and DATA go out together, two round trips an email instead of four.
 */
final class PipeliningTransport extends SMTPTransport {
  private static final int GO_AHEAD = 354;
  private static final int NO_ANSWER = -1;

  private final PromptSockets sockets;

  PipeliningTransport(Session session, boolean tls, PromptSockets sockets) {
    super(
        session,
        new URLName(tls ? "smtps" : "smtp", null, -1, null, null, null),
        tls ? "smtps" : "smtp",
        tls);
    this.sockets = sockets;
  }

  /** A refusal, and what was refused. */
  record Reply(int code, String said, boolean ofSender) {
    private static final Reply TAKEN = new Reply(250, "", false);
  }

  /**
   * Sends an email.
   *
   * @param octets the whole email, as it stands: dots are doubled here (RFC 5321, 4.5.2)
   * @throws MessagingException when the connection breaks
   */
  synchronized Reply deliver(String from, String to, byte[] octets) throws MessagingException {
    String sender = "MAIL FROM:<" + from + ">";
    String recipient = "RCPT TO:<" + to + ">";
    Reply refusal =
        supportsExtension("PIPELINING") ? together(sender, recipient) : oneByOne(sender, recipient);
    if (refusal != Reply.TAKEN) {
      return refusal;
    }
    write(DotStuffing.ended(octets));
    int code = readServerResponse();
    return code >= 200 && code < 300 ? Reply.TAKEN : new Reply(code, said(), false);
  }

  private Reply together(String sender, String recipient) throws MessagingException {
    write((sender + "\r\n" + recipient + "\r\nDATA\r\n").getBytes(StandardCharsets.US_ASCII));
    int first = readServerResponse();
    Reply ofSender = reply(first, true);
    Reply ofRecipient = reply(first == NO_ANSWER ? NO_ANSWER : readServerResponse(), false);
    int data = ofRecipient.code() == NO_ANSWER ? NO_ANSWER : readServerResponse();
    Reply refusal = ofSender.code() >= 300 || ofSender.code() < 0 ? ofSender : ofRecipient;
    if (refusal.code() >= 200 && refusal.code() < 300) {
      return data == GO_AHEAD ? Reply.TAKEN : reply(data, false);
    }
    if (data == GO_AHEAD) {
      // RFC 2920, 3.1: it waits for a text all the same; an empty one is thrown away.
      write(new byte[] {'.', '\r', '\n'});
      readServerResponse();
    } else {
      simpleCommand("RSET");
    }
    return refusal;
  }

  /** The library writes one command at a time, and refuses line breaks in it. */
  private void write(byte[] octets) throws MessagingException {
    try {
      OutputStream out = sockets.out();
      out.write(octets);
      out.flush();
    } catch (IOException broken) {
      throw new MessagingException("The connection broke", broken);
    }
  }

  private Reply oneByOne(String sender, String recipient) throws MessagingException {
    Reply ofSender = reply(simpleCommand(sender), true);
    if (ofSender.code() != 250) {
      return ofSender;
    }
    Reply ofRecipient = reply(simpleCommand(recipient), false);
    if (ofRecipient.code() < 200 || ofRecipient.code() >= 300) {
      simpleCommand("RSET");
      return ofRecipient;
    }
    int data = simpleCommand("DATA");
    return data == GO_AHEAD ? Reply.TAKEN : reply(data, false);
  }

  private Reply reply(int code, boolean ofSender) {
    return new Reply(code, code >= 200 && code < 300 ? "" : said(), ofSender);
  }

  private String said() {
    String said = getLastServerResponse();
    return said == null ? "" : said.strip().replaceAll("\\s+", " ");
  }

  /** What an answer means. After a 421 the server hangs up. */
  static MailTransport.Answer answer(Reply reply) {
    if (reply.code() >= 200 && reply.code() < 300) {
      return MailTransport.Answer.TAKEN;
    }
    if (reply.code() < 0) {
      return MailTransport.Answer.away("The connection to the mail server broke.");
    }
    if (reply.ofSender()) {
      String said = "The mail server refuses our sender: " + reply.said();
      AnswerClass kind =
          reply.code() >= 500
              ? AnswerClass.EMAIL_REFUSED
              : AnswerClass.of(reply.code(), reply.said());
      return new MailTransport.Answer(kind, said);
    }
    return new MailTransport.Answer(AnswerClass.of(reply.code(), reply.said()), reply.said());
  }
}
