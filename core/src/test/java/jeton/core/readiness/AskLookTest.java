package jeton.core.readiness;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import jeton.core.display.DisplayRules;
import jeton.core.display.PagePattern;
import jeton.core.display.Pages;
import jeton.core.display.Season;
import jeton.core.display.Shape;
import org.junit.jupiter.api.Test;

/** Forms: seen, reached, readable, on a list. */
class AskLookTest extends AnOffer {
  @Test
  void aFormThatPutsNobodyOnAList_isWorthALook() {
    assertThat(codes()).doesNotContain("no_list");
    lists = Set.of(2L);
    assertThat(codes()).contains("no_list");
  }

  @Test
  void forms_neverSeen_orNotLately_areFound() {
    forms.add(form("a", Shape.IN_PAGE, DisplayRules.IN_PAGE, Optional.empty()));
    forms.add(form("b", Shape.BAR, DisplayRules.CALM, Optional.of(NOW.minusSeconds(8 * 86_400))));
    forms.add(form("c", Shape.BAR, DisplayRules.CALM, Optional.of(NOW.minusSeconds(6 * 86_400))));
    assertThat(codes()).containsExactly("never_seen", "not_seen_lately");
  }

  @Test
  void twoFormsThatInterruptOnOnePage_areFound() {
    forms.add(form("a", Shape.POP_UP, DisplayRules.CALM, Optional.of(NOW)));
    forms.add(form("b", Shape.SLIDE_IN, DisplayRules.CALM, Optional.of(NOW)));
    assertThat(codes()).containsExactly("two_interrupt");
  }

  @Test
  void everyFormOff_isFound() {
    formsOn = false;
    assertThat(codes()).containsExactly("no_form_on");
  }

  @Test
  void coloursTooClose_areFound() {
    ink = "#B0B0B0";
    assertThat(codes()).containsExactly("low_contrast");
  }

  @Test
  void formsNobodyCanReach_areFound() {
    DisplayRules calm = DisplayRules.CALM;
    Season over =
        new Season(
            Optional.empty(),
            Optional.of(java.time.LocalDate.of(2026, 11, 23)),
            calm.season().days(),
            0,
            24);
    forms.add(
        form(
            "a",
            Shape.BAR,
            new DisplayRules(
                calm.pages(), calm.audience(), calm.frequency(), over, calm.trigger(), 0),
            Optional.of(NOW)));
    PagePattern blog = new PagePattern(PagePattern.Type.STARTS, "/blog");
    forms.add(
        form(
            "b",
            Shape.BAR,
            new DisplayRules(
                new Pages(List.of(blog), List.of(blog)),
                calm.audience(),
                calm.frequency(),
                calm.season(),
                calm.trigger(),
                0),
            Optional.of(NOW)));
    assertThat(codes()).containsExactly("form_over", "form_nowhere");
  }

  @Test
  void wordsOfFourAndAHalfToOne_canBeRead() {
    // On this paper the first is just above that, the second just below.
    ink = "#6F6F6F";
    assertThat(codes()).doesNotContain("low_contrast");
    ink = "#777777";
    assertThat(codes()).contains("low_contrast");
  }

  @Test
  void aFormOnItsLastDay_isNotOver() {
    DisplayRules today =
        new DisplayRules(
            DisplayRules.IN_PAGE.pages(),
            DisplayRules.IN_PAGE.audience(),
            DisplayRules.IN_PAGE.frequency(),
            new Season(
                Optional.empty(),
                Optional.of(java.time.LocalDate.of(2026, 11, 24)),
                Set.of(),
                0,
                24),
            DisplayRules.IN_PAGE.trigger(),
            0);
    forms.add(form("a", Shape.IN_PAGE, today, Optional.of(NOW)));
    assertThat(codes()).doesNotContain("form_over");
  }

  @Test
  void whatIsOpenedByAClick_doesNotInterrupt() {
    DisplayRules calm = DisplayRules.CALM;
    DisplayRules asked =
        new DisplayRules(
            calm.pages(),
            calm.audience(),
            calm.frequency(),
            calm.season(),
            new jeton.core.display.Trigger(jeton.core.display.Trigger.Kind.ON_CLICK, 0),
            0);
    forms.add(form("a", Shape.POP_UP, calm, Optional.of(NOW)));
    forms.add(form("b", Shape.POP_UP, asked, Optional.of(NOW)));
    assertThat(codes()).doesNotContain("two_interrupt");
    forms.add(form("c", Shape.POP_UP, calm, Optional.of(NOW)));
    assertThat(codes()).contains("two_interrupt");
  }
}
