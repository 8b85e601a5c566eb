package jeton.core.form;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Collections;
import java.util.List;
import jeton.core.display.DisplayRules;
import jeton.core.problem.Problem;
import org.junit.jupiter.api.Test;

class FormSettingsTest {
  private static final FormField EMAIL = FormField.email("Email", "");
  private static final FormField NAME = FormField.of("first_name", "First name", false);
  private static final Looks LOOKS = Looks.of("#FBF8F1", "#1C2A26", "#16423C", "#FFFFFF");
  private static final FormSettings.Known KNOWN =
      new FormSettings.Known(
          List.of(
              new FieldDefinition(
                  "paper", FieldType.ONE_OF, "Which paper?", List.of("Laid", "Wove"))),
          List.of("quireandthread.example"));

  private static FormSettings form(List<FormField> fields, List<String> points, Looks looks) {
    return new FormSettings(
        "Form",
        FormWords.plain("A plan", "", points, "Send it"),
        FormPicture.NONE,
        fields,
        looks,
        Opening.PLAIN,
        Afterwards.PLAIN,
        DisplayRules.CALM);
  }

  private static List<String> codes(FormSettings form) {
    return form.check(KNOWN).stream().map(Problem::code).toList();
  }

  @Test
  void aPlainForm_isFine() {
    FormField paper = FormField.of("paper", "Which paper?", true);
    FormField consent = FormField.consent("Letters now and then", true);
    assertThat(codes(form(List.of(NAME, EMAIL, paper, consent), List.of("one"), LOOKS))).isEmpty();
  }

  @Test
  void everyFault_isToldAtOnce() {
    Looks odd = Looks.of("white", "#1C2A26", "#16423C", "#FFFFFF");
    assertThat(codes(form(List.of(NAME, NAME), Collections.nCopies(9, "x"), odd)))
        .contains("too_many", "one_email", "asked_twice", "not_a_colour");
  }

  @Test
  void email_cannotBeLeftOut() {
    FormField optional = FormField.of("email", "Email", false);
    assertThat(codes(form(List.of(optional), List.of(), LOOKS))).containsExactly("email_required");
  }

  @Test
  void aFieldThatIsGone_andAConsentWithoutWords_areTold() {
    FormField gone = FormField.of("shoe_size", "Shoe size", false);
    FormField empty = FormField.consent(" ", true);
    assertThat(codes(form(List.of(EMAIL, gone, empty), List.of(), LOOKS)))
        .containsExactly("unknown_field", "empty");
  }

  @Test
  void contrast_isThatOfWcag() {
    assertThat(Contrast.ratio("#000000", "#FFFFFF")).isCloseTo(21, within(1e-9));
    assertThat(Contrast.ratio("#777777", "#FFFFFF")).isCloseTo(4.478, within(1e-3));
    assertThat(LOOKS.inkContrast()).isGreaterThan(Contrast.ENOUGH);
  }

  @Test
  void allLists_areThoseOfTheForm_andOfItsBoxes() {
    FormField letters = new FormField("letters", "Letters", "", "", false, false, "", List.of(3L));
    FormSettings form = form(List.of(EMAIL, letters), List.of(), LOOKS);
    assertThat(form.allLists()).containsExactlyInAnyOrder(1L, 3L);
  }

  @Test
  void anEmptyLabel_isToldInWordsThatFitTheField() {
    FormField consent = FormField.consent(" ", true);
    FormField name = FormField.of("first_name", " ", false);
    assertThat(form(List.of(EMAIL, consent, name), List.of(), LOOKS).check(KNOWN))
        .extracting(Problem::message)
        .containsExactly(
            "Say what they agree to, or take the box out.", "Each field needs a label.");
  }
}
