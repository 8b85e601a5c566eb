package jeton.core.handover;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.Vectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** P2, case by case: which requests are one use, and which are refused. */
class PassUseTest {

  static Stream<Vectors.Case> cases() {
    return Vectors.cases("pass-uses");
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("cases")
  void everyRequest_isJudged(Vectors.Case one) {
    Optional<Instant> expires =
        one.in().get("expires").isNull()
            ? Optional.empty()
            : Optional.of(Instant.parse(one.in().get("expires").asString()));
    Optional<Integer> most =
        one.in().get("mostUses").isNull()
            ? Optional.empty()
            : Optional.of(one.in().get("mostUses").asInt());
    Map<String, PassUse> running = new HashMap<>();
    int used = 0;
    int i = 0;
    for (JsonNode request : one.in().get("log")) {
      String file = request.get(0).asString();
      Instant at = Instant.parse(request.get(1).asString());
      PassUse.Answer answer =
          PassUse.judge(
              Optional.ofNullable(running.get(file)), PassStatus.of(expires, most, used, at), at);
      if (answer == PassUse.Answer.COUNTED) {
        used++;
        running.put(file, new PassUse(at, at));
      } else if (answer == PassUse.Answer.CONTINUES) {
        running.put(file, new PassUse(running.get(file).first(), at));
      }
      JsonNode wanted = one.out().get("answers").get(i++);
      assertThat(answer.name().toLowerCase(Locale.ROOT)).isEqualTo(wanted.get(0).asString());
      assertThat(used).isEqualTo(wanted.get(1).asInt());
    }
  }

  @Test
  void aFile_isHandedOut_whereTheUseCountsOrGoesOn() {
    assertThat(java.util.Arrays.stream(PassUse.Answer.values()).filter(PassUse.Answer::opens))
        .containsExactly(PassUse.Answer.CONTINUES, PassUse.Answer.COUNTED);
  }
}
