package jeton.core.mailing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import jeton.core.Vectors;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** Rule B2, by its vectors. */
class RepeatTest {
  private static final List<String> DAYS = List.of("MON", "TUE", "WED", "THU", "FRI", "SAT", "SUN");

  static Stream<Vectors.Case> cases() {
    return Vectors.cases("repeats");
  }

  @ParameterizedTest
  @MethodSource("cases")
  void comesWhenItShould(Vectors.Case c) {
    Repeat repeat = repeat(c.in().get("repeat"));
    Problems problems = new Problems();
    repeat.check("repeat", problems);
    if (c.out().has("refused")) {
      assertThat(problems.list())
          .extracting(Problem::code)
          .containsExactly(c.out().get("refused").asString());
      return;
    }
    assertThat(problems.list()).isEmpty();
    Repeat.Course course =
        new Repeat.Course(
            repeat,
            LocalDateTime.parse(c.in().get("start").asString()),
            LocalTime.parse(c.in().get("at").asString()),
            Optional.ofNullable(c.in().get("until")).map(d -> LocalDate.parse(d.asString())),
            Optional.ofNullable(c.in().get("times")).map(JsonNode::asInt));
    assertThat(
            course.moments(ZoneId.of(c.in().get("zone").asString()), c.in().get("asked").asInt()))
        .containsExactlyElementsOf(
            StreamSupport.stream(c.out().get("moments").spliterator(), false)
                .map(moment -> Instant.parse(moment.asString()))
                .toList());
  }

  @Test
  void onesThatNeverCome_areNoEndlessSearch() {
    Repeat everyYearAndMore = new Repeat(Repeat.Unit.DAYS, 365, Set.of(), null, null);
    Repeat.Course course =
        new Repeat.Course(
            everyYearAndMore,
            LocalDateTime.parse("2026-05-06T10:00"),
            LocalTime.of(9, 0),
            Optional.of(LocalDate.parse("2026-12-31")),
            null);
    assertThat(course.moments(ZoneId.of("Europe/Dublin"), 3)).isEmpty();
    assertThat(course.moment(ZoneId.of("Europe/Dublin"), 0)).isEmpty();
  }

  @Test
  void whatCannotBeMeant_isRefused() {
    assertThat(codes(new Repeat(Repeat.Unit.DAYS, 0, null, null, null)))
        .containsExactly("bad_every");
    assertThat(codes(new Repeat(Repeat.Unit.WEEKS, 1, null, null, null))).containsExactly("empty");
    assertThat(codes(new Repeat(Repeat.Unit.MONTHS, 366, null, Optional.of(32), null)))
        .containsExactly("bad_every", "bad_day");
    assertThat(codes(new Repeat(Repeat.Unit.MONTHS, 1, null, null, null)))
        .containsExactly("one_weekday", "week_not_offered");
  }

  private static List<String> codes(Repeat repeat) {
    Problems problems = new Problems();
    repeat.check("repeat", problems);
    return problems.list().stream().map(Problem::code).toList();
  }

  private static Repeat repeat(JsonNode node) {
    Set<DayOfWeek> weekdays = EnumSet.noneOf(DayOfWeek.class);
    if (node.has("weekdays")) {
      node.get("weekdays").forEach(day -> weekdays.add(weekday(day)));
    }
    if (node.has("weekday")) {
      weekdays.add(weekday(node.get("weekday")));
    }
    return new Repeat(
        Repeat.Unit.valueOf(node.get("unit").asString().toUpperCase(Locale.ROOT)),
        node.get("every").asInt(),
        weekdays,
        Optional.ofNullable(node.get("day")).map(JsonNode::asInt),
        Optional.ofNullable(node.get("week")).map(RepeatTest::week));
  }

  /** The vectors say “last” in words; a fifth is offered by nobody. */
  private static int week(JsonNode week) {
    if (week.isString()) {
      return Repeat.LAST;
    }
    return week.asInt() == Repeat.LAST ? Repeat.LAST + 1 : week.asInt();
  }

  private static DayOfWeek weekday(JsonNode name) {
    return DayOfWeek.of(DAYS.indexOf(name.asString()) + 1);
  }
}
