package jeton.server.dkim;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.Signature;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.server.smtp.RawEmail;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** RFC 6376; whole emails are verified by another library in {@link DeliveryTest}. */
class DkimSignerTest {
  private static KeyPair keys;

  @BeforeAll
  static void makeKeys() throws Exception {
    KeyPairGenerator generator = KeyPairGenerator.getInstance("RSA");
    generator.initialize(2048);
    keys = generator.generateKeyPair();
  }

  private static RawEmail email(String body, RawEmail.Header... headers) {
    return new RawEmail("hello@q.example", "aoife@mail.example", List.of(headers), octets(body));
  }

  private static byte[] octets(String text) {
    return text.getBytes(StandardCharsets.US_ASCII);
  }

  private static String signature(RawEmail email) {
    RawEmail signed =
        new DkimSigner("q.example", "jeton202611", keys.getPrivate().getEncoded()).sign(email);
    assertThat(signed.headers().get(0).name()).isEqualTo("DKIM-Signature");
    assertThat(signed.headers().subList(1, signed.headers().size())).isEqualTo(email.headers());
    return signed.headers().get(0).value();
  }

  private static String tag(String signature, String name) {
    Matcher tag =
        Pattern.compile("(?:^|;)\\s*" + name + "=([^;]*)").matcher(signature.replace("\r\n", ""));
    assertThat(tag.find()).as(name).isTrue();
    return tag.group(1).replace(" ", "");
  }

  @ParameterizedTest
  @CsvSource({
    "' C \r\nD \t E\r\n\r\n\r\n', ' C\r\nD E\r\n'",
    "'one', 'one\r\n'",
    "'\r\n\r\n', ''",
    "'', ''",
    "'one\r\n\r\ntwo\r\n', 'one\r\n\r\ntwo\r\n'",
    "' \t \r\none', '\r\none\r\n'",
  })
  void theBody_isRelaxed_asInTheStandardsExample(String body, String expected) {
    assertThat(new String(DkimSigner.relaxed(octets(body)), StandardCharsets.US_ASCII))
        .isEqualTo(expected);
  }

  @ParameterizedTest
  @CsvSource({
    "' X', a:X",
    "' Y\t\r\n\tZ  ', a:Y Z",
    "'', 'a:'",
    "'   ', 'a:'",
    "'one\r\n two   three', a:one two three",
  })
  void headers_areRelaxed_asInTheStandardsExample(String value, String expected) {
    StringBuilder relaxed = new StringBuilder();
    DkimSigner.relaxed("a", value, relaxed);
    assertThat(relaxed).hasToString(expected);
  }

  @Test
  void theSignature_isOverTheHeadersItNames_andItself_withoutItsValue() throws Exception {
    RawEmail email =
        email(
            "Hello\r\n",
            new RawEmail.Header("From", "Quire & Thread <hello@q.example>"),
            new RawEmail.Header("Subject", "A\r\n  folded one"),
            new RawEmail.Header("Auto-Submitted", "auto-generated"));
    String signature = signature(email);
    assertThat(tag(signature, "h")).isEqualTo("from:subject");
    assertThat(tag(signature, "d")).isEqualTo("q.example");
    assertThat(tag(signature, "s")).isEqualTo("jeton202611");
    String itself =
        ("v=1; a=rsa-sha256; c=relaxed/relaxed; d=q.example; s=jeton202611; h=from:subject; bh="
            + tag(signature, "bh")
            + "; b=");
    String signed =
        "from:Quire & Thread <hello@q.example>\r\nsubject:A folded one\r\ndkim-signature:" + itself;
    Signature check = Signature.getInstance("SHA256withRSA");
    check.initVerify(keys.getPublic());
    check.update(octets(signed));
    assertThat(check.verify(Base64.getDecoder().decode(tag(signature, "b")))).isTrue();
  }

  @Test
  void noLineOfIt_isLong() {
    assertThat(Arrays.stream(signature(email("x", new RawEmail.Header("From", "a"))).split("\r\n")))
        .allMatch(line -> line.length() <= 78);
  }

  @Test
  void anotherBody_hasAnotherHash() {
    assertThat(tag(signature(email("one")), "bh")).isNotEqualTo(tag(signature(email("two")), "bh"));
    assertThat(tag(signature(email("one  two")), "bh"))
        .as("blanks in a row count as one")
        .isEqualTo(tag(signature(email("one two\r\n")), "bh"));
  }
}
