package jeton.core.display;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DisplayWordsTest {
  private static final Frequency ANY = Frequency.ALWAYS;

  private static String words(Shape shape, Audience audience, Season season, Trigger trigger) {
    Pages papers =
        new Pages(List.of(new PagePattern(PagePattern.Type.STARTS, "/papers")), List.of());
    return DisplayWords.of(shape, new DisplayRules(papers, audience, ANY, season, trigger, 0));
  }

  private static Trigger trigger(Trigger.Kind kind, int amount) {
    return new Trigger(kind, amount);
  }

  @ParameterizedTest
  @CsvSource({
    "AT_ONCE, 0, At once on pages /papers and below",
    "AFTER_SECONDS, 1, After 1 second on pages /papers and below",
    "AT_SCROLL, 60, After scrolling 60 % of pages /papers and below",
    "ON_LEAVING, 0, On leaving pages /papers and below",
    "ON_CLICK, 0, When something is clicked on pages /papers and below",
    "WHEN_IDLE, 20, After 20 seconds without a move on pages /papers and below"
  })
  void eachTrigger_hasItsWords(Trigger.Kind kind, int amount, String begins) {
    assertThat(
            words(Shape.POP_UP, Audience.NOT_YET_SIGNED_UP, Season.ALWAYS, trigger(kind, amount)))
        .isEqualTo(begins + ", to people who have not signed up.");
  }

  @Test
  void audienceAndSeason_areSpelledOut() {
    Audience picky =
        new Audience(
            false, Audience.Who.RETURNING, 2, Audience.Devices.MOBILE, List.of("letter", "forum"));
    Season spring =
        new Season(
            Optional.of(LocalDate.of(2026, 3, 1)),
            Optional.of(LocalDate.of(2026, 5, 31)),
            Set.of(DayOfWeek.SATURDAY, DayOfWeek.FRIDAY),
            9,
            17);
    assertThat(words(Shape.BAR, picky, spring, trigger(Trigger.Kind.AT_ONCE, 0)))
        .isEqualTo(
            "At once on pages /papers and below, to returning visitors on a phone, from their 2nd page on,"
                + " if they came from letter or forum, from 1 March 2026, until 31 May 2026, on Fri, Sat,"
                + " between 9:00 and 17:00.");
  }

  @Test
  void inThePage_andOnItsOwn_thereIsNoMoment() {
    Trigger any = trigger(Trigger.Kind.ON_LEAVING, 0);
    assertThat(words(Shape.IN_PAGE, Audience.NOT_YET_SIGNED_UP, Season.ALWAYS, any))
        .startsWith("Where you put it on pages /papers and below");
    assertThat(words(Shape.FULL_PAGE, Audience.NOT_YET_SIGNED_UP, Season.ALWAYS, any))
        .isEqualTo("On its own page, for everybody who has the address.");
  }

  private static String often(Integer close, Integer decline, Integer most) {
    Frequency frequency =
        new Frequency(
            Optional.ofNullable(close), Optional.ofNullable(decline), Optional.ofNullable(most));
    return DisplayWords.of(
        Shape.POP_UP,
        new DisplayRules(
            Pages.ALL,
            new Audience(false, Audience.Who.EVERYBODY, 0, Audience.Devices.ANY, List.of()),
            frequency,
            Season.ALWAYS,
            trigger(Trigger.Kind.AT_ONCE, 0),
            0));
  }

  @Test
  void howOften_isSaidWhereItIsLimited() {
    assertThat(often(1, 2, 3))
        .contains("at most once in 1 day when closed")
        .contains("not for 2 days after a no")
        .contains("3 times in all");
    assertThat(often(0, 0, null)).doesNotContain("closed", "after a no", "in all");
  }
}
