package jeton.core.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import jeton.core.Refusals;
import jeton.core.people.ImportRule.Does;
import jeton.core.people.ImportRule.Known;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** What a row of an import does to somebody (L4), and names of tags. */
class ImportRuleTest {

  @ParameterizedTest
  @EnumSource
  void nobodyWhoWasErased_comesBack(Known known) {
    assertThat(ImportRule.of(Optional.empty(), true, known)).isEqualTo(Does.REFUSED);
    assertThat(ImportRule.of(Optional.empty(), false, known)).isEqualTo(Does.ADDS);
  }

  @ParameterizedTest
  @CsvSource({
    "LEFT, REFUSED, REFUSED",
    "BLOCKED, REFUSED, REFUSED",
    "UNREACHABLE, REFUSED, REFUSED",
    "ON_THE_LIST, MEETS, SKIPS",
    "WAITING_TO_CONFIRM, MEETS, SKIPS"
  })
  void whoIsKnown_isMetOrSkipped_unlessTheyAreGone(PersonState state, Does met, Does skipped) {
    assertThat(ImportRule.of(Optional.of(state), false, Known.FILL)).isEqualTo(met);
    assertThat(ImportRule.of(Optional.of(state), false, Known.OVERWRITE)).isEqualTo(met);
    assertThat(ImportRule.of(Optional.of(state), false, Known.SKIP)).isEqualTo(skipped);
    assertThat(ImportRule.of(Optional.of(state), true, Known.FILL)).isEqualTo(Does.REFUSED);
  }

  @Test
  void aRefusal_saysWhy() {
    assertThat(ImportRule.reason(Optional.of(PersonState.BLOCKED))).contains("complained");
    assertThat(ImportRule.reason(Optional.of(PersonState.UNREACHABLE))).contains("does not work");
    assertThat(ImportRule.reason(Optional.of(PersonState.LEFT))).contains("has left");
    assertThat(ImportRule.reason(Optional.empty())).isEqualTo("was erased");
  }

  @Test
  void tags_areFiveAtOnce_sixtyCharactersAtMost() {
    assertThat(refused("a", "b", "c", "d", "t".repeat(60))).isEmpty();
    assertThat(refused("a", "b", "c", "d", "e", "f")).containsExactly("t too_many");
    assertThat(refused("a", " ", "t".repeat(61))).containsExactly("t[1] empty", "t[2] too_long");
    assertThat(TagName.key("  Coptic ")).isEqualTo("coptic");
  }

  private static List<String> refused(String... names) {
    return Refusals.of(problems -> TagName.checkAll(List.of(names), "t", problems));
  }
}
