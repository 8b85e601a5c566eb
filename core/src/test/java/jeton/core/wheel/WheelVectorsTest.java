package jeton.core.wheel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.Vectors;
import jeton.core.numbers.Share;
import jeton.core.signup.Mailbox;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** W1 to W4 and S11, case by case. */
class WheelVectorsTest {
  private static final double CLOSE = 1e-9;

  static Stream<Vectors.Case> wheels() {
    return Vectors.cases("wheel");
  }

  static Stream<Vectors.Case> spins() {
    return Vectors.cases("spins");
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("wheels")
  void wheel(Vectors.Case one) {
    JsonNode in = one.in();
    JsonNode out = one.out();
    Wheel wheel = wheel(in.get("slices"));
    switch (in.get("kind").asString()) {
      case "chances" -> {
        Wheel after = after(wheel, in.get("draws"));
        assertThat(after.slices().stream().map(s -> s.stock().orElse(null)).toList())
            .isEqualTo(list(out.get("stock"), n -> n.isNull() ? null : n.asInt()));
        assertThat(after.chances().stream().map(Share::reduced).toList())
            .isEqualTo(list(out.get("chances"), JsonNode::asString));
        assertThat(after.chances().stream().map(chance -> chance.decimal(12)).toList())
            .isEqualTo(list(out.get("decimals"), JsonNode::asString));
      }
      case "cost" -> {
        Share cost = after(wheel, in.get("draws")).cost();
        assertThat(cost.reduced()).isEqualTo(out.get("cost").asString());
        assertThat(cost.decimal(12)).isEqualTo(out.get("decimal").asString());
      }
      case "chi_square" ->
          fairness(Fairness.of(wheel.chances(), list(in.get("observed"), JsonNode::asLong)), out);
      case "chi_square_log" -> {
        Fairness found = Fairness.of(wheel, list(in.get("draws"), JsonNode::asInt));
        fairness(found, out);
        assertThat(found.observed()).isEqualTo(list(out.get("observed"), JsonNode::asLong));
      }
      default -> throw new AssertionError(in.get("kind"));
    }
  }

  private static void fairness(Fairness found, JsonNode out) {
    assertThat(found.expected().stream().map(share -> share.decimal(10)).toList())
        .isEqualTo(list(out.get("expected"), JsonNode::asString));
    assertThat(found.statistic())
        .isCloseTo(Double.parseDouble(out.get("statistic").asString()), within(CLOSE));
    assertThat(found.degrees()).isEqualTo(out.get("df").asInt());
    if (out.get("p").isNull()) {
      assertThat(found.p()).isEmpty();
    } else {
      assertThat(found.p().orElseThrow())
          .isCloseTo(Double.parseDouble(out.get("p").asString()), within(CLOSE));
    }
  }

  private static Wheel wheel(JsonNode slices) {
    return new Wheel(
        list(
            slices,
            slice ->
                new Slice(
                    slice.get("label").asString(),
                    new BigDecimal(slice.get("weight").asString()),
                    slice.get("stock").isNull()
                        ? Optional.empty()
                        : Optional.of(slice.get("stock").asInt()),
                    slice.get("costMinor").asLong())));
  }

  private static Wheel after(Wheel wheel, JsonNode draws) {
    Wheel now = wheel;
    for (JsonNode place : draws) {
      now = now.drawn(place.asInt());
    }
    return now;
  }

  private static <T> List<T> list(JsonNode nodes, java.util.function.Function<JsonNode, T> one) {
    List<T> all = new ArrayList<>();
    nodes.forEach(node -> all.add(one.apply(node)));
    return all;
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("spins")
  void spin(Vectors.Case one) {
    JsonNode in = one.in();
    switch (in.get("kind").asString()) {
      case "spin" -> {
        boolean periods = in.get("days").asInt() > 0;
        SpinLimits limits =
            new SpinLimits(
                in.get("spins").asInt(),
                in.get("days").asInt(),
                periods ? LocalDate.parse(in.get("firstDay").asString()) : LocalDate.EPOCH,
                periods ? LocalTime.parse(in.get("at").asString()) : LocalTime.MIDNIGHT,
                Duration.ofHours(in.get("gapHours").asInt()));
        SpinLimits.Verdict verdict =
            limits.judge(moments(in.get("log")), now(in), ZoneId.of(in.get("zone").asString()));
        assertThat(verdict.allowed()).isEqualTo(one.out().get("allowed").asBoolean());
        JsonNode next = one.out().get("next");
        assertThat(verdict.next())
            .isEqualTo(
                next == null || next.isNull()
                    ? Optional.empty()
                    : Optional.of(Instant.parse(next.asString())));
      }
      case "run_out" -> {
        JsonNode stock = in.get("stock");
        JsonNode date = one.out().get("date");
        assertThat(
                RunOut.day(
                    stock.isNull() ? Optional.empty() : Optional.of(stock.asInt()),
                    moments(in.get("draws")),
                    now(in),
                    ZoneId.of(in.get("zone").asString())))
            .isEqualTo(
                date.isNull() ? Optional.empty() : Optional.of(LocalDate.parse(date.asString())));
      }
      case "mailbox" ->
          assertThat(
                  Mailbox.key(
                      in.get("address").asString(), list(in.get("dotless"), JsonNode::asString)))
              .isEqualTo(one.out().get("key").asString());
      default -> throw new AssertionError(in.get("kind"));
    }
  }

  private static Instant now(JsonNode in) {
    return Instant.parse(in.get("now").asString());
  }

  private static List<Instant> moments(JsonNode log) {
    return list(log, moment -> Instant.parse(moment.asString()));
  }
}
