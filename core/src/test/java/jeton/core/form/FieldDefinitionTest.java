package jeton.core.form;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import jeton.core.Refusals;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Fields of the business's own: what they may be called, and what there is to choose from. */
class FieldDefinitionTest {

  private static List<String> refused(FieldDefinition field) {
    return Refusals.of(problems -> field.check("f", problems));
  }

  private static FieldDefinition text(String key, String label) {
    return new FieldDefinition(key, FieldType.SHORT_TEXT, label, null);
  }

  private static FieldDefinition choice(List<String> options) {
    return new FieldDefinition("paper", FieldType.ONE_OF, "Paper", options);
  }

  @ParameterizedTest
  @ValueSource(strings = {"a", "favourite_paper", "a123456789012345678901234567890123456789"})
  void aName_isSmallLettersDigitsUnderscores(String key) {
    assertThat(refused(text(key, "Paper"))).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "'', f.key bad_key",
    "1a, f.key bad_key",
    "Paper, f.key bad_key",
    "a1234567890123456789012345678901234567890, f.key bad_key",
    "zone, f.key taken",
    "email, f.key taken",
    "consent, f.key taken",
    "consent_2, f.key taken"
  })
  void othersAreRefused_thoseInUseToo(String key, String fault) {
    assertThat(refused(text(key, "Paper"))).containsExactly(fault);
  }

  @Test
  void aLabel_isNeeded_andOneLine() {
    assertThat(refused(text("paper", " "))).containsExactly("f.label empty");
    assertThat(refused(text("paper", "a\nb"))).containsExactly("f.label control_character");
    assertThat(refused(new FieldDefinition("paper", FieldType.CONSENT, "Paper", null)))
        .containsExactly("f.type built_in");
    assertThat(refused(new FieldDefinition("paper", FieldType.EMAIL, "Paper", null)))
        .containsExactly("f.type built_in");
  }

  @Test
  void aChoice_isBetweenTwoAndFifty_thatDiffer() {
    assertThat(refused(choice(List.of("Laid", "Wove")))).isEmpty();
    assertThat(refused(choice(List.of("Laid")))).containsExactly("f.options too_few");
    assertThat(refused(choice(options(50)))).isEmpty();
    assertThat(refused(choice(options(51)))).containsExactly("f.options too_many");
    assertThat(refused(choice(List.of("Laid", "Laid")))).containsExactly("f.options twice");
    assertThat(refused(choice(List.of("Laid", " ", "a;b", ";"))))
        .containsExactly(
            "f.options[1] bad_option", "f.options[2] bad_option", "f.options[3] bad_option");
    assertThat(refused(choice(List.of("Laid", "a\nb"))))
        .containsExactly("f.options[1] control_character");
    assertThat(refused(text("paper", "Paper"))).as("text chooses from nothing").isEmpty();
  }

  private static List<String> options(int many) {
    return IntStream.range(0, many).mapToObj(i -> "Paper " + i).toList();
  }

  @Test
  void aField_isBuiltIn_aConsentBox_orOneOfTheirs() {
    FieldDefinition own = text("paper", "Paper");
    assertThat(FieldDefinition.of("paper", List.of(own))).contains(own);
    assertThat(FieldDefinition.of("email", List.of(own))).contains(FieldDefinition.EMAIL);
    assertThat(FieldDefinition.of("consent_9", List.of()).orElseThrow().type())
        .isEqualTo(FieldType.CONSENT);
    assertThat(FieldDefinition.of("consent_1", List.of())).isEmpty();
    assertThat(FieldDefinition.of("cloth", List.of(own))).isEmpty();
    assertThat(List.of(FieldDefinition.isKey("paper"), FieldDefinition.isKey("Paper")))
        .containsExactly(true, false);
  }
}
