package jeton.core.incentive;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import jeton.core.wheel.Prize;
import jeton.core.wheel.PrizeSlice;
import jeton.core.wheel.WheelLooks;
import org.junit.jupiter.api.Test;

class PrizeWheelTest {
  private static PrizeSlice slice(
      String id, String label, String weight, Integer pieces, Prize prize) {
    return new PrizeSlice(
        id,
        label,
        new BigDecimal(weight),
        Optional.ofNullable(pieces),
        prize,
        0,
        "#FFFFFF",
        PrizeSlice.Pattern.PLAIN,
        List.of());
  }

  private static final PrizeSlice SHEET = slice("a", "Sheet", "1", null, Prize.words("Sheet", ""));
  private static final PrizeSlice NEXT = slice("b", "Next time", "2", null, Prize.NONE);

  private static List<String> faults(PrizeWheel wheel) {
    Problems problems = new Problems();
    wheel.check("gives", problems);
    return problems.list().stream().map(Problem::field).toList();
  }

  private static List<String> lacks(PrizeWheel wheel, Map<String, Integer> taken) {
    return wheel.missing(taken, Set.of()).stream().map(Lack::code).toList();
  }

  private static PrizeWheel wheel(PrizeSlice... slices) {
    return PrizeWheel.BLANK.with(List.of(slices));
  }

  @Test
  void aNewOne_canBeSaved_andSomethingCanBeWon() {
    assertThat(faults(PrizeWheel.BLANK)).isEmpty();
    assertThat(PrizeWheel.BLANK.missing()).isEmpty();
    assertThat(PrizeWheel.BLANK.results()).containsKeys("a", "b");
  }

  @Test
  void whatCannotBe_isRefusedAtItsPlace() {
    assertThat(faults(wheel(SHEET, slice("a", "Twin", "1", null, Prize.NONE))))
        .containsExactly("gives.slices[1].id");
    assertThat(faults(wheel(SHEET, slice("b", "x".repeat(25), "0", -1, Prize.NONE))))
        .containsExactly(
            "gives.slices[1].label", "gives.slices[1].weight", "gives.slices[1].pieces");
    assertThat(faults(wheel(SHEET, slice("b", "B", "1000001", 1_000_001, Prize.NONE))))
        .containsExactly("gives.slices[1].weight", "gives.slices[1].pieces");
    assertThat(faults(wheel(SHEET, slice("b", "B", "0.125", null, Prize.NONE))))
        .containsExactly("gives.slices[1].weight");
    assertThat(faults(PrizeWheel.BLANK.with(Collections.nCopies(17, SHEET))))
        .contains("gives.slices");
  }

  @Test
  void looksAndNotices_haveTheirLimits() {
    WheelLooks wild =
        new WheelLooks(100, false, null, "red", "", "#B37A2B", false, "#12", 1, 13, true);
    PrizeWheel blank = PrizeWheel.BLANK;
    PrizeWheel wheel =
        new PrizeWheel(blank.slices(), "EUR", blank.rules(), false, wild, blank.words());
    assertThat(faults(wheel))
        .containsExactly(
            "gives.looks.size",
            "gives.looks.seconds",
            "gives.looks.turns",
            "gives.looks.hub",
            "gives.looks.ground");
  }

  @Test
  void whatIsMissing_isSaid_gravestFirstAtItsSlice() {
    assertThat(lacks(wheel(SHEET), Map.of())).containsExactly("few_slices");
    assertThat(lacks(wheel(NEXT, slice("c", "", "1", null, Prize.NONE)), Map.of()))
        .containsExactly("no_label", "no_prize");
    PrizeSlice few = slice("c", "Few", "1", 2, Prize.words("Few", ""));
    assertThat(lacks(wheel(few, NEXT), Map.of("c", 1))).isEmpty();
    assertThat(lacks(wheel(few, NEXT), Map.of("c", 2))).containsExactly("slice_empty");
    PrizeSlice gone = slice("d", "Gone", "1", 0, Prize.words("Gone", ""));
    assertThat(lacks(wheel(few, gone), Map.of("c", 3)))
        .containsExactly("nothing_left", "slice_empty", "slice_empty");
    PrizeSlice other =
        slice("e", "Other", "1", null, new Prize(Prize.Kind.OFFER, "", "", Optional.empty()));
    assertThat(lacks(wheel(other, NEXT), Map.of())).containsExactly("no_offer");
  }

  @Test
  void wordsThatAreHardToRead_andTagsThatAreGone_areWorthALook() {
    PrizeSlice dark =
        new PrizeSlice(
            "c",
            "Dark",
            BigDecimal.ONE,
            Optional.empty(),
            Prize.NONE,
            0,
            "#16423C",
            PrizeSlice.Pattern.DOTS,
            List.of("winner"));
    assertThat(lacks(wheel(SHEET, dark), Map.of())).containsExactly("pale", "tag_gone");
    assertThat(wheel(SHEET, dark).missing(Map.of(), Set.of("Winner")))
        .extracting(Lack::code)
        .containsExactly("pale");
  }

  @Test
  void stocksThatAreTaken_leaveTheDraw() {
    PrizeSlice few = slice("c", "Few", "1", 2, Prize.words("Few", ""));
    assertThat(wheel(few, NEXT).standing(Map.of("c", 2)).chances().get(0).isNone()).isTrue();
    assertThat(wheel(few, NEXT).standing(Map.of()).chances().get(0).reduced()).isEqualTo("1/3");
  }

  @Test
  void sixteenSlices_areNotTooMany() {
    List<PrizeSlice> sixteen =
        java.util.stream.IntStream.range(0, 16)
            .mapToObj(i -> slice("s" + i, "Sheet", "1", null, Prize.words("Sheet", "")))
            .toList();
    assertThat(faults(PrizeWheel.BLANK.with(sixteen))).isEmpty();
  }

  @Test
  void itsWords_areLookedAt() {
    jeton.core.wheel.WheelWords loud =
        new jeton.core.wheel.WheelWords(
            new jeton.core.form.PageWords("x".repeat(201), ""), "", null);
    PrizeWheel blank = PrizeWheel.BLANK;
    assertThat(
            faults(
                new PrizeWheel(blank.slices(), "EUR", blank.rules(), false, blank.looks(), loud)))
        .containsExactly("gives.words.won.heading");
  }

  @Test
  void aSliceWithoutALabel_isNamedByItsPlace() {
    assertThat(wheel(SHEET, slice("b", "", "1", null, Prize.NONE)).missing())
        .extracting(Lack::message)
        .anyMatch(words -> words.contains("2"));
  }
}
