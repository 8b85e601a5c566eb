package jeton.core.confirm;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jeton.core.Refusals;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.email.FillIns;
import jeton.core.form.PageColours;
import jeton.core.form.PageWords;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What of the Confirm stop cannot be saved. */
class ConfirmSettingsTest {
  private static final EmailContent EMAIL =
      new EmailContent("Open it", "", "<p>Press</p>", EmailButton.NONE);
  private static final PageWords WORDS = new PageWords("Nearly there", "Look into your mailbox.");

  private static ConfirmSettings with(
      int days, PageWords waiting, PageWords confirmed, ConfirmPages pages) {
    return new ConfirmSettings(true, EMAIL, waiting, confirmed, days, true, pages);
  }

  private static List<String> refused(ConfirmSettings settings) {
    return Refusals.of(problems -> settings.check("c", FillIns.USUAL, problems));
  }

  @ParameterizedTest
  @CsvSource({"0, false", "1, true", "30, true", "31, false"})
  void aLink_isGoodForOneToThirtyDays(int days, boolean taken) {
    assertThat(refused(with(days, WORDS, WORDS, ConfirmPages.PLAIN)))
        .isEqualTo(taken ? List.of() : List.of("c.daysGood out_of_range"));
  }

  @Test
  void eachPart_isCheckedAtItsPlace() {
    PageWords twoLines = new PageWords("a\nb", "");
    assertThat(refused(with(7, twoLines, WORDS, null)))
        .containsExactly("c.waiting.heading control_character");
    assertThat(refused(with(7, WORDS, twoLines, null)))
        .containsExactly("c.confirmed.heading control_character");
    assertThat(
            refused(
                with(7, WORDS, WORDS, null)
                    .withEmail(new EmailContent("s".repeat(201), "", "", EmailButton.NONE))))
        .containsExactly("c.email.subject too_long");
    assertThat(
            refused(
                with(
                    7,
                    WORDS,
                    WORDS,
                    new ConfirmPages(true, new PageColours("red", "#000000", "#000000"), ""))))
        .containsExactly("c.pages.colours not_a_colour");
  }

  @ParameterizedTest
  @CsvSource({
    "https://shop.example/thanks, true",
    "shop.example, false",
    "javascript:alert(1), false"
  })
  void itGoesOn_toAnAddressOfTheWeb(String address, boolean taken) {
    List<String> refused = refused(with(7, WORDS, WORDS, new ConfirmPages(false, null, address)));
    assertThat(refused.isEmpty()).isEqualTo(taken);
    assertThat(refused).allMatch(one -> one.startsWith("c.pages.goesOnTo "));
  }

  @Test
  void otherCopies_keepTheRest() {
    ConfirmSettings on = new ConfirmSettings(true, EMAIL, WORDS, WORDS, 7, false);
    assertThat(on.pages()).isEqualTo(ConfirmPages.PLAIN);
    assertThat(on.turned(false).on()).isFalse();
    assertThat(on.turned(false).turned(true)).isEqualTo(on);
    assertThat(on.withEmail(EMAIL)).isEqualTo(on);
  }
}
