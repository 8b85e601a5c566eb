package jeton.server.token;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.OptionalLong;
import java.util.Set;
import jeton.harness.TestServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TokensTest {
  private final Tokens tokens = TestServer.get().bean(Tokens.class);

  private static String changed(String token, int at) {
    char other = token.charAt(at) == 'A' ? 'B' : 'A';
    return token.substring(0, at) + other + token.substring(at + 1);
  }

  @Test
  void randomTokens_differ_andNeedNoEscaping() {
    Set<String> seen = new HashSet<>();
    for (int n = 0; n < 1000; n++) {
      assertThat(Tokens.random()).matches("[A-Za-z0-9_-]{27}");
      seen.add(Tokens.random());
    }
    assertThat(seen).hasSize(1000);
  }

  @ParameterizedTest
  @ValueSource(longs = {0, 1, 255, 65_536, Long.MAX_VALUE})
  void aPersonsToken_isTheirs_andNoOtherOctetFits(long personId) {
    String token = tokens.sign(personId);
    assertThat(tokens.verify(token)).isEqualTo(OptionalLong.of(personId));
    // The last character holds two spare bits or none; every other one counts.
    for (int at = 0; at < token.length() - 1; at++) {
      assertThat(tokens.verify(changed(token, at))).as("changed at %d", at).isEmpty();
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "x", "not base64!", "AAAA", "____________________________________"})
  void whatWeNeverSigned_isNobodys(String token) {
    assertThat(tokens.verify(token)).isEmpty();
    assertThat(tokens.verify("leave", token)).isEmpty();
    assertThat(tokens.unseal(token)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "0, 0",
    "0, 1",
    "1, 0",
    "1, 256",
    "256, 1",
    "9223372036854775807, 9223372036854775807",
  })
  void twoNumbers_comeBackInTheirOrder(long first, long second) {
    String token = tokens.sign("leave", first, second);
    assertThat(tokens.verify("leave", token)).contains(new Tokens.Pair(first, second));
    for (int at = 0; at < token.length(); at++) {
      assertThat(tokens.verify("leave", changed(token, at))).as("changed at %d", at).isEmpty();
    }
  }

  @Test
  void aToken_isGoodForItsPurposeOnly() {
    assertThat(tokens.verify("open", tokens.sign("leave", 3, 4))).isEmpty();
    assertThat(tokens.verify("leave", tokens.sign(3))).isEmpty();
    assertThat(tokens.verify(tokens.sign("leave", 3, 4))).isEmpty();
  }

  @Test
  void theBorderBetweenTwoNumbers_cannotBeMoved() {
    assertThat(tokens.sign("leave", 1, 2)).isNotEqualTo(tokens.sign("leave", 258, 0));
    assertThat(tokens.sign("leave", 0, 258)).isNotEqualTo(tokens.sign("leave", 1, 2));
  }

  @Test
  void aSeal_holdsItsText_andBreaksWhenItIsTouched() {
    String sealed = tokens.seal("lz4k.with.dots");
    assertThat(tokens.unseal(sealed)).contains("lz4k.with.dots");
    assertThat(tokens.unseal(sealed + "A")).isEmpty();
    assertThat(tokens.unseal("x" + sealed)).isEmpty();
    assertThat(tokens.unseal("lz4k.with.dots")).isEmpty();
  }

  @Test
  void keysForOthers_staySame_andDifferByPurpose() {
    assertThat(tokens.keyFor("altcha")).isEqualTo(tokens.keyFor("altcha"));
    assertThat(tokens.keyFor("altcha")).isNotEqualTo(tokens.keyFor("bounces"));
  }
}
