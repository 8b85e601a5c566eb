package jeton.core.numbers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.stream.Stream;
import jeton.core.Vectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Rule N2 against its vectors. */
class RateTest {

  static Stream<Vectors.Case> cases() {
    return Vectors.cases("wilson");
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("cases")
  void agreesWithVector(Vectors.Case vector) {
    Rate rate = new Rate(vector.in().get("successes").asLong(), vector.in().get("n").asLong());
    assertThat(rate.low())
        .isCloseTo(Double.parseDouble(vector.out().get(0).asString()), within(1e-9));
    assertThat(rate.high())
        .isCloseTo(Double.parseDouble(vector.out().get(1).asString()), within(1e-9));
  }

  @Test
  void nobodyYet_couldBeAnything() {
    Rate rate = new Rate(0, 0);
    assertThat(rate.low()).isZero();
    assertThat(rate.high()).isEqualTo(1);
    assertThat(rate.share()).isZero();
  }

  @Test
  void interval_isShownBelow400Only() {
    assertThat(new Rate(1, 399).intervalShown()).isTrue();
    assertThat(new Rate(1, 400).intervalShown()).isFalse();
  }

  @Test
  void moreSuccessesThanPeople_isRefused() {
    assertThatThrownBy(() -> new Rate(3, 2)).hasMessageContaining("3 of 2");
  }
}
