package jeton.server.email;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.mail.internet.MimeUtility;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Random;
import jeton.server.smtp.Octets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** RFC 2045, 6.7, with the mail library as the independent reader. */
class QuotedPrintableTest {
  private static final String[] PIECES = {
    "a", "plain words ", "=", "é", "Ⓙ", "🧵", "\t", "  ", "\r\n", "\r\n.\r\n", "שלום", "\u0000"
  };

  private static String encoded(String text) {
    Octets out = new Octets(16);
    QuotedPrintable.encode(text, out);
    return new String(out.toArray(), StandardCharsets.US_ASCII);
  }

  private static String decoded(String encoded) throws Exception {
    byte[] octets = encoded.getBytes(StandardCharsets.US_ASCII);
    return new String(
        MimeUtility.decode(new ByteArrayInputStream(octets), "quoted-printable").readAllBytes(),
        StandardCharsets.UTF_8);
  }

  @ParameterizedTest
  @CsvSource({
    "a=b, a=3Db",
    "Zoë, Zo=C3=AB",
    "'two  ', 'two =20'",
    "'tab\t', tab=09",
    "'',''",
  })
  void whatIsNotPlain_isWrittenInFull(String text, String expected) {
    assertThat(encoded(text)).isEqualTo(expected);
  }

  @ParameterizedTest
  @ValueSource(strings = {"one\ntwo", "one\rtwo", "one\r\ntwo"})
  void everyLineEnd_isCrlf(String text) {
    assertThat(encoded(text)).isEqualTo("one\r\ntwo");
  }

  @Test
  void aBlankBeforeALineEnd_isKept() throws Exception {
    assertThat(encoded("one \r\ntwo")).isEqualTo("one=20\r\ntwo");
    assertThat(decoded(encoded("one \r\ntwo"))).isEqualTo("one \r\ntwo");
  }

  @Test
  void anyText_comesBackAsItWas_inLinesThatAreShortEnough() throws Exception {
    Random random = new Random(7);
    for (int n = 0; n < 500; n++) {
      StringBuilder text = new StringBuilder();
      for (int length = random.nextInt(120); length > 0; length--) {
        text.append(PIECES[random.nextInt(PIECES.length)]);
      }
      String encoded = encoded(text.toString());
      assertThat(decoded(encoded)).isEqualTo(text.toString());
      assertThat(Arrays.stream(encoded.split("\r\n", -1)))
          .allMatch(line -> line.length() <= QuotedPrintable.LONGEST_LINE)
          .noneMatch(line -> line.endsWith(" ") || line.endsWith("\t"));
      assertThat(encoded).matches("[\\x20-\\x7E\\r\\n\\t]*");
    }
  }
}
