package jeton.core.followup;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Rules T8 and T13 in the one function that decides. */
class TurnTest {
  private static final Instant START = Instant.parse("2026-11-24T10:00:00Z");
  private static final Pace DUBLIN = Pace.in(ZoneId.of("Europe/Dublin"));

  private static Step step(long id, int hours, Condition condition) {
    return new Step(
        id, id * 10, true, StepTiming.after(new Wait(hours, Wait.Unit.HOURS)), condition);
  }

  private static Turn turn(List<Step> steps, Known known, Duration later) {
    return Turn.of(steps, Standing.start(START), DUBLIN, known, START.plus(later));
  }

  @Test
  void nothingIsDue_beforeItsMoment() {
    Step a = step(1, 2, new Condition(Condition.Kind.PASS_USED, ""));
    Turn turn = turn(List.of(a), Known.NOTHING, Duration.ofHours(2).minusMillis(1));
    assertThat(turn.next()).isEqualTo(new Turn.Next.Wait(a, START.plus(Duration.ofHours(2))));
    assertThat(turn.skipped()).as("judged at the due moment, not before").isEmpty();
  }

  @Test
  void aStepWhoseConditionFails_isSkipped_andItsDueMomentAnchorsTheNext() {
    Step a = step(1, 2, new Condition(Condition.Kind.PASS_USED, ""));
    Step b = step(2, 3, Condition.ALWAYS);
    Turn turn = turn(List.of(a, b), Known.NOTHING, Duration.ofHours(4));
    assertThat(turn.skipped()).containsExactly(new Plan.Due(a, START.plus(Duration.ofHours(2))));
    assertThat(turn.next()).isEqualTo(new Turn.Next.Wait(b, START.plus(Duration.ofHours(5))));
    assertThat(turn.standing().progress().handled()).containsExactly(1L);
  }

  @Test
  void everyCondition_looksAtWhatItNames() {
    Known known = new Known(true, Set.of("Reader"));
    assertThat(new Condition(Condition.Kind.PASS_USED, "").holds(known)).isTrue();
    assertThat(new Condition(Condition.Kind.PASS_NOT_USED, "").holds(known)).isFalse();
    assertThat(new Condition(Condition.Kind.HAS_TAG, " reader ").holds(known)).isTrue();
    assertThat(new Condition(Condition.Kind.LACKS_TAG, "READER").holds(known)).isFalse();
    assertThat(new Condition(Condition.Kind.LACKS_TAG, "guest").holds(known)).isTrue();
    assertThat(Condition.ALWAYS.holds(Known.NOTHING)).isTrue();
  }

  @Test
  void afterTheLastSkippedStep_theRunIsOver() {
    Step a = step(1, 0, new Condition(Condition.Kind.HAS_TAG, "guest"));
    assertThat(turn(List.of(a), Known.NOTHING, Duration.ZERO).next())
        .isEqualTo(new Turn.Next.Over());
  }

  @Test
  void spacing_movesAnEmailAwayFromThatOfAnotherSequence() {
    Step a = step(1, 1, Condition.ALWAYS);
    Pace pace =
        new Pace(
            DUBLIN.zone(), Duration.ofHours(24), Optional.of(START.plus(Duration.ofMinutes(50))));
    Turn turn =
        Turn.of(
            List.of(a),
            Standing.start(START),
            pace,
            Known.NOTHING,
            START.plus(Duration.ofHours(1)));
    assertThat(turn.next())
        .isEqualTo(new Turn.Next.Wait(a, START.plus(Duration.ofMinutes(24 * 60 + 50))));
  }

  @Test
  void aPlan_keepsTheSpacingBetweenItsOwnEmails() {
    List<Step> steps = List.of(step(1, 0, Condition.ALWAYS), step(2, 1, Condition.ALWAYS));
    Pace pace = new Pace(DUBLIN.zone(), Duration.ofHours(6), Optional.empty());
    assertThat(Plan.ahead(steps, Standing.start(START), pace))
        .extracting(Plan.Due::at)
        .containsExactly(START, START.plus(Duration.ofHours(6)));
  }
}
