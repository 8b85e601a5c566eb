package jeton.standins.mailbox;

import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Writes what mail servers and mailboxes send back: RFC 3464 and RFC 5965 in their plainest form.
 */
public final class Returns {
  private static final Pattern MESSAGE_ID = Pattern.compile("(?im)^Message-ID:\\s*(<[^>]+>)\\s*$");

  private Returns() {}

  /** A mail that says that another could not be delivered. */
  public static byte[] bounce(byte[] original, String to, String status, String words) {
    String action = status.startsWith("4.") ? "delayed" : "failed";
    return report(
        "delivery-status",
        "Your mail to " + to + " could not be delivered.",
        "message/delivery-status",
        """
        Reporting-MTA: dns; mailbox.example

        Final-Recipient: rfc822; %s
        Action: %s
        Status: %s
        Diagnostic-Code: smtp; %s
        """
            .formatted(to, action, status, words),
        original,
        to);
  }

  /** A mail by which a mailbox's owner calls another unwanted. */
  public static byte[] complaint(byte[] original, String to) {
    return report(
        "feedback-report",
        "This is a report about a mail to " + to + ".",
        "message/feedback-report",
        """
        Feedback-Type: abuse
        User-Agent: Mailbox-Stand-In/1.0
        Version: 1
        Original-Rcpt-To: <%s>
        """
            .formatted(to),
        original,
        to);
  }

  private static byte[] report(
      String type, String words, String partType, String fields, byte[] original, String to) {
    String report =
        """
        From: postmaster@mailbox.example
        To: bounces@quireandthread.example
        Subject: About your mail to %s
        MIME-Version: 1.0
        Content-Type: multipart/report; report-type=%s; boundary="=_report"

        --=_report
        Content-Type: text/plain; charset=us-ascii

        %s

        --=_report
        Content-Type: %s

        %s
        --=_report
        Content-Type: text/rfc822-headers

        Message-ID: %s
        To: %s

        --=_report--
        """
            .formatted(to, type, words, partType, fields, messageId(original), to);
    return report.replace("\n", "\r\n").getBytes(StandardCharsets.US_ASCII);
  }

  private static String messageId(byte[] original) {
    Matcher found = MESSAGE_ID.matcher(new String(original, StandardCharsets.ISO_8859_1));
    return found.find() ? found.group(1) : "<unknown@mailbox.example>";
  }
}
