package jeton.server.bounce;

import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetHeaders;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;

/**
 * Reads delivery status notifications (RFC 3464) and feedback reports (RFC 5965): multipart/report
 * with a machine-readable second part made of groups of header fields; and knows a person's reply
 * by what it answers to (RFC 5322). Whatever else comes in is not understood, never an error.
 */
final class ReportReader {
  private static final int MOST_SAID = 300;
  private static final Session NO_SESSION = Session.getInstance(new Properties());

  private ReportReader() {}

  static Returned read(byte[] mail) {
    try {
      MimeMessage message = new MimeMessage(NO_SESSION, new ByteArrayInputStream(mail));
      return message.isMimeType("multipart/report")
              && message.getContent() instanceof Multipart parts
          ? read(parts)
          : reply(message);
    } catch (MessagingException | IOException | RuntimeException unreadable) {
      return Returned.NOT_UNDERSTOOD;
    }
  }

  /** What a machine answers by itself is no reply (RFC 3834). */
  private static Returned reply(MimeMessage message) throws MessagingException {
    String automatic = message.getHeader("Auto-Submitted", null);
    String answersTo = message.getHeader("In-Reply-To", null);
    boolean byHand = automatic == null || automatic.strip().equalsIgnoreCase("no");
    return byHand && answersTo != null
        ? new Returned(Returned.Kind.REPLY, Optional.of(answersTo.strip()), Optional.empty(), "")
        : Returned.NOT_UNDERSTOOD;
  }

  private static Returned read(Multipart parts) throws MessagingException, IOException {
    List<InternetHeaders> groups = List.of();
    boolean complaint = false;
    Optional<String> messageId = Optional.empty();
    Optional<String> originalTo = Optional.empty();
    for (int i = 0; i < parts.getCount(); i++) {
      BodyPart part = parts.getBodyPart(i);
      if (part.isMimeType("message/delivery-status")
          || part.isMimeType("message/feedback-report")) {
        complaint = part.isMimeType("message/feedback-report");
        groups = groups(part);
      } else if (part.isMimeType("message/rfc822") || part.isMimeType("text/rfc822-headers")) {
        InternetHeaders original = new InternetHeaders(part.getInputStream());
        messageId = header(original, "Message-ID");
        originalTo = header(original, "To").map(ReportReader::address);
      }
    }
    if (groups.isEmpty()) {
      return Returned.NOT_UNDERSTOOD;
    }
    return complaint
        ? complaint(groups.get(0), messageId, originalTo)
        : status(groups, messageId, originalTo);
  }

  private static Returned complaint(
      InternetHeaders report, Optional<String> messageId, Optional<String> originalTo) {
    String type = header(report, "Feedback-Type").orElse("");
    // "not-spam" takes a complaint back; other types are about signatures and the like.
    boolean meant = type.equalsIgnoreCase("abuse") || type.equalsIgnoreCase("fraud");
    Optional<String> address =
        header(report, "Original-Rcpt-To").map(ReportReader::address).or(() -> originalTo);
    return new Returned(
        meant ? Returned.Kind.COMPLAINT : Returned.Kind.UNKNOWN, messageId, address, type);
  }

  /** The first group is about the mail, each further one about a recipient; ours have one. */
  private static Returned status(
      List<InternetHeaders> groups, Optional<String> messageId, Optional<String> originalTo) {
    InternetHeaders recipient = groups.get(groups.size() - 1);
    String action = header(recipient, "Action").orElse("").toLowerCase(Locale.ROOT);
    String status = header(recipient, "Status").orElse("");
    Optional<String> address =
        header(recipient, "Original-Recipient")
            .or(() -> header(recipient, "Final-Recipient"))
            .map(ReportReader::address)
            .or(() -> originalTo);
    String said = (status + " " + header(recipient, "Diagnostic-Code").orElse("")).strip();
    return new Returned(kind(action, status), messageId, address, cut(said));
  }

  private static Returned.Kind kind(String action, String status) {
    return switch (action) {
      case "failed" -> status.startsWith("4.") ? Returned.Kind.DELAY : Returned.Kind.BOUNCE;
      case "delayed" -> Returned.Kind.DELAY;
      case "delivered", "relayed", "expanded" -> Returned.Kind.DELIVERED;
      default -> Returned.Kind.UNKNOWN;
    };
  }

  /** Groups of header fields, an empty line between two. */
  private static List<InternetHeaders> groups(Part part) throws MessagingException, IOException {
    List<InternetHeaders> groups = new ArrayList<>();
    try (InputStream lines = part.getInputStream()) {
      InternetHeaders group = new InternetHeaders(lines);
      while (group.getAllHeaders().hasMoreElements()) {
        groups.add(group);
        group = new InternetHeaders(lines);
      }
    }
    return groups;
  }

  private static Optional<String> header(InternetHeaders headers, String name) {
    String[] values = headers.getHeader(name);
    return values == null ? Optional.empty() : Optional.of(values[0].strip());
  }

  /** Without "rfc822;" in front, a name, and angle brackets. */
  private static String address(String text) {
    String plain = text.substring(text.lastIndexOf(';') + 1).strip();
    int from = plain.lastIndexOf('<');
    return from < 0 ? plain : plain.substring(from + 1).replace(">", "").strip();
  }

  private static String cut(String said) {
    String line = said.replaceAll("\\s+", " ");
    return line.length() > MOST_SAID ? line.substring(0, MOST_SAID) : line;
  }
}
