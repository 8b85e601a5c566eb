package jeton.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.stream.Stream;
import jeton.core.Vectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Rule X1, by its vectors. */
class TrialTest {
  static Stream<Vectors.Case> cases() {
    return Vectors.cases("shares");
  }

  @ParameterizedTest
  @MethodSource("cases")
  void everybodyGetsTheirVersion(Vectors.Case c) {
    String trial = c.in().get("trial").asString();
    String visitor = c.in().get("visitor").asString();
    int share = Trial.hundredths(new BigDecimal(c.in().get("shareA").asString()));
    assertThat(Trial.bucket(trial, visitor)).isEqualTo(c.out().get("bucket").asInt());
    assertThat(Trial.version(trial, visitor, share).name())
        .isEqualTo(c.out().get("version").asString());
  }
}
