package jeton.core.signup;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DomainHintTest {
  @ParameterizedTest
  @CsvSource({
    "Ann@gmial.com, Ann@gmail.com",
    "ann@gmail.con, ann@gmail.com",
    "ann@hotmial.com, ann@hotmail.com",
    "ann@outlok.com, ann@outlook.com",
    "ann@yaho.com, ann@yahoo.com",
    "ann@bindery.con, ann@bindery.com",
    "ann@bindery.ogr, ann@bindery.org"
  })
  void slips_areGuessed(String typed, String meant) {
    assertThat(DomainHint.of(typed)).contains(meant);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "ann@gmail.com",
        "ann@mail.example",
        "ann@quireandthread.example",
        "ann@post.example",
        "ann",
        "@gmial.com",
        "ann@",
        "ann@me.com",
        "ann@mac.com",
        "ann@live.ie"
      })
  void goodOnes_andNonsense_areLeftAlone(String typed) {
    assertThat(DomainHint.of(typed)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"ab, ba, 1", "abc, abc, 0", "abc, abcd, 1", "abcd, acbd, 1", "kitten, sitting, 3"})
  void distance_countsSlips(String a, String b, int slips) {
    assertThat(DomainHint.distance(a, b)).isEqualTo(slips);
  }
}
