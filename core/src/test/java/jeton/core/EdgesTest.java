package jeton.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
import jeton.core.offer.Slug;
import jeton.core.privatepage.Content;
import jeton.core.privatepage.Opens;
import jeton.core.privatepage.Piece;
import jeton.core.segment.Comparison;
import jeton.core.segment.Criterion;
import jeton.core.segment.Subject;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Small rules, at the edges of what they take. */
class EdgesTest {

  @ParameterizedTest
  @CsvSource({"0, false", "1, true", "3650, true", "3651, false"})
  void aSequence_runsAgainWithinTenYears(int days, boolean taken) {
    SequenceRules rules =
        new SequenceRules(
            false, Goal.NONE, Start.BY_SIGN_UP, new RunAgain(RunAgain.When.AFTER_DAYS, days));
    assertThat(Refusals.of(p -> rules.check("r", p)))
        .isEqualTo(taken ? List.of() : List.of("r.again.days out_of_range"));
    SequenceRules never =
        new SequenceRules(false, null, null, new RunAgain(RunAgain.When.EVERY_TIME, days));
    assertThat(Refusals.of(p -> never.check("r", p))).isEmpty();
  }

  @Test
  void aSlug_hasSixtyCharacters_withoutDashesAtItsEnds() {
    assertThat(Slug.isGood("a".repeat(60))).isTrue();
    assertThat(Slug.isGood("a".repeat(61))).isFalse();
    assertThat(Slug.isGood("-a")).isFalse();
    assertThat(Slug.of("a".repeat(60))).contains("a".repeat(60));
    assertThat(Slug.of("a".repeat(59) + " b")).as("cut before a dash").contains("a".repeat(59));
    assertThat(Slug.of("…")).isEmpty();
  }

  @Test
  void aPiece_opensWhenItSays_andChecksItsParts() {
    assertThat(opening(new Opens(Opens.Kind.AFTER_DAYS, 3650, Optional.of(LocalTime.NOON), null)))
        .isEmpty();
    assertThat(opening(new Opens(Opens.Kind.AFTER_DAYS, 3651, Optional.of(LocalTime.NOON), null)))
        .containsExactly("p.opens.days out_of_range");
    assertThat(opening(new Opens(Opens.Kind.AFTER_DAYS, -1, null, null)))
        .containsExactly("p.opens.days out_of_range", "p.opens.at empty");
    assertThat(opening(new Opens(Opens.Kind.AT_MOMENT, 0, null, null)))
        .containsExactly("p.opens.moment empty");
    assertThat(opening(Opens.at(LocalDateTime.parse("2026-12-01T09:00")))).isEmpty();
    Piece words = Piece.of(1, "Words", new Content.Words("<p>One</p>"));
    assertThat(words.with(new Content.Words("<p>Two</p>")).with(words.content())).isEqualTo(words);
    assertThat(words.named(2)).isEqualTo("“Words”");
    assertThat(Piece.of(1, " ", null).named(2)).isEqualTo("Piece 2");
  }

  private static List<String> opening(Opens opens) {
    Piece piece = Piece.of(1, "Words", new Content.Words("<p>One</p>")).opening(opens);
    return Refusals.of(problems -> piece.check("p", problems));
  }

  @Test
  void aQuestionAboutPeople_isFourDeep_ofFortyConditions() {
    Criterion tag = Criterion.Condition.of(Subject.TAG, Comparison.HAS, "coptic");
    assertThat(refused(deep(tag, 4))).isEmpty();
    assertThat(refused(deep(tag, 5))).containsExactly("q too_deep");
    assertThat(refused(new Criterion.Group(null, Collections.nCopies(40, tag)))).isEmpty();
    assertThat(refused(new Criterion.Group(null, Collections.nCopies(41, tag))))
        .containsExactly("q too_many");
    Criterion wrong = Criterion.Condition.of(Subject.STATE, Comparison.IS, "dancing");
    assertThat(refused(Criterion.Group.all(tag, Criterion.Group.all(wrong))))
        .singleElement()
        .asString()
        .startsWith("q.parts[1].parts[0]")
        .endsWith(" unknown_state");
  }

  private static Criterion.Group deep(Criterion inner, int levels) {
    Criterion.Group group = Criterion.Group.all(inner);
    while (group.levels() < levels) {
      group = Criterion.Group.all(group);
    }
    return group;
  }

  private static List<String> refused(Criterion.Group group) {
    return Refusals.of(problems -> group.check("q", key -> Optional.empty(), problems));
  }
}
