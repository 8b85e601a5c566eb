package jeton.core.form;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import jeton.core.display.DisplayRules;
import jeton.core.display.Trigger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Each part of a form is checked at its place, and a form with another part keeps the rest. */
class FormSettingsCheckTest {
  private static final FormField EMAIL = FormField.email("Email", "");
  private static final FormWords WORDS = FormWords.plain("A plan", "", List.of(), "Send it");
  private static final Looks LOOKS = Looks.of("#FBF8F1", "#1C2A26", "#16423C", "#FFFFFF");

  private static FormSettings form(
      String name,
      FormWords words,
      FormPicture picture,
      List<FormField> fields,
      Opening opening,
      Afterwards afterwards,
      DisplayRules display) {
    return new FormSettings(name, words, picture, fields, LOOKS, opening, afterwards, display);
  }

  private static FormSettings asking(List<FormField> fields) {
    return form("Form", WORDS, null, fields, null, null, null);
  }

  private static List<String> refused(FormSettings form) {
    List<FieldDefinition> own = new ArrayList<>();
    for (int i = 0; i < 25; i++) {
      own.add(new FieldDefinition("f" + i, FieldType.SHORT_TEXT, "F", null));
    }
    return form.check(new FormSettings.Known(own, List.of("quireandthread.example"))).stream()
        .map(problem -> problem.field() + " " + problem.code())
        .toList();
  }

  @Test
  void eachPart_isCheckedAtItsPlace() {
    assertThat(refused(asking(List.of(EMAIL)))).isEmpty();
    assertThat(refused(form("n".repeat(61), WORDS, null, List.of(EMAIL), null, null, null)))
        .containsExactly("name too_long");
    assertThat(
            refused(
                form(
                    "",
                    FormWords.plain(" ", "", List.of("a\nb"), " "),
                    null,
                    List.of(EMAIL),
                    null,
                    null,
                    null)))
        .containsExactly(
            "words.headline empty", "words.points[0] control_character", "words.button empty");
    assertThat(
            refused(
                form(
                    "",
                    WORDS,
                    FormPicture.NONE,
                    List.of(EMAIL),
                    null,
                    null,
                    new DisplayRules(
                        DisplayRules.CALM.pages(),
                        DisplayRules.CALM.audience(),
                        DisplayRules.CALM.frequency(),
                        DisplayRules.CALM.season(),
                        new Trigger(Trigger.Kind.AT_SCROLL, 101),
                        0))))
        .containsExactly("display.trigger.amount out_of_range");
  }

  @ParameterizedTest
  @CsvSource({
    "0, ''",
    "600, ''",
    "-1, afterwards.closesAfter out_of_range",
    "601, afterwards.closesAfter out_of_range"
  })
  void afterwards_itClosesWithinTenMinutes(int seconds, String fault) {
    Afterwards afterwards = afterwards("Thanks", "", seconds, Map.of(), "");
    assertThat(
            String.join("", refused(form("", WORDS, null, List.of(EMAIL), null, afterwards, null))))
        .isEqualTo(fault);
  }

  private static Afterwards afterwards(
      String heading, String address, int seconds, Map<String, String> errors, String wrong) {
    return new Afterwards(
        !address.isEmpty(),
        new PageWords(heading, ""),
        address,
        null,
        seconds,
        null,
        errors,
        wrong);
  }

  @Test
  void wordsForAfterwards_areChecked() {
    Afterwards odd =
        afterwards("a\nb", "http://quireandthread.example", 0, Map.of("email", "a\nb"), "a\nb");
    assertThat(refused(form("", WORDS, null, List.of(EMAIL), null, odd, null)))
        .containsExactly(
            "afterwards.message.heading control_character",
            "afterwards.wentWrong control_character",
            "afterwards.fieldErrors.email control_character",
            "afterwards.address not_https");
  }

  @Test
  void fields_areTwentyAtMost() {
    assertThat(refused(asking(fields(20)))).isEmpty();
    assertThat(refused(asking(fields(21)))).containsExactly("fields too_many");
  }

  private static List<FormField> fields(int many) {
    List<FormField> fields = new ArrayList<>(List.of(EMAIL));
    for (int i = 1; i < many; i++) {
      fields.add(FormField.of("f" + i, "Field", false));
    }
    return fields;
  }

  @Test
  void aLabel_isShort_butWhatTheyAgreeTo() {
    String long81 = "l".repeat(81);
    assertThat(refused(asking(List.of(EMAIL, FormField.of("f1", long81, false)))))
        .containsExactly("fields[1].label too_long");
    assertThat(refused(asking(List.of(EMAIL, FormField.consent(long81, true))))).isEmpty();
    assertThat(refused(asking(List.of(EMAIL, FormField.consent("l".repeat(1001), true)))))
        .containsExactly("fields[1].label too_long");
    assertThat(refused(asking(List.of(EMAIL, FormField.of("f1", " ", false)))))
        .containsExactly("fields[1].label empty");
  }

  @Test
  void otherParts_keepTheRest() {
    FormSettings form = asking(List.of(EMAIL));
    FormWords other = FormWords.plain("Another", "", List.of(), "Go");
    assertThat(form.withWords(other).words()).isEqualTo(other);
    assertThat(form.withWords(other).withWords(WORDS)).isEqualTo(form);
    assertThat(form.withDisplay(DisplayRules.IN_PAGE).display()).isEqualTo(DisplayRules.IN_PAGE);
    assertThat(form.withDisplay(form.display())).isEqualTo(form);
    assertThat(form.withAfterwards(form.afterwards())).isEqualTo(form);
  }

  @Test
  void itsLists_areThoseOfItsFieldsToo() {
    assertThat(asking(List.of(EMAIL)).allLists()).containsExactly(1L);
    assertThat(
            new FormSettings(
                    "",
                    WORDS,
                    null,
                    Collections.singletonList(EMAIL),
                    LOOKS,
                    null,
                    null,
                    null,
                    List.of())
                .allLists())
        .isEmpty();
  }
}
