package jeton.core.trial;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.util.stream.Stream;
import jeton.core.Vectors;
import jeton.core.numbers.Rate;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** Rule X2 against its vectors. */
class TwoVersionsTest {
  private static final Offset<Double> EXACT = within(1e-9);

  static Stream<Vectors.Case> cases() {
    return Vectors.cases("two-versions");
  }

  private static TwoVersions of(JsonNode in) {
    return new TwoVersions(
        new Rate(in.get("kA").asLong(), in.get("nA").asLong()),
        new Rate(in.get("kB").asLong(), in.get("nB").asLong()));
  }

  private static double number(JsonNode out, String name) {
    return Double.parseDouble(out.get(name).asString());
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("cases")
  void agreesWithVector(Vectors.Case c) {
    TwoVersions two = of(c.in());
    switch (c.in().get("kind").asString()) {
      case "chance" -> {
        assertThat(two.chanceOfB()).isCloseTo(number(c.out(), "chanceB"), EXACT);
        assertThat(two.lossOfA()).isCloseTo(number(c.out(), "lossA"), EXACT);
        assertThat(two.lossOfB()).isCloseTo(number(c.out(), "lossB"), EXACT);
      }
      case "stop" ->
          assertThat(
                  two.ends(
                          Instant.parse(c.in().get("startedAt").asString()),
                          Instant.parse(c.in().get("now").asString()))
                      .map(Enum::name)
                      .orElse("go_on"))
              .isEqualTo(c.out().get("decision").asString());
      default -> throw new AssertionError("Unknown kind in " + c);
    }
  }

  @Test
  void bothChances_makeOne_andTheLossesDifferByTheMeans() {
    TwoVersions two = new TwoVersions(new Rate(60, 3012), new Rate(78, 2998));
    TwoVersions turned = new TwoVersions(two.b(), two.a());
    assertThat(two.chanceOfB() + turned.chanceOfB()).isCloseTo(1, within(1e-12));
    assertThat(two.lossOfA() - two.lossOfB()).isCloseTo(79.0 / 3000 - 61.0 / 3014, within(1e-12));
  }
}
