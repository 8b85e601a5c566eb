package jeton.server.bounce;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Delivery status notifications (RFC 3464) and feedback reports (RFC 5965), as they come in. */
class ReportReaderTest {
  private static final String ORIGINAL =
      """
      From: Quire & Thread <hello@quireandthread.example>
      To: Aoife <aoife@mail.example>
      Message-ID: <one@quireandthread.example>
      Subject: Did it hold?
      """;

  private static Returned read(String mail) {
    return ReportReader.read(mail.replace("\n", "\r\n").getBytes(StandardCharsets.UTF_8));
  }

  private static String report(String type, String second, String third) {
    return """
        From: mailer-daemon@mail.example
        MIME-Version: 1.0
        Content-Type: multipart/report; report-type=%s; boundary="b"

        --b
        Content-Type: text/plain

        Sorry.
        --b
        Content-Type: message/%s

        %s
        --b
        Content-Type: text/rfc822-headers

        %s
        --b--
        """
        .formatted(type, type, second.strip() + "\n", third.strip() + "\n");
  }

  private static String status(String action, String status) {
    return report(
        "delivery-status",
        """
        Reporting-MTA: dns; mail.example

        Final-Recipient: rfc822; aoife@mail.example
        Action: %s
        Status: %s
        Diagnostic-Code: smtp; 550 5.1.1 no such
          user here
        """
            .formatted(action, status),
        ORIGINAL);
  }

  @ParameterizedTest
  @CsvSource({
    "failed, 5.1.1, BOUNCE",
    "FAILED, 5.7.1, BOUNCE",
    "failed, 4.4.7, DELAY",
    "delayed, 4.4.1, DELAY",
    "delivered, 2.0.0, DELIVERED",
    "relayed, 2.0.0, DELIVERED",
    "expanded, 2.0.0, DELIVERED",
    "puzzled, 5.0.0, UNKNOWN",
  })
  void whatHappened_isTheAction_andForFailuresTheStatus(
      String action, String status, Returned.Kind kind) {
    assertThat(read(status(action, status)).kind()).isEqualTo(kind);
  }

  @Test
  void theEmailItIsAbout_andItsReader_areKnown() {
    Returned returned = read(status("failed", "5.1.1"));
    assertThat(returned.messageId()).contains("<one@quireandthread.example>");
    assertThat(returned.address()).contains("aoife@mail.example");
    assertThat(returned.said()).isEqualTo("5.1.1 smtp; 550 5.1.1 no such user here");
  }

  @Test
  void theAddressWeWroteTo_countsBeforeTheOneItWasPassedOnTo() {
    String passedOn =
        report(
            "delivery-status",
            """
            Reporting-MTA: dns; mail.example

            Original-Recipient: rfc822;aoife@mail.example
            Final-Recipient: rfc822;someone-else@elsewhere.example
            Action: failed
            Status: 5.1.1
            """,
            ORIGINAL);
    assertThat(read(passedOn).address()).contains("aoife@mail.example");
  }

  @Test
  void withoutARecipientField_theOriginalsReaderCounts() {
    String bare =
        report(
            "delivery-status", "Reporting-MTA: dns; x\n\nAction: failed\nStatus: 5.0.0", ORIGINAL);
    assertThat(read(bare).address()).contains("aoife@mail.example");
  }

  @ParameterizedTest
  @CsvSource({"abuse, COMPLAINT", "fraud, COMPLAINT", "not-spam, UNKNOWN", "auth-failure, UNKNOWN"})
  void complaints_areThoseAboutTheEmailItself(String type, Returned.Kind kind) {
    Returned returned =
        read(
            report(
                "feedback-report",
                "Feedback-Type: " + type + "\nVersion: 1\nOriginal-Rcpt-To: <aoife@mail.example>",
                ORIGINAL));
    assertThat(returned.kind()).isEqualTo(kind);
    assertThat(returned.address()).contains("aoife@mail.example");
    assertThat(returned.messageId()).contains("<one@quireandthread.example>");
  }

  @Test
  void whatAFarServerSays_isKeptUpToALine() {
    String long_ = status("failed", "5.1.1").replace("no such", "no such ".repeat(200));
    assertThat(read(long_).said()).hasSize(300).doesNotContain("\n", "\r");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "Subject: I am on holiday\n\nBack on Monday.",
        "Content-Type: multipart/report; boundary=b\n\nno parts at all",
        "Content-Type: multipart/report; boundary=b\n\n--b\nContent-Type: text/plain\n\nhello\n--b--",
        "Content-Type: multipart/mixed; boundary=b\n\n--b\nContent-Type: message/delivery-status\n\nAction: failed\n--b--",
        "Content-Type: multipart/report\n\n--b",
      })
  void whateverElseComesIn_isNotUnderstood_andNoError(String mail) {
    assertThat(read(mail)).isEqualTo(Returned.NOT_UNDERSTOOD);
  }

  @Test
  void octetsThatAreNoMail_areNotUnderstood() {
    byte[] noise = new byte[5000];
    new java.util.Random(1).nextBytes(noise);
    assertThat(ReportReader.read(noise)).isEqualTo(Returned.NOT_UNDERSTOOD);
  }

  @ParameterizedTest
  @CsvSource({
    "'', REPLY",
    "'Auto-Submitted: no', REPLY",
    "'Auto-Submitted: auto-replied', UNKNOWN"
  })
  void aPersonsAnswer_isAReply_aMachinesIsNot(String header, Returned.Kind kind) {
    String mail =
        """
        From: Aoife <aoife@mail.example>
        In-Reply-To: <m1@quireandthread.example>
        Subject: Re: Did it hold?
        %s

        It did!
        """
            .formatted(header)
            .replace("\n\n\n", "\n\n");
    Returned returned = ReportReader.read(mail.getBytes(java.nio.charset.StandardCharsets.UTF_8));
    assertThat(returned.kind()).isEqualTo(kind);
    if (kind == Returned.Kind.REPLY) {
      assertThat(returned.messageId()).contains("<m1@quireandthread.example>");
    }
  }
}
