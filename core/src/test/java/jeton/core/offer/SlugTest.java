package jeton.core.offer;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SlugTest {

  @ParameterizedTest
  @CsvSource({
    "First-notebook plan, first-notebook-plan",
    "  Crème & Löffel!, creme-loffel",
    "2 for 1, 2-for-1"
  })
  void isMadeFromAName(String name, String slug) {
    assertThat(Slug.of(name)).contains(slug);
  }

  @Test
  void aNameWithoutAsciiLetters_makesNone() {
    assertThat(Slug.of("製本")).isEmpty();
  }

  @Test
  void isCut_withoutAHyphenAtTheEnd() {
    assertThat(Slug.of("a".repeat(59) + " b").orElseThrow()).isEqualTo("a".repeat(59));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "-a", "a-", "a--b", "A", "a/b", "a b", "ä", "../x"})
  void badOnes_areRefused(String slug) {
    assertThat(Slug.isGood(slug)).isFalse();
  }
}
