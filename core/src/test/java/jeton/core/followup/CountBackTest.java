package jeton.core.followup;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jeton.core.Vectors;
import jeton.core.coupon.Terms;
import jeton.core.coupon.Worth;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** T15 and the end of a code (C3), case by case. */
class CountBackTest {

  static Stream<Vectors.Case> cases() {
    return Vectors.cases("count-back");
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("cases")
  void endsAndStepsBeforeThem(Vectors.Case one) {
    JsonNode in = one.in();
    ZoneId zone = ZoneId.of(in.get("zone").asString());
    if (in.get("kind").asString().equals("end")) {
      assertThat(terms(in).end(moment(in, "issuedAt").orElse(Instant.EPOCH), zone))
          .isEqualTo(moment(one.out(), "end"));
      return;
    }
    CountBack when =
        SendTimes.countBack(
            timing(in.get("step")),
            moment(in, "end"),
            moment(in, "reached").orElseThrow(),
            zone,
            moment(in, "lastSent"),
            Duration.ofHours(in.has("spacingHours") ? in.get("spacingHours").asLong() : 0));
    assertThat(when.due()).isEqualTo(moment(one.out(), "due"));
    assertThat(when.skip().map(skip -> skip.name().toLowerCase(Locale.ROOT)).orElse(""))
        .isEqualTo(one.out().path("skipped").asString(""));
  }

  private static Terms terms(JsonNode in) {
    return new Terms(
        Worth.percent(1000),
        "EUR",
        "",
        0,
        Optional.empty(),
        in.hasNonNull("endsOn")
            ? Optional.of(LocalDate.parse(in.get("endsOn").asString()))
            : Optional.empty(),
        in.hasNonNull("endsDaysAfterIssue")
            ? Optional.of(in.get("endsDaysAfterIssue").asInt())
            : Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private static StepTiming timing(JsonNode step) {
    Set<DayOfWeek> days =
        step.has("days")
            ? step.get("days").valueStream().map(d -> day(d.asString())).collect(Collectors.toSet())
            : StepTiming.ALL_DAYS;
    Optional<SendingWindow> window =
        step.has("window")
            ? Optional.of(
                SendingWindow.of(
                    step.get("window").get("from").asString(),
                    step.get("window").get("to").asString()))
            : Optional.empty();
    return new StepTiming(
        Wait.AT_ONCE,
        Optional.of(LocalTime.parse(step.get("at").asString())),
        days,
        window,
        Optional.of(step.get("daysBefore").asInt()));
  }

  private static DayOfWeek day(String name) {
    return Arrays.stream(DayOfWeek.values())
        .filter(day -> day.name().startsWith(name))
        .findFirst()
        .orElseThrow();
  }

  private static Optional<Instant> moment(JsonNode in, String name) {
    return in.hasNonNull(name)
        ? Optional.of(Instant.parse(in.get(name).asString()))
        : Optional.empty();
  }
}
