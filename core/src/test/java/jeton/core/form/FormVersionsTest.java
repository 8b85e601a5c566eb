package jeton.core.form;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jeton.core.display.DisplayRules;
import jeton.core.display.Trigger;
import jeton.core.trial.Difference;
import org.junit.jupiter.api.Test;

class FormVersionsTest {
  private static final FormField EMAIL = FormField.email("Email", "");
  private static final FormSettings A =
      new FormSettings(
          "Bar",
          FormWords.plain("12 % off, for your address", "", List.of(), "Send it"),
          FormPicture.NONE,
          List.of(EMAIL, FormField.of("first_name", "First name", false)),
          Looks.of("#FBF8F1", "#1C2A26", "#16423C", "#FFFFFF"),
          Opening.PLAIN,
          Afterwards.PLAIN,
          DisplayRules.CALM,
          List.of(3L));
  private static final FormSettings B =
      new FormSettings(
          "Another name",
          FormWords.plain("A code for papers and threads", "", List.of(), "Send it"),
          FormPicture.NONE,
          List.of(EMAIL),
          Looks.of("#FFFFFF", "#1C2A26", "#16423C", "#FFFFFF"),
          Opening.PLAIN,
          Afterwards.PLAIN,
          new DisplayRules(
              DisplayRules.IN_PAGE.pages(),
              DisplayRules.IN_PAGE.audience(),
              DisplayRules.IN_PAGE.frequency(),
              DisplayRules.IN_PAGE.season(),
              new Trigger(Trigger.Kind.AFTER_SECONDS, 5),
              7),
          List.of(4L));

  @Test
  void wordsLooksFieldsAndMoment_areTheVersions_theRestTheForms() {
    FormSettings both = FormVersions.withOther(A, B);
    assertThat(both.words()).isEqualTo(B.words());
    assertThat(both.fields()).isEqualTo(B.fields());
    assertThat(both.looks()).isEqualTo(B.looks());
    assertThat(both.display().trigger()).isEqualTo(B.display().trigger());
    assertThat(both.name()).isEqualTo("Bar");
    assertThat(both.lists()).containsExactly(3L);
    assertThat(both.display().frequency()).isEqualTo(A.display().frequency());
    assertThat(both.display().priority()).isEqualTo(A.display().priority());
  }

  @Test
  void whatBothShare_mayChangeWhileTheyAreTried() {
    assertThat(FormVersions.areSame(A, FormVersions.withOther(B, A))).isTrue();
    assertThat(FormVersions.areSame(A, A.withWords(B.words()))).isFalse();
  }

  @Test
  void differences_areTold_inTheOrderOneMeetsThem() {
    assertThat(FormVersions.differences(A, FormVersions.withOther(A, B)))
        .containsExactly(
            new Difference(
                "Headline", "12 % off, for your address", "A code for papers and threads"),
            new Difference("Asks for", "Email, First name (optional)", "Email"),
            new Difference("Looks", "as it is", "another"),
            new Difference("Moment", "On leaving", "After 5 seconds"));
    assertThat(FormVersions.differences(A, A)).isEmpty();
  }
}
