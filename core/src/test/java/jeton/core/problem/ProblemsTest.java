package jeton.core.problem;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import jeton.core.Refusals;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Texts and keys, at the edges of what is taken. */
class ProblemsTest {

  @Test
  void aText_mayBeAsLongAsItSays_andNoLonger() {
    assertThat(Refusals.of(p -> p.line("a".repeat(5), "f", "It", 5))).isEmpty();
    assertThat(Refusals.of(p -> p.line("a".repeat(6), "f", "It", 5))).containsExactly("f too_long");
    assertThat(Refusals.of(p -> p.text("a".repeat(5), "f", "It", 5))).isEmpty();
    assertThat(Refusals.of(p -> p.text("a".repeat(6), "f", "It", 5))).containsExactly("f too_long");
  }

  @ParameterizedTest
  @ValueSource(strings = {"\n", "\r", "\t"})
  void aBreak_isForTextsOfSeveralLines(String mark) {
    assertThat(Refusals.of(p -> p.line("a" + mark, "f", "It", 9)))
        .containsExactly("f control_character");
    assertThat(Refusals.of(p -> p.text("a" + mark, "f", "It", 9))).isEmpty();
  }

  @Test
  void aHiddenCharacter_isForNone() {
    assertThat(Refusals.of(p -> p.line("a\u0007", "f", "It", 9)))
        .containsExactly("f control_character");
    assertThat(Refusals.of(p -> p.text("a\u0007", "f", "It", 9)))
        .containsExactly("f control_character");
  }

  @Test
  void faultsAreCollected_inOrder_andChained() {
    Problems problems = new Problems();
    assertThat(problems.none()).isTrue();
    problems.add("a", "x", "A.").when(true, "b", "y", "B.").when(false, "c", "z", "C.");
    problems.line("ok", "d", "It", 9).text("ok", "e", "It", 9).add("f", "w", "F.");
    assertThat(problems.none()).isFalse();
    assertThat(problems.list()).extracting(Problem::field).containsExactly("a", "b", "f");
  }

  @Test
  void keys_areShortSmallAndDifferent() {
    assertThat(Refusals.of(p -> Keys.check(Arrays.asList("a", "b9", "abcdefghijkl"), "k", p)))
        .isEmpty();
    assertThat(
            Refusals.of(
                p -> Keys.check(Arrays.asList("A", "", null, "abcdefghijklm", "b", "b"), "k", p)))
        .containsExactly(
            "k[0].id bad_key",
            "k[1].id bad_key",
            "k[2].id bad_key",
            "k[3].id bad_key",
            "k[5].id taken");
  }
}
