package jeton.core.form;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FieldAnswerTest {
  private static final List<String> PAPERS = List.of("Laid", "Wove", "Marbled");

  private static Optional<String> code(FieldType type, boolean required, String answer) {
    List<String> options = type.hasOptions() ? PAPERS : List.of();
    FieldDefinition definition = new FieldDefinition("k", type, "K", options);
    return FieldAnswer.fault(definition, FormField.of("k", "K", required), answer)
        .map(Problem::code);
  }

  @ParameterizedTest
  @CsvSource({
    "PHONE, +353 (1) 555-0101, ''",
    "PHONE, call me, bad_phone",
    "DATE, 2026-02-28, ''",
    "DATE, 2026-02-30, bad_date",
    "DATE, 28.2.2026, bad_date",
    "NUMBER, '-3,5', ''",
    "NUMBER, 1e9, bad_number",
    "ONE_OF, Laid, ''",
    "ONE_OF, laid, bad_one_of",
    "SEVERAL_OF, Wove; Laid, ''",
    "SEVERAL_OF, Wove; Glass, bad_several_of",
    "SHORT_TEXT, <b>x</b>, ''"
  })
  void answersFitTheirType(FieldType type, String answer, String code) {
    assertThat(code(type, false, answer)).isEqualTo(Optional.of(code).filter(c -> !c.isEmpty()));
  }

  @Test
  void emptyAnswers_areAskedForOnlyWhenRequired() {
    assertThat(code(FieldType.SHORT_TEXT, true, " ")).contains("empty");
    assertThat(code(FieldType.SHORT_TEXT, false, " ")).isEmpty();
    assertThat(code(FieldType.CONSENT, true, "")).contains("consent_needed");
  }

  @Test
  void longOnes_andHiddenCharacters_areRefused() {
    assertThat(code(FieldType.SHORT_TEXT, false, "x".repeat(201))).contains("too_long");
    assertThat(code(FieldType.SHORT_TEXT, false, "a\nb")).contains("control_character");
    assertThat(code(FieldType.LONG_TEXT, false, "a\nb")).isEmpty();
  }

  @Test
  void answers_areKeptInOneForm() {
    FieldDefinition several = new FieldDefinition("k", FieldType.SEVERAL_OF, "K", PAPERS);
    FieldDefinition number = new FieldDefinition("k", FieldType.NUMBER, "K", List.of());
    assertThat(FieldAnswer.kept(several, "Marbled;Laid")).isEqualTo("Laid; Marbled");
    assertThat(FieldAnswer.kept(number, " 3,50 ")).isEqualTo("3.50");
  }

  @Test
  void ownFields_cannotTakeNamesThatAreTaken() {
    Problems problems = new Problems();
    for (String key : List.of("email", "consent", "stamp", "Shoe Size", "paper")) {
      new FieldDefinition(key, FieldType.SHORT_TEXT, "x", List.of()).check(key, problems);
    }
    assertThat(problems.list())
        .extracting(Problem::field)
        .containsExactly("email.key", "consent.key", "stamp.key", "Shoe Size.key");
  }
}
