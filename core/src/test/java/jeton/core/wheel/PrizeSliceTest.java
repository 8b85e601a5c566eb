package jeton.core.wheel;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.Refusals;
import jeton.core.email.FillIn;
import jeton.core.incentive.PrizeWheel;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What of a wheel, its slices and its looks cannot be saved, and how it speaks of them. */
class PrizeSliceTest {

  private static PrizeSlice slice(String weight, Integer pieces, long cost, String label) {
    return new PrizeSlice(
        "a",
        label,
        new BigDecimal(weight),
        Optional.ofNullable(pieces),
        Prize.words("A sheet", ""),
        cost,
        "#FFFFFF",
        null,
        null);
  }

  private static List<String> refused(PrizeSlice slice) {
    return Refusals.of(problems -> slice.check("s", problems));
  }

  @ParameterizedTest
  @CsvSource({
    "0.01, 0, 0, ''",
    "1000000, 1000000, 100000000, ''",
    "0, , 0, s.weight out_of_range",
    "1000001, , 0, s.weight out_of_range",
    "0.001, , 0, s.weight too_fine",
    "0.10, , 0, ''",
    "1, -1, 0, s.pieces out_of_range",
    "1, 1000001, 0, s.pieces out_of_range",
    "1, , -1, s.cost out_of_range",
    "1, , 100000001, s.cost out_of_range"
  })
  void numbers_haveTheirRanges(String weight, Integer pieces, long cost, String fault) {
    assertThat(String.join("", refused(slice(weight, pieces, cost, "Sheet")))).isEqualTo(fault);
  }

  @Test
  void itsParts_areCheckedAtTheirPlaces() {
    PrizeSlice odd =
        new PrizeSlice(
            "a",
            "a\nb",
            BigDecimal.ONE,
            null,
            Prize.words("t\nu", ""),
            0,
            "red",
            null,
            List.of(" "));
    assertThat(refused(odd))
        .containsExactly(
            "s.label control_character",
            "s.colour not_a_colour",
            "s.prize.title control_character",
            "s.tags[0] empty");
    assertThat(odd.contrast()).as("what is no colour reads badly").isEqualTo(1);
  }

  @Test
  void itIsSpokenOf_byItsLabelElseItsPlace() {
    assertThat(slice("1", null, 0, "Sheet").named(3)).isEqualTo("“Sheet”");
    assertThat(slice("1", null, 0, " ").named(3)).isEqualTo("Slice 3");
    assertThat(slice("1", null, 0, "Sheet").prizeTitle()).isEqualTo("A sheet");
    PrizeSlice untitled = new PrizeSlice("a", "Sheet", null, null, Prize.NONE, 0, null, null, null);
    assertThat(untitled.prizeTitle()).isEqualTo("Sheet");
    assertThat(refused(untitled)).containsExactly("s.weight out_of_range");
  }

  @Test
  void asTheDrawKnowsIt_whatIsTakenIsGone() {
    PrizeSlice three = slice("2", 3, 40, "Sheet");
    assertThat(three.standing(2))
        .isEqualTo(new Slice("Sheet", new BigDecimal("2"), Optional.of(1), 40));
    assertThat(three.standing(5).stock()).contains(0);
    assertThat(slice("2", null, 40, "Sheet").standing(5).stock()).isEmpty();
    assertThat(three.emptied())
        .isEqualTo(new Slice("Sheet", new BigDecimal("2"), Optional.of(0), 40));
    assertThat(three.weighing(BigDecimal.TEN))
        .isEqualTo(
            new PrizeSlice(
                "a",
                "Sheet",
                BigDecimal.TEN,
                Optional.of(3),
                three.prize(),
                40,
                "#FFFFFF",
                null,
                null));
  }

  private static WheelLooks looks(
      int size, int seconds, int turns, String hub, String rim, String ground) {
    return new WheelLooks(size, true, null, hub, null, rim, true, ground, seconds, turns, true);
  }

  @ParameterizedTest
  @CsvSource({
    "200, 2, 2, ''",
    "560, 10, 12, ''",
    "199, 2, 2, l.size",
    "561, 2, 2, l.size",
    "200, 1, 2, l.seconds",
    "200, 11, 2, l.seconds",
    "200, 2, 1, l.turns",
    "200, 2, 13, l.turns"
  })
  void looks_haveTheirRanges(int size, int seconds, int turns, String field) {
    WheelLooks looks = looks(size, seconds, turns, "#000000", "#000000", "");
    assertThat(Refusals.of(problems -> looks.check("l", problems)))
        .isEqualTo(field.isEmpty() ? List.of() : List.of(field + " out_of_range"));
  }

  @Test
  void coloursOfLooks_areColours() {
    assertThat(Refusals.of(p -> looks(200, 2, 2, null, "rim", "ground").check("l", p)))
        .containsExactly("l.hub not_a_colour", "l.rim not_a_colour", "l.ground not_a_colour");
    assertThat(looks(200, 2, 2, "", "", null).pointer()).isEqualTo(WheelLooks.Pointer.TOP);
  }

  @Test
  void aWheel_hasSixteenSlicesAtMost_andChecksItsParts() {
    PrizeWheel many = PrizeWheel.BLANK.with(Collections.nCopies(17, slice("1", null, 0, "S")));
    assertThat(Refusals.of(p -> many.check("w", p))).startsWith("w.slices too_many");
    PrizeWheel odd =
        new PrizeWheel(
            PrizeWheel.BLANK.slices(),
            null,
            new SpinRules(0, 7, null, null, 0),
            false,
            looks(1, 2, 2, "#000000", "#000000", ""),
            null);
    assertThat(Refusals.of(p -> odd.check("w", p)))
        .contains("w.looks.size out_of_range")
        .anyMatch(fault -> fault.startsWith("w.rules."));
    assertThat(odd.currency()).isEqualTo("EUR");
  }

  @Test
  void aWheel_knowsItsSlices_itsResults_andItsFillIns() {
    PrizeWheel blank = PrizeWheel.BLANK;
    assertThat(blank.slice("b")).contains(blank.slices().get(1));
    assertThat(blank.slice("z")).isEmpty();
    assertThat(blank.with(List.of(slice("1", null, 0, ""))).results())
        .isEqualTo(Map.of("a", "Slice 1"));
    assertThat(blank.fillIns()).extracting(FillIn::key).contains("prize", "prize_words", "code");
    assertThat(blank.firstAsk().toString()).contains("Turn the wheel");
    assertThat(blank.firstDelivery().handsOver()).isTrue();
  }
}
