package jeton.core.followup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import jeton.core.Vectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** Rules T1 to T7, T9 and T13 against their vectors. */
class SendTimesTest {

  static Stream<Vectors.Case> cases() {
    return Vectors.cases("send-times");
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("cases")
  void agreesWithVector(Vectors.Case vector) {
    JsonNode in = vector.in();
    JsonNode out = vector.out();
    switch (in.get("kind").asString()) {
      case "step" -> checkStep(in, out);
      case "zone" -> checkZone(in, out);
      case "plan" -> checkPlan(in, out);
      case "next" -> checkNext(in, out);
      case "spacing" -> checkSpacing(in, out);
      default -> fail("unknown kind " + in.get("kind"));
    }
  }

  private static void checkStep(JsonNode in, JsonNode out) {
    if (out.has("refused")) {
      try {
        timing(in.get("step"));
        fail("should be refused as " + out.get("refused"));
      } catch (StepTiming.Refused refused) {
        assertThat(refused.fault().code()).isEqualTo(out.get("refused").asString());
      }
      return;
    }
    Instant due = SendTimes.due(timing(in.get("step")), instant(in, "anchor"), zone(in, "zone"));
    assertThat(due).isEqualTo(instant(out, "due"));
  }

  private static void checkZone(JsonNode in, JsonNode out) {
    Optional<String> person =
        Optional.ofNullable(in.get("personZone")).filter(z -> !z.isNull()).map(JsonNode::asString);
    ZoneId zone =
        SendTimes.zone(zone(in, "businessZone"), in.get("ownZoneWhenKnown").asBoolean(), person);
    assertThat(zone).isEqualTo(zone(out, "zone"));
    assertThat(SendTimes.due(timing(in.get("step")), instant(in, "anchor"), zone))
        .isEqualTo(instant(out, "due"));
  }

  private static void checkPlan(JsonNode in, JsonNode out) {
    List<Step> steps = new ArrayList<>();
    for (JsonNode step : in.get("steps")) {
      boolean ready = step.get("state").asString().equals("ready");
      steps.add(new Step(steps.size(), steps.size() + 1L, ready, timing(step)));
    }
    List<String> plan =
        Plan.ahead(steps, Progress.START, instant(in, "start"), zone(in, "zone")).stream()
            .map(due -> due.step().id() + " " + due.at())
            .toList();
    List<String> expected =
        StreamSupport.stream(out.get("due").spliterator(), false)
            .map(pair -> pair.get(0).asInt() + " " + Instant.parse(pair.get(1).asString()))
            .toList();
    assertThat(plan).isEqualTo(expected);
  }

  private static void checkNext(JsonNode in, JsonNode out) {
    List<Step> steps =
        StreamSupport.stream(in.get("steps").spliterator(), false)
            .map(
                step ->
                    new Step(
                        id(step.get("id")),
                        step.get("rank").asLong(),
                        step.get("state").asString().equals("ready"),
                        StepTiming.after(Wait.AT_ONCE)))
            .toList();
    Set<Long> handled = new HashSet<>();
    in.get("handled").forEach(id -> handled.add(id(id)));
    JsonNode lastRank = in.get("lastRank");
    Progress progress =
        new Progress(
            lastRank.isNull() ? Optional.empty() : Optional.of(lastRank.asLong()), handled);
    JsonNode expected = out.get("next");
    assertThat(progress.next(steps).map(Step::id))
        .isEqualTo(expected.isNull() ? Optional.empty() : Optional.of(id(expected)));
  }

  private static void checkSpacing(JsonNode in, JsonNode out) {
    JsonNode lastSent = in.get("lastSent");
    Instant due =
        SendTimes.spaced(
            timing(in.get("step")),
            instant(in, "anchor"),
            zone(in, "zone"),
            lastSent.isNull() ? Optional.empty() : Optional.of(Instant.parse(lastSent.asString())),
            Duration.ofHours(in.get("spacingHours").asInt()));
    assertThat(due).isEqualTo(instant(out, "due"));
  }

  private static StepTiming timing(JsonNode step) {
    JsonNode wait = step.get("wait");
    Optional<LocalTime> at =
        Optional.ofNullable(step.get("at")).map(t -> LocalTime.parse(t.asString()));
    Set<DayOfWeek> days =
        step.has("days")
            ? StreamSupport.stream(step.get("days").spliterator(), false)
                .map(day -> day(day.asString()))
                .collect(Collectors.toSet())
            : StepTiming.ALL_DAYS;
    Optional<SendingWindow> window =
        Optional.ofNullable(step.get("window"))
            .map(w -> SendingWindow.of(w.get("from").asString(), w.get("to").asString()));
    Wait.Unit unit = Wait.Unit.valueOf(wait.get("unit").asString().toUpperCase(Locale.ROOT));
    return new StepTiming(new Wait(wait.get("amount").asInt(), unit), at, days, window);
  }

  private static DayOfWeek day(String three) {
    return Stream.of(DayOfWeek.values())
        .filter(d -> d.name().startsWith(three))
        .findFirst()
        .orElseThrow();
  }

  private static long id(JsonNode letter) {
    return letter.asString().charAt(0);
  }

  private static Instant instant(JsonNode node, String field) {
    return Instant.parse(node.get(field).asString());
  }

  private static ZoneId zone(JsonNode node, String field) {
    return ZoneId.of(node.get(field).asString());
  }
}
