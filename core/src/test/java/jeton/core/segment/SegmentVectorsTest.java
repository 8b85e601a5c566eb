package jeton.core.segment;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import jeton.core.Vectors;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** Rule L3, by its vectors. */
class SegmentVectorsTest {
  static Stream<Vectors.Case> cases() {
    return Vectors.cases("segments");
  }

  @ParameterizedTest
  @MethodSource("cases")
  void holdsForThoseItShould(Vectors.Case c) {
    Criterion.Group segment = (Criterion.Group) SegmentJson.question(c.in().get("segment"));
    JsonNode fields = c.in().get("fields");
    Asking asking =
        new Asking(
            key ->
                Optional.ofNullable(fields.get(key))
                    .map(kind -> FieldKind.valueOf(SegmentJson.constant(kind.asString()))),
            ZoneId.of(c.in().get("zone").asString()),
            Instant.parse(c.in().get("now").asString()));
    Problems problems = new Problems();
    segment.check("segment", asking.fields(), problems);
    if (c.out().has("refused")) {
      assertThat(problems.list())
          .extracting(Problem::code)
          .containsExactly(c.out().get("refused").asString());
      return;
    }
    assertThat(problems.list()).isEmpty();
    List<String> found = new ArrayList<>();
    c.in()
        .get("people")
        .forEach(
            person -> {
              if (segment.fits(SegmentJson.facts(person), asking)) {
                found.add(person.get("name").asString());
              }
            });
    assertThat(found)
        .containsExactlyElementsOf(
            StreamSupport.stream(c.out().get("matches").spliterator(), false)
                .map(JsonNode::asString)
                .toList());
  }
}
