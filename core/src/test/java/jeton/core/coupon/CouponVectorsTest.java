package jeton.core.coupon;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.Vectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** C2 to C4, case by case: codes are made and read, discounts given or refused. */
class CouponVectorsTest {

  static Stream<Vectors.Case> codes() {
    return Vectors.cases("coupon-codes");
  }

  static Stream<Vectors.Case> discounts() {
    return Vectors.cases("discounts");
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("codes")
  void codes_areMadeAndRead(Vectors.Case one) {
    if (one.in().get("kind").asString().equals("check")) {
      String payload = one.in().get("payload").asString();
      char check = CodeShape.checkSymbol(payload);
      assertThat(Character.toString(check)).isEqualTo(one.out().get("check").asString());
      assertThat(payload + check).isEqualTo(one.out().get("code").asString());
      return;
    }
    CodeShape shape = shape(one.in());
    CodeShape.Reading read = shape.read(one.in().get("typed").asString());
    assertThat(read.status().name().toLowerCase(Locale.ROOT))
        .isEqualTo(one.out().get("status").asString());
    assertThat(read.key()).isEqualTo(one.out().path("canonical").asString(""));
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("discounts")
  void discounts_areGivenOrRefused(Vectors.Case one) {
    JsonNode t = one.in().get("terms");
    JsonNode o = one.in().get("order");
    Terms terms =
        new Terms(
            worth(t.get("worth")),
            "",
            "",
            t.has("leastOrderMinor") ? t.get("leastOrderMinor").asLong() : 0,
            date(t, "startsOn"),
            date(t, "endsOn"),
            number(t, "endsDaysAfterIssue"),
            number(t, "usesPerCode"),
            number(t, "usesInAll"));
    Terms.Order order =
        new Terms.Order(
            o.get("subtotalMinor").asLong(),
            o.get("currency").asString(),
            Instant.parse(o.get("at").asString()));
    Instant issued = t.has("issuedAt") ? Instant.parse(t.get("issuedAt").asString()) : order.at();
    JsonNode uses = one.in().get("uses");
    Optional<Refusal> refused =
        ofCode(one.in().path("code"))
            .or(
                () ->
                    terms.refusal(
                        issued,
                        ZoneId.of(t.get("zone").asString()),
                        new Terms.Uses(uses.get("code").asLong(), uses.get("all").asLong()),
                        order));
    if (one.out().has("refused")) {
      assertThat(refused.map(Refusal::code)).contains(one.out().get("refused").asString());
    } else {
      assertThat(refused).isEmpty();
      assertThat(terms.worth().discount(order.eligible()))
          .isEqualTo(one.out().get("discountMinor").asLong());
    }
  }

  /** Mistyped or unknown, as the shop's desk finds it. */
  private static Optional<Refusal> ofCode(JsonNode code) {
    if (code.isMissingNode()) {
      return Optional.empty();
    }
    CodeShape.Reading read = shape(code).read(code.get("typed").asString());
    if (read.status() == CodeShape.Status.MISTYPED) {
      return Optional.of(Refusal.MISTYPED);
    }
    boolean issued =
        code.get("issued").valueStream().anyMatch(i -> i.asString().equals(read.key()));
    return issued ? Optional.empty() : Optional.of(Refusal.UNKNOWN);
  }

  private static CodeShape shape(JsonNode in) {
    JsonNode prefix = in.get("prefix");
    return new CodeShape(prefix.isNull() ? "" : prefix.asString(), in.get("symbols").asInt());
  }

  private static Worth worth(JsonNode worth) {
    return switch (worth.get("kind").asString().toUpperCase(Locale.ROOT)) {
      case "PERCENT" ->
          Worth.percent(
              new BigDecimal(worth.get("percent").asString()).movePointRight(2).intValueExact());
      case "AMOUNT" -> Worth.amount(worth.get("amountMinor").asLong());
      case "FREE_SHIPPING" -> new Worth(Worth.Kind.FREE_SHIPPING, 0, 0, "");
      default -> new Worth(Worth.Kind.WORDS, 0, 0, "A bookmark with every order");
    };
  }

  private static Optional<LocalDate> date(JsonNode in, String name) {
    return in.has(name) ? Optional.of(LocalDate.parse(in.get(name).asString())) : Optional.empty();
  }

  private static Optional<Integer> number(JsonNode in, String name) {
    return in.has(name) ? Optional.of(in.get(name).asInt()) : Optional.empty();
  }
}
