package jeton.server.email;

import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeUtility;
import java.io.UnsupportedEncodingException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jeton.server.business.BusinessSettings;
import jeton.server.people.Lists.MailingList;
import jeton.server.smtp.Octets;
import jeton.server.smtp.RawEmail;

/**
 * Puts a written email into the form mail servers take: multipart/alternative with the headers of
 * the contract. The library encodes headers; its message objects are left aside, since they look
 * for a handler of each part in every jar on the class path, for every email.
 */
final class Composer {
  private static final String CRLF = "\r\n";
  // Longest line before folding: RFC 5322, 2.1.1.
  private static final int FOLD_AT = 76;

  // RFC 5322, 3.3.
  private static final DateTimeFormatter DATE =
      DateTimeFormatter.ofPattern("EEE, d MMM yyyy HH:mm:ss Z", Locale.ROOT)
          .withZone(ZoneOffset.UTC);

  private Composer() {}

  /**
   * Who and how.
   *
   * @param messageId fixed when the email was asked for, so that a repeat can be recognised (RFC
   *     5322, 3.6.4)
   * @param leaveLink for List-Unsubscribe (RFC 8058); empty for a confirmation
   * @param list what it goes out for, for List-Id (RFC 2919); empty for what is for no list
   */
  record Envelope(
      String messageId,
      String to,
      Optional<String> leaveLink,
      Optional<MailingList> list,
      Instant at) {}

  private static String listId(MailingList list, BusinessSettings business)
      throws UnsupportedEncodingException {
    String domain = business.senderEmail().replaceFirst(".*@", "");
    String name = encoded("List-Id", list.settings().name().replace('"', '\''));
    String phrase = name.startsWith("=?") ? name : '"' + name.replace("\\", "") + '"';
    return phrase + CRLF + " <" + list.key() + "." + domain + ">";
  }

  static RawEmail compose(WrittenEmail written, Envelope envelope, BusinessSettings business) {
    try {
      InternetAddress from =
          new InternetAddress(business.senderEmail(), business.senderName(), "UTF-8");
      List<RawEmail.Header> headers = new ArrayList<>();
      headers.add(header("Date", DATE.format(envelope.at())));
      headers.add(header("From", from.toString()));
      headers.add(header("To", envelope.to()));
      if (!business.replyTo().isEmpty()) {
        headers.add(header("Reply-To", business.replyTo()));
      }
      headers.add(header("Message-ID", envelope.messageId()));
      headers.add(header("Subject", encoded("Subject", written.subject())));
      headers.add(header("MIME-Version", "1.0"));
      String boundary =
          "=_" + Integer.toHexString(envelope.messageId().hashCode()) + "_alternative";
      headers.add(
          header(
              "Content-Type", "multipart/alternative;" + CRLF + " boundary=\"" + boundary + "\""));
      headers.add(header("Auto-Submitted", "auto-generated"));
      envelope
          .leaveLink()
          .ifPresent(
              link -> {
                headers.add(header("List-Unsubscribe", "<" + link + ">"));
                headers.add(header("List-Unsubscribe-Post", "List-Unsubscribe=One-Click"));
              });
      if (envelope.list().isPresent()) {
        headers.add(header("List-Id", listId(envelope.list().get(), business)));
      }
      return new RawEmail(business.senderEmail(), envelope.to(), headers, body(written, boundary));
    } catch (UnsupportedEncodingException everyJdkHasUtf8) {
      throw new IllegalStateException(everyJdkHasUtf8);
    }
  }

  private static RawEmail.Header header(String name, String value) {
    if (value.replace(CRLF + " ", "").chars().anyMatch(c -> c == '\r' || c == '\n')) {
      throw new IllegalStateException("An email could not be put together: a line in " + name);
    }
    return new RawEmail.Header(name, value);
  }

  private static String encoded(String name, String text) throws UnsupportedEncodingException {
    String word = MimeUtility.encodeText(text, "UTF-8", null);
    return word.length() + name.length() > FOLD_AT
        ? MimeUtility.fold(name.length() + 2, word)
        : word;
  }

  private static byte[] body(WrittenEmail written, String boundary) {
    int expected = (written.html().length() + written.plain().length()) * 5 / 4 + 1000;
    Octets body = new Octets(expected);
    part(body, boundary, "text/plain", written.plain());
    part(body, boundary, "text/html", written.html());
    write(body, "--" + boundary + "--" + CRLF);
    return body.toArray();
  }

  private static void part(Octets body, String boundary, String type, String text) {
    write(
        body,
        "--"
            + boundary
            + CRLF
            + "Content-Type: "
            + type
            + "; charset=UTF-8"
            + CRLF
            + "Content-Transfer-Encoding: quoted-printable"
            + CRLF
            + CRLF);
    QuotedPrintable.encode(text, body);
    write(body, CRLF);
  }

  private static void write(Octets body, String text) {
    byte[] octets = text.getBytes(StandardCharsets.US_ASCII);
    body.write(octets, 0, octets.length);
  }
}
