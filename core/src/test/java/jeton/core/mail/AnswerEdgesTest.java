package jeton.core.mail;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Answers at the edges of their hundreds. */
class AnswerEdgesTest {

  @ParameterizedTest
  @CsvSource({
    "199, AWAY",
    "200, TAKEN",
    "399, TAKEN",
    "400, BUSY",
    "421, AWAY",
    "452, FULL",
    "499, BUSY",
    "500, EMAIL_REFUSED"
  })
  void aBareCode_isReadByItsHundred(int code, AnswerClass read) {
    assertThat(AnswerClass.of(code, "")).isEqualTo(read);
  }

  @ParameterizedTest
  @CsvSource({
    "450, 4.2.2 full, FULL",
    "552, 5.2.2 full, FULL",
    "550, 5.2.3 too large, EMAIL_REFUSED"
  })
  void aFullMailbox_isKnownByItsEnhancedCode(int code, String said, AnswerClass read) {
    assertThat(AnswerClass.of(code, said)).isEqualTo(read);
  }
}
