package jeton.core.display;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import jeton.core.Refusals;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What of a form's display rules cannot be saved. */
class DisplayRulesTest {
  private static final DisplayRules CALM = DisplayRules.CALM;

  private static List<String> refused(DisplayRules rules) {
    return Refusals.of(problems -> rules.check("d", problems));
  }

  private static DisplayRules on(Pages pages) {
    return new DisplayRules(
        pages, CALM.audience(), CALM.frequency(), CALM.season(), CALM.trigger(), 0);
  }

  private static DisplayRules resting(Integer close, Integer decline, Integer most) {
    return new DisplayRules(
        CALM.pages(),
        CALM.audience(),
        new Frequency(
            Optional.ofNullable(close), Optional.ofNullable(decline), Optional.ofNullable(most)),
        CALM.season(),
        CALM.trigger(),
        0);
  }

  private static DisplayRules during(Season season) {
    return new DisplayRules(
        CALM.pages(), CALM.audience(), CALM.frequency(), season, CALM.trigger(), 0);
  }

  @Test
  void ours_canBeSaved() {
    assertThat(refused(CALM)).isEmpty();
    assertThat(refused(DisplayRules.IN_PAGE)).isEmpty();
  }

  @Test
  void addresses_areFiftyAtMost_andEachIsOne() {
    PagePattern papers = new PagePattern(PagePattern.Type.EXACT, "/papers");
    assertThat(
            refused(
                on(new Pages(Collections.nCopies(50, papers), Collections.nCopies(50, papers)))))
        .isEmpty();
    assertThat(refused(on(new Pages(Collections.nCopies(51, papers), null))))
        .containsExactly("d.pages.onlyOn too_many");
    assertThat(refused(on(new Pages(null, Collections.nCopies(51, papers)))))
        .containsExactly("d.pages.notOn too_many");
    assertThat(
            refused(
                on(new Pages(List.of(papers, new PagePattern(PagePattern.Type.EXACT, " ")), null))))
        .containsExactly("d.pages.onlyOn[1].text empty");
    assertThat(
            refused(on(new Pages(null, List.of(new PagePattern(PagePattern.Type.EXACT, "/a\nb"))))))
        .containsExactly("d.pages.notOn[0].text control_character");
  }

  @ParameterizedTest
  @CsvSource({
    "0, 0, 1, ''",
    "3650, 3650, 1000, ''",
    "-1, 0, 1, d.frequency.daysAfterClose",
    "3651, 0, 1, d.frequency.daysAfterClose",
    "0, -1, 1, d.frequency.daysAfterDecline",
    "0, 3651, 1, d.frequency.daysAfterDecline",
    "0, 0, 0, d.frequency.atMost",
    "0, 0, 1001, d.frequency.atMost"
  })
  void rests_haveTheirRanges(int close, int decline, int most, String field) {
    assertThat(refused(resting(close, decline, most)))
        .isEqualTo(field.isEmpty() ? List.of() : List.of(field + " out_of_range"));
  }

  @ParameterizedTest
  @CsvSource({
    "50, a, ''",
    "51, a, d.audience.leastPages out_of_range",
    "1, 'a\nb', d.audience.cameFrom[0] control_character"
  })
  void whoItIsFor_isChecked(int pages, String from, String fault) {
    Audience audience = new Audience(true, null, pages, null, List.of(from));
    DisplayRules rules =
        new DisplayRules(
            CALM.pages(), audience, CALM.frequency(), CALM.season(), CALM.trigger(), 0);
    assertThat(String.join("", refused(rules))).isEqualTo(fault);
  }

  @ParameterizedTest
  @CsvSource({"100, true", "-100, true", "101, false", "-101, false"})
  void aPriority_isWithinAHundred(int priority, boolean taken) {
    DisplayRules rules =
        new DisplayRules(
            CALM.pages(),
            CALM.audience(),
            CALM.frequency(),
            CALM.season(),
            CALM.trigger(),
            priority);
    assertThat(refused(rules)).isEqualTo(taken ? List.of() : List.of("d.priority out_of_range"));
  }

  @ParameterizedTest
  @CsvSource({
    "AT_ONCE, 9999, true",
    "ON_CLICK, -1, true",
    "AFTER_SECONDS, 0, false",
    "AFTER_SECONDS, 1, true",
    "AFTER_SECONDS, 600, true",
    "AFTER_SECONDS, 601, false",
    "AT_SCROLL, 100, true",
    "AT_SCROLL, 101, false",
    "WHEN_IDLE, 4, false",
    "WHEN_IDLE, 5, true"
  })
  void anAmount_isOneOfItsKind(Trigger.Kind kind, int amount, boolean taken) {
    DisplayRules rules =
        new DisplayRules(
            CALM.pages(),
            CALM.audience(),
            CALM.frequency(),
            CALM.season(),
            new Trigger(kind, amount),
            0);
    assertThat(refused(rules))
        .isEqualTo(taken ? List.of() : List.of("d.trigger.amount out_of_range"));
  }

  @ParameterizedTest
  @CsvSource({
    "2026-12-01, 2026-12-01, 0, 24, ''",
    "2026-12-02, 2026-12-01, 0, 24, d.season.to before_start",
    ", 2026-12-01, 23, 24, ''",
    "2026-12-01, , 0, 1, ''",
    ", , -1, 24, d.season.toHour out_of_range",
    ", , 0, 25, d.season.toHour out_of_range",
    ", , 9, 9, d.season.toHour out_of_range"
  })
  void aSeason_endsAfterItBegins(
      LocalDate from, LocalDate to, int fromHour, int toHour, String fault) {
    Season season =
        new Season(Optional.ofNullable(from), Optional.ofNullable(to), null, fromHour, toHour);
    assertThat(String.join("", refused(during(season)))).isEqualTo(fault);
  }
}
