package jeton.core.form;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Collections;
import java.util.List;
import jeton.core.problem.Problem;
import org.junit.jupiter.api.Test;

class FormSettingsTest {
  private static final FormField EMAIL = new FormField(FormField.Kind.EMAIL, "Email", "", true);
  private static final FormField NAME =
      new FormField(FormField.Kind.FIRST_NAME, "First name", "", false);
  private static final Looks LOOKS = new Looks("#FBF8F1", "#1C2A26", "#16423C", "#FFFFFF");

  private static FormSettings form(List<FormField> fields, List<String> points, Looks looks) {
    return new FormSettings(
        "A plan",
        "",
        points,
        "",
        "",
        fields,
        new ConsentBox(false, false, ""),
        "Send it",
        looks,
        KnownVisitor.NOT_TOLD);
  }

  @Test
  void aPlainForm_isFine() {
    assertThat(form(List.of(NAME, EMAIL), List.of("one"), LOOKS).check()).isEmpty();
  }

  @Test
  void everyFault_isToldAtOnce() {
    Looks odd = new Looks("white", "#1C2A26", "#16423C", "#FFFFFF");
    FormSettings form = form(List.of(NAME, NAME), Collections.nCopies(9, "x"), odd);
    assertThat(form.check())
        .extracting(Problem::code)
        .contains("too_many", "one_email", "asked_twice", "not_a_colour");
  }

  @Test
  void email_cannotBeLeftOut() {
    FormField optional = new FormField(FormField.Kind.EMAIL, "Email", "", false);
    assertThat(form(List.of(optional), List.of(), LOOKS).check())
        .extracting(Problem::code)
        .containsExactly("email_required");
  }

  @Test
  void contrast_isThatOfWcag() {
    assertThat(Contrast.ratio("#000000", "#FFFFFF")).isCloseTo(21, within(1e-9));
    assertThat(Contrast.ratio("#777777", "#FFFFFF")).isCloseTo(4.478, within(1e-3));
    assertThat(LOOKS.inkContrast()).isGreaterThan(Contrast.ENOUGH);
  }
}
