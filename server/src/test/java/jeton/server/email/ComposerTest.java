package jeton.server.email;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import jeton.harness.TestServer;
import jeton.server.business.BusinessSettings;
import jeton.server.smtp.RawEmail;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Emails as they go over the wire, read by the mail library. */
class ComposerTest {
  private static final Instant AT = Instant.parse("2026-11-05T08:00:00Z");
  private static final Composer.Envelope TO_AOIFE =
      new Composer.Envelope(
          "<one@q.example>",
          "aoife@mail.example",
          Optional.of("https://j.example/u/x"),
          Optional.empty(),
          AT);

  private static WrittenEmail written(String subject, String html, String plain) {
    return new WrittenEmail(subject, "", html, plain);
  }

  private static RawEmail compose(WrittenEmail email) {
    return Composer.compose(email, TO_AOIFE, TestServer.quireAndThread());
  }

  private static MimeMessage read(RawEmail email) throws Exception {
    return new MimeMessage(
        Session.getInstance(new Properties()), new ByteArrayInputStream(email.octets()));
  }

  @Test
  void itIsReadAsItWasWritten() throws Exception {
    String html = "<p>Hello Zoë 🧵 = שלום</p>\n<p>.</p>\n" + "long ".repeat(500);
    MimeMessage email = read(compose(written("Did it hold?", html, "Hello Zoë\n.\n-- \nQuire")));
    assertThat(email.getSubject()).isEqualTo("Did it hold?");
    assertThat(email.getMessageID()).isEqualTo("<one@q.example>");
    assertThat(email.getSentDate()).isEqualTo(AT);
    assertThat(email.getAllRecipients()).containsExactly(new InternetAddress("aoife@mail.example"));
    MimeMultipart parts = (MimeMultipart) email.getContent();
    assertThat(parts.getContentType()).startsWith("multipart/alternative");
    assertThat(parts.getBodyPart(0).getContent().toString().replace("\r\n", "\n"))
        .isEqualTo("Hello Zoë\n.\n-- \nQuire");
    assertThat(parts.getBodyPart(1).getContent().toString().replace("\r\n", "\n")).isEqualTo(html);
    assertThat(parts.getBodyPart(1).getContentType()).isEqualTo("text/html; charset=UTF-8");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Did it hold, Zoë?",
        "🧵 Thread, and 🪡 needle",
        "האם זה החזיק?",
        "A subject that is a good deal longer than a line of an email may be before it has to be folded into two",
        "",
      })
  void anySubject_comesBack_inLinesThatAreShortEnough(String subject) throws Exception {
    RawEmail email = compose(written(subject, "x", "x"));
    assertThat(Optional.ofNullable(read(email).getSubject()).orElse("")).isEqualTo(subject);
    String top = new String(email.octets(), StandardCharsets.US_ASCII).split("\r\n\r\n")[0];
    assertThat(Arrays.stream(top.split("\r\n"))).allMatch(line -> line.length() <= 98);
  }

  @Test
  void oneCanLeave_byTheMailProgramsOwnButton() {
    RawEmail email = compose(written("a", "b", "c"));
    assertThat(email.headers())
        .contains(
            new RawEmail.Header("List-Unsubscribe", "<https://j.example/u/x>"),
            new RawEmail.Header("List-Unsubscribe-Post", "List-Unsubscribe=One-Click"));
    RawEmail confirmation =
        Composer.compose(
            written("a", "b", "c"),
            new Composer.Envelope(
                "<one@q.example>", "a@mail.example", Optional.empty(), Optional.empty(), AT),
            TestServer.quireAndThread());
    assertThat(confirmation.headers())
        .extracting(RawEmail.Header::name)
        .doesNotContain("List-Unsubscribe", "List-Unsubscribe-Post")
        .contains("Auto-Submitted");
  }

  @ParameterizedTest
  @ValueSource(strings = {"Hello\r\nBcc: all@mail.example", "Hello\nBcc: x", "Hello\rBcc: x"})
  void aLineBreakInASubject_makesNoHeader(String subject) throws Exception {
    try {
      MimeMessage email = read(compose(written(subject, "b", "c")));
      assertThat(email.getHeader("Bcc")).isNull();
    } catch (IllegalStateException refused) {
      assertThat(refused).hasMessageContaining("Subject");
    }
  }

  @Test
  void aLineBreakInAnAddress_isRefused() {
    Composer.Envelope forged =
        new Composer.Envelope(
            "<one@q.example>",
            "a@mail.example\r\nBcc: b@mail.example",
            Optional.empty(),
            Optional.empty(),
            AT);
    assertThatThrownBy(
            () -> Composer.compose(written("a", "b", "c"), forged, TestServer.quireAndThread()))
        .isInstanceOf(IllegalStateException.class)
        .hasMessageContaining("To");
  }

  @Test
  void theSender_isTheBusiness_withItsName() throws Exception {
    BusinessSettings business = TestServer.quireAndThread();
    MimeMessage email = read(compose(written("a", "b", "c")));
    assertThat(List.of(email.getFrom()))
        .containsExactly(
            new InternetAddress(business.senderEmail(), business.senderName(), "UTF-8"));
  }
}
