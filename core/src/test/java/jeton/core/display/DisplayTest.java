package jeton.core.display;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.StreamSupport;
import jeton.core.Vectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

class DisplayTest {
  private static final Instant NOW = Instant.parse("2026-05-10T12:00:00Z");
  private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
  private static final Visit SOMEBODY =
      new Visit("https://shop.example/papers", "", "", false, 1, false, Set.of(), Map.of());

  static java.util.stream.Stream<Vectors.Case> vectors() {
    return Vectors.cases("page-patterns");
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("vectors")
  void agreesWithVector(Vectors.Case c) {
    switch (c.in().get("kind").asString()) {
      case "match" ->
          assertThat(pattern(c.in().get("pattern")).matches(c.in().get("url").asString()))
              .isEqualTo(c.out().get("matches").asBoolean());
      case "lists" ->
          assertThat(
                  new Pages(patterns(c.in().get("onlyOn")), patterns(c.in().get("notOn")))
                      .include(c.in().get("url").asString()))
              .isEqualTo(c.out().get("shown").asBoolean());
      case "often" -> assertThat(mayShow(c.in())).isEqualTo(c.out().get("mayShow").asBoolean());
      case "choice" -> assertThat(chosen(c.in())).isEqualTo(texts(c.out().get("chosen")));
      default -> throw new AssertionError("Unknown kind in " + c);
    }
  }

  private static boolean mayShow(JsonNode in) {
    JsonNode facts = in.get("facts");
    JsonNode limits = in.get("limits");
    Frequency frequency =
        new Frequency(
            number(limits.get("daysAfterClose")),
            number(limits.get("daysAfterDecline")),
            number(limits.get("atMost")));
    Frequency.Past past =
        new Frequency.Past(
            moment(facts.get("closedAt")),
            moment(facts.get("declinedAt")),
            facts.get("shownCount").asInt(),
            facts.get("signedUp").asBoolean());
    return frequency.restsBecause(past, Instant.parse(in.get("now").asString())).isEmpty();
  }

  private static List<String> chosen(JsonNode in) {
    List<Display.Candidate> candidates = new ArrayList<>();
    for (JsonNode c : in.get("candidates")) {
      DisplayRules rules =
          new DisplayRules(
              Pages.ALL,
              Audience.NOT_YET_SIGNED_UP,
              Frequency.ALWAYS,
              Season.ALWAYS,
              new Trigger(Trigger.Kind.AT_ONCE, 0),
              c.get("priority").asInt());
      String shape = c.get("shape").asString();
      candidates.add(
          new Display.Candidate(
              c.get("id").asString(),
              "offer",
              switch (shape) {
                // A wheel is a pop-up with something to turn in it.
                case "popup", "wheel" -> Shape.POP_UP;
                case "slide_in" -> Shape.SLIDE_IN;
                case "bar" -> Shape.BAR;
                default -> Shape.IN_PAGE;
              },
              c.get("matched").asBoolean(),
              Instant.parse(c.get("createdAt").asString()),
              rules));
    }
    return Display.decide(candidates, SOMEBODY, NOW, DUBLIN).stream()
        .filter(Display.Verdict::shows)
        .map(verdict -> verdict.form().key())
        .toList();
  }

  private static Optional<Integer> number(JsonNode node) {
    return node.isNull() ? Optional.empty() : Optional.of(node.asInt());
  }

  private static Optional<Instant> moment(JsonNode node) {
    return node.isNull() ? Optional.empty() : Optional.of(Instant.parse(node.asString()));
  }

  private static List<String> texts(JsonNode list) {
    return StreamSupport.stream(list.spliterator(), false).map(JsonNode::asString).toList();
  }

  private static List<PagePattern> patterns(JsonNode list) {
    return StreamSupport.stream(list.spliterator(), false).map(DisplayTest::pattern).toList();
  }

  private static PagePattern pattern(JsonNode node) {
    return new PagePattern(
        PagePattern.Type.valueOf(node.get("type").asString().toUpperCase(java.util.Locale.ROOT)),
        node.get("text").asString());
  }

  private static Optional<Reason> reason(DisplayRules rules, Shape shape, Visit visit) {
    Display.Candidate candidate = new Display.Candidate("k", "7", shape, true, NOW, rules);
    return Display.decide(List.of(candidate), visit, NOW, DUBLIN).get(0).because();
  }

  private static DisplayRules to(Audience audience) {
    DisplayRules calm = DisplayRules.CALM;
    return new DisplayRules(
        calm.pages(), audience, calm.frequency(), calm.season(), calm.trigger(), 0);
  }

  private static DisplayRules in(Season season) {
    DisplayRules calm = DisplayRules.CALM;
    return new DisplayRules(
        calm.pages(), calm.audience(), calm.frequency(), season, calm.trigger(), 0);
  }

  private static Visit visit(boolean returning, int pages, boolean mobile, String referrer) {
    return new Visit(
        "https://shop.example/",
        referrer,
        "utm_source=Letter",
        returning,
        pages,
        mobile,
        Set.of(),
        Map.of());
  }

  @Test
  void audience_isWhoWasMeant() {
    Audience.Who returning = Audience.Who.RETURNING;
    Audience picky =
        new Audience(
            true, returning, 2, Audience.Devices.MOBILE, List.of("letter", "forum.example"));
    assertThat(reason(to(picky), Shape.POP_UP, visit(false, 2, true, "")))
        .contains(Reason.NEW_OR_RETURNING);
    assertThat(reason(to(picky), Shape.POP_UP, visit(true, 1, true, "")))
        .contains(Reason.TOO_FEW_PAGES);
    assertThat(reason(to(picky), Shape.POP_UP, visit(true, 2, false, ""))).contains(Reason.DEVICE);
    assertThat(reason(to(picky), Shape.POP_UP, visit(true, 2, true, ""))).isEmpty();
    Audience elsewhere =
        new Audience(true, returning, 1, Audience.Devices.ANY, List.of("forum.example"));
    assertThat(reason(to(elsewhere), Shape.POP_UP, visit(true, 1, true, "")))
        .contains(Reason.CAME_FROM);
    assertThat(reason(to(elsewhere), Shape.POP_UP, visit(true, 1, true, "https://FORUM.example/x")))
        .isEmpty();
  }

  @Test
  void whoeverSignedUp_isLeftAlone_whateverTheShape() {
    Visit done = new Visit("https://shop.example/", "", "", true, 9, false, Set.of("7"), Map.of());
    for (Shape shape : List.of(Shape.POP_UP, Shape.BAR, Shape.IN_PAGE)) {
      assertThat(reason(DisplayRules.CALM, shape, done)).contains(Reason.SIGNED_UP);
    }
  }

  @Test
  void season_countsWholeDaysAndHoursInTheBusinesssZone() {
    LocalDate today = LocalDate.of(2026, 5, 10);
    Season fromTomorrow = new Season(Optional.of(today.plusDays(1)), Optional.empty(), null, 0, 24);
    Season untilToday = new Season(Optional.empty(), Optional.of(today), null, 0, 24);
    // 12:00Z is 13:00 in Dublin in May.
    Season fromOne = new Season(Optional.empty(), Optional.empty(), null, 13, 14);
    Season untilOne = new Season(Optional.empty(), Optional.empty(), null, 9, 13);
    assertThat(reason(in(fromTomorrow), Shape.POP_UP, SOMEBODY)).contains(Reason.SEASON);
    assertThat(reason(in(untilToday), Shape.POP_UP, SOMEBODY)).isEmpty();
    assertThat(reason(in(fromOne), Shape.POP_UP, SOMEBODY)).isEmpty();
    assertThat(reason(in(untilOne), Shape.POP_UP, SOMEBODY)).contains(Reason.SEASON);
  }

  @Test
  void whatSomebodyClicksFor_isNotKeptFromThem_andInterruptsNobody() {
    DisplayRules click =
        new DisplayRules(
            Pages.ALL,
            Audience.NOT_YET_SIGNED_UP,
            Frequency.CALM,
            Season.ALWAYS,
            new Trigger(Trigger.Kind.ON_CLICK, 0),
            9);
    Visit closedJustNow =
        new Visit(
            "https://shop.example/",
            "",
            "",
            true,
            1,
            false,
            Set.of(),
            Map.of("a", new Frequency.Past(Optional.of(NOW), Optional.of(NOW), 99, false)));
    List<Display.Candidate> both =
        List.of(
            new Display.Candidate("a", "7", Shape.POP_UP, true, NOW, click),
            new Display.Candidate("b", "7", Shape.POP_UP, true, NOW, DisplayRules.CALM));
    assertThat(Display.decide(both, closedJustNow, NOW, DUBLIN)).allMatch(Display.Verdict::shows);
  }

  @Test
  void pagesMeet_whenSomeAddressIsMeantByBoth() {
    Pages sale = new Pages(List.of(new PagePattern(PagePattern.Type.STARTS, "/sale")), List.of());
    Pages blog =
        new Pages(List.of(new PagePattern(PagePattern.Type.WILDCARD, "/blog/*")), List.of());
    Pages notSale =
        new Pages(List.of(), List.of(new PagePattern(PagePattern.Type.CONTAINS, "sale")));
    assertThat(Pages.ALL.meet(sale)).isTrue();
    assertThat(sale.meet(blog)).isFalse();
    assertThat(sale.meet(notSale)).isFalse();
    assertThat(blog.meet(notSale)).isTrue();
  }

  @Test
  void words_sayWhatIsSet() {
    PagePattern checkout = new PagePattern(PagePattern.Type.EXACT, "/checkout");
    DisplayRules rules =
        new DisplayRules(
            new Pages(List.of(), List.of(checkout)),
            Audience.NOT_YET_SIGNED_UP,
            new Frequency(Optional.of(14), Optional.empty(), Optional.empty()),
            Season.ALWAYS,
            new Trigger(Trigger.Kind.ON_LEAVING, 0),
            0);
    assertThat(DisplayWords.of(Shape.POP_UP, rules))
        .isEqualTo(
            "On leaving any page but /checkout, at most once in 14 days when closed, to people who have not signed up.");
  }

  @Test
  void rules_areCheckedBesideTheirControl() {
    DisplayRules odd =
        new DisplayRules(
            new Pages(List.of(new PagePattern(PagePattern.Type.EXACT, " ")), List.of()),
            Audience.NOT_YET_SIGNED_UP,
            new Frequency(Optional.of(-1), Optional.empty(), Optional.of(0)),
            new Season(
                Optional.of(LocalDate.of(2026, 5, 2)),
                Optional.of(LocalDate.of(2026, 5, 1)),
                null,
                9,
                9),
            new Trigger(Trigger.Kind.AT_SCROLL, 101),
            101);
    jeton.core.problem.Problems problems = new jeton.core.problem.Problems();
    odd.check("display", problems);
    assertThat(problems.list())
        .extracting(jeton.core.problem.Problem::field)
        .containsExactly(
            "display.pages.onlyOn[0].text",
            "display.frequency.daysAfterClose",
            "display.frequency.atMost",
            "display.season.to",
            "display.season.toHour",
            "display.trigger.amount",
            "display.priority");
  }

  private static Optional<Reason> because(Pages pages, Trigger.Kind trigger, Visit visit) {
    DisplayRules rules =
        new DisplayRules(
            pages,
            new Audience(false, Audience.Who.EVERYBODY, 0, Audience.Devices.ANY, List.of()),
            new Frequency(Optional.of(3), Optional.empty(), Optional.empty()),
            Season.ALWAYS,
            new Trigger(trigger, 0),
            0);
    return Display.decide(
            List.of(
                new Display.Candidate(
                    "form", "offer", Shape.POP_UP, true, NOW.minusSeconds(9), rules)),
            visit,
            NOW,
            DUBLIN)
        .get(0)
        .because();
  }

  private static Visit closedJustNow() {
    return new Visit(
        "https://shop.example/papers",
        "",
        "",
        false,
        1,
        false,
        Set.of(),
        Map.of(
            "form",
            new Frequency.Past(Optional.of(NOW.minusSeconds(60)), Optional.empty(), 1, false)));
  }

  @Test
  void whatKeepsAForm_isNamed() {
    Pages elsewhere = new Pages(List.of(new PagePattern(PagePattern.Type.EXACT, "/")), List.of());
    assertThat(because(elsewhere, Trigger.Kind.AT_ONCE, SOMEBODY)).contains(Reason.PAGE);
    assertThat(because(Pages.ALL, Trigger.Kind.AT_ONCE, SOMEBODY)).isEmpty();
    assertThat(because(Pages.ALL, Trigger.Kind.AT_ONCE, closedJustNow()))
        .contains(Reason.CLOSED_LATELY);
    assertThat(because(Pages.ALL, Trigger.Kind.ON_CLICK, closedJustNow())).isEmpty();
  }
}
