package jeton.core.segment;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import jeton.core.Refusals;
import jeton.core.segment.Criterion.Condition;
import jeton.core.segment.Criterion.When;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What cannot be asked about people, each at its place. */
class ConditionCheckTest {
  private static final FieldKinds FIELDS =
      key ->
          switch (key) {
            case "number" -> Optional.of(FieldKind.NUMBER);
            case "date" -> Optional.of(FieldKind.DATE);
            case "text" -> Optional.of(FieldKind.TEXT);
            default -> Optional.empty();
          };

  private static List<String> refused(Condition condition) {
    return Refusals.of(problems -> Criterion.Group.all(condition).check("q", FIELDS, problems));
  }

  private static Condition field(String key, Comparison op, String value) {
    return new Condition(Subject.FIELD, key, op, Optional.ofNullable(value), null);
  }

  @ParameterizedTest
  @CsvSource({
    "text, CONTAINS, lin, ''",
    "text, CONTAINS, ' ', empty",
    "text, EMPTY, , ''",
    "text, WITHIN_DAYS, 5, does_not_fit",
    "number, EMPTY, , ''",
    "number, IS, 12.50, ''",
    "number, IS, twelve, bad_number",
    "date, WITHIN_DAYS, 5, ''",
    "date, WITHIN_DAYS, 0, bad_days",
    "cloth, IS, linen, unknown_field"
  })
  void aField_isAskedByItsKind(String key, Comparison op, String value, String code) {
    List<String> refused = refused(field(key, op, value));
    if (code.isEmpty()) {
      assertThat(refused).isEmpty();
    } else {
      assertThat(refused).hasSize(1).allMatch(one -> one.endsWith(" " + code));
    }
  }

  @Test
  void statesAndDays_areKnownOnes() {
    assertThat(refused(Condition.of(Subject.STATE, Comparison.IS, "dancing")))
        .singleElement()
        .asString()
        .endsWith(" unknown_state");
    assertThat(refused(Condition.of(Subject.SINCE, Comparison.WITHIN_DAYS, "7"))).isEmpty();
    assertThat(refused(Condition.of(Subject.SINCE, Comparison.WITHIN_DAYS, "soon")))
        .singleElement()
        .asString()
        .endsWith(" bad_days");
    assertThat(refused(Condition.of(Subject.FROM_SITE, Comparison.IS, " ")))
        .singleElement()
        .asString()
        .endsWith(" empty");
  }

  @Test
  void whatHappened_mayHaveAMoment_nothingElseMay() {
    assertThat(refused(happened(new When(Comparison.WITHIN_DAYS, "7")))).isEmpty();
    assertThat(refused(happened(new When(Comparison.WITHIN_DAYS, "none"))))
        .singleElement()
        .asString()
        .endsWith(".when bad_days");
    assertThat(refused(happened(new When(Comparison.CONTAINS, "7"))))
        .singleElement()
        .asString()
        .endsWith(".when does_not_fit");
    assertThat(refused(happened(new When(null, "7"))))
        .singleElement()
        .asString()
        .endsWith(".when does_not_fit");
    Condition tagged =
        new Condition(
            Subject.TAG,
            "",
            Comparison.HAS,
            Optional.of("coptic"),
            Optional.of(new When(Comparison.WITHIN_DAYS, "7")));
    assertThat(refused(tagged)).singleElement().asString().endsWith(".when does_not_fit");
  }

  private static Condition happened(When when) {
    return new Condition(
        Subject.SIGNED_UP, "", Comparison.HAS, Optional.of("1"), Optional.of(when));
  }

  @Test
  void aValue_isOneLine_andNotEndless() {
    assertThat(refused(field("text", Comparison.CONTAINS, "a\nb")))
        .anyMatch(one -> one.endsWith(" control_character"));
    assertThat(refused(new Condition(null, "", Comparison.HAS, null, null)))
        .singleElement()
        .asString()
        .endsWith(" empty");
    assertThat(refused(new Condition(Subject.TAG, "", null, null, null)))
        .singleElement()
        .asString()
        .endsWith(" empty");
  }
}
