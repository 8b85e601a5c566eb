package jeton.core.form;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jeton.core.Refusals;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Colours of pages and forms: what is one, and what can be read. */
class ColoursTest {
  private static List<String> refused(PageColours colours) {
    return Refusals.of(problems -> colours.check("c", problems));
  }

  @Test
  void ours_areTaken() {
    assertThat(refused(PageColours.USUAL)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"red, #000000, #000000", "#FFFFFF, 000000, #000000", "#FFFFFF, #000000, #12345"})
  void eachMustBeAColour_andIsNotComparedBefore(String paper, String ink, String button) {
    assertThat(refused(new PageColours(paper, ink, button))).containsExactly("c not_a_colour");
  }

  @Test
  void wordsMustStandOut_fromThePaper() {
    // The grey of exactly 4.5 to one on white lies between these two.
    assertThat(refused(new PageColours("#FFFFFF", "#767676", "#16423C"))).isEmpty();
    assertThat(refused(new PageColours("#FFFFFF", "#777777", "#16423C")))
        .containsExactly("c low_contrast");
  }

  @Test
  void wordsOnTheButton_areLightOrDark() {
    assertThat(new PageColours("#FFFFFF", "#000000", "#16423C").buttonInk()).isEqualTo("#FFFFFF");
    assertThat(new PageColours("#FFFFFF", "#000000", "#F4ECDF").buttonInk()).isEqualTo("#1C2A26");
  }

  private static Looks looks(int corner, int width, String css) {
    return new Looks(
        "#FFFFFF", "#000000", "#16423C", "#FFFFFF", null, corner, null, width, null, null, null,
        css);
  }

  private static List<String> refused(Looks looks) {
    return Refusals.of(problems -> looks.check("l", problems));
  }

  @ParameterizedTest
  @CsvSource({"0, 240", "40, 1000"})
  void sizesAtTheirEdges_areTaken(int corner, int width) {
    assertThat(refused(looks(corner, width, ""))).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"-1, 240, l.corner", "41, 240, l.corner", "0, 239, l.width", "0, 1001, l.width"})
  void sizesBeyondThem_areRefused(int corner, int width, String field) {
    assertThat(refused(looks(corner, width, ""))).containsExactly(field + " out_of_range");
  }

  @Test
  void eachColourOfAForm_isCheckedAtItsPlace() {
    assertThat(refused(Looks.of("p", "i", "b", "bi")))
        .containsExactly(
            "l.paper not_a_colour",
            "l.ink not_a_colour",
            "l.button not_a_colour",
            "l.buttonInk not_a_colour");
    assertThat(refused(looks(0, 240, "a\u0007"))).containsExactly("l.css control_character");
  }

  @Test
  void contrastIsTheSame_whicheverIsNamedFirst() {
    Looks looks = Looks.of("#FFFFFF", "#767676", "#16423C", "#FFFFFF");
    assertThat(looks.inkContrast()).isBetween(4.5, 4.6);
    assertThat(looks.buttonContrast())
        .isEqualTo(Contrast.ratio("#16423C", "#FFFFFF"))
        .isGreaterThan(7);
  }
}
