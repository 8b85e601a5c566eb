package jeton.core.people;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * S14: of what a visitor typed, only what looks like a first name reaches an unconfirmed address.
 */
class FirstNameTest {

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Aoife",
        "aoife",
        "Zoë",
        "Jean-Luc",
        "D’Arcy",
        "O'Neill",
        "Anna Maria Louise",
        "李",
        "Наталья",
        "नेहा",
        "Zoe\u0308",
        " Aoife "
      })
  void names_areSaid(String typed) {
    assertThat(FirstName.looksLikeOne(typed)).isTrue();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "", "  ", "Win 1000", "http://q.example", "q.example", "Aoife!", "Call now please friend",
        "abcdefghijklmnopqrstuvwxyzabcde", "{{email}}", "<b>Aoife</b>", "a@b", "-", "'",
            "Aoife\u202e",
        "Free 🧵", "+353 1 234"
      })
  void whateverElse_isNotSaid(String typed) {
    assertThat(FirstName.looksLikeOne(typed)).isFalse();
  }
}
