package jeton.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Condition;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
import jeton.core.followup.Step;
import jeton.core.followup.StepTiming;
import jeton.core.followup.Wait;
import jeton.core.form.PageWords;
import jeton.core.handover.HandOverSettings;
import jeton.core.handover.Letter;
import jeton.core.handover.PassLimits;
import jeton.core.incentive.Download;
import jeton.core.incentive.Incentive;
import jeton.core.people.TagChange;
import org.junit.jupiter.api.Test;

/** What a made-up visitor meets, and when. */
class RehearsalTest {
  private static final Instant NOW = Instant.parse("2026-11-26T21:10:00Z");
  private static final PageWords WORDS = new PageWords("h", "t");
  private static final EmailContent EMAIL = new EmailContent("s", "", "", EmailButton.NONE);

  private boolean confirmation = true;
  private boolean byEmail = true;
  private PassLimits limits = PassLimits.NONE;
  private RunAgain again = RunAgain.NEVER;
  private final List<TagChange> tags = new ArrayList<>();
  private final List<Setup.Sequence> sequences = new ArrayList<>();
  private Duration confirmsAfter = Duration.ofHours(9);
  private Optional<Duration> usesAfter = Optional.empty();
  private Optional<Duration> againAfter = Optional.empty();
  private Optional<Duration> leavesAfter = Optional.empty();
  private Optional<Visitor.Played> plays = Optional.empty();
  private Incentive gives = new Download();

  private static Step step(long id, int days, Condition condition) {
    return new Step(id, id, true, StepTiming.after(new Wait(days, Wait.Unit.DAYS)), condition);
  }

  private static Step step(long id, int days) {
    return step(id, days, Condition.ALWAYS);
  }

  private void followUp(Step... steps) {
    sequences.add(
        new Setup.Sequence(1, "Welcome", List.of(steps), SequenceRules.USUAL, true, false));
  }

  private void other(long id, Start start, Goal goal, Step... steps) {
    sequences.add(
        new Setup.Sequence(
            id,
            "Other",
            List.of(steps),
            new SequenceRules(false, goal, start, RunAgain.NEVER),
            false,
            false));
  }

  private List<Moment> moments() {
    return Rehearsal.of(
        new Setup(
            7,
            new ConfirmSettings(confirmation, EMAIL, WORDS, WORDS, 7, true),
            new HandOverSettings(false, byEmail, EMAIL, WORDS, limits, again, tags),
            sequences,
            ZoneId.of("Europe/Dublin"),
            Duration.ZERO,
            gives),
        new Visitor(
            NOW,
            Optional.of("Europe/Lisbon"),
            Map.of("wedding", "2026-12-24"),
            confirmsAfter.isNegative() ? Optional.empty() : Optional.of(confirmsAfter),
            usesAfter,
            againAfter,
            leavesAfter,
            plays));
  }

  /** As lines: hours after the sign-up, what, and which step. */
  private List<String> story() {
    return moments().stream()
        .filter(m -> m.kind() != Moment.Kind.RUN_STARTS)
        .map(
            m ->
                Duration.between(NOW, m.at()).toHours()
                    + " "
                    + m.kind()
                    + m.step().map(s -> " " + s.id()).orElse("")
                    + m.end().map(e -> " " + e).orElse(""))
        .toList();
  }

  @Test
  void theWholeWay_inOrder() {
    followUp(step(1, 2), step(2, 1));
    assertThat(story())
        .containsExactly(
            "0 ANSWER",
            "0 CONFIRMATION_EMAIL",
            "9 CONFIRMED_PAGE",
            "9 DELIVERY_EMAIL",
            "57 SEQUENCE_EMAIL 1",
            "81 SEQUENCE_EMAIL 2",
            "81 RUN_ENDS STEPS_EXHAUSTED");
  }

  @Test
  void neverConfirming_isTheEndOfIt_andTooLateSaysSo() {
    followUp(step(1, 2));
    confirmsAfter = Duration.ofHours(-1);
    assertThat(story()).containsExactly("0 ANSWER", "0 CONFIRMATION_EMAIL");
    confirmsAfter = Duration.ofDays(7);
    assertThat(story())
        .containsExactly("0 ANSWER", "0 CONFIRMATION_EMAIL", "168 CONFIRMATION_RAN_OUT");
  }

  @Test
  void conditions_lookAtWhatTheVisitorDid() {
    followUp(
        step(1, 2, new Condition(Condition.Kind.PASS_USED, "")),
        step(2, 2, new Condition(Condition.Kind.PASS_NOT_USED, "")));
    assertThat(story()).contains("57 SKIPPED 1", "105 SEQUENCE_EMAIL 2");
    usesAfter = Optional.of(Duration.ofDays(1));
    assertThat(story()).contains("33 PASS_USED", "57 SEQUENCE_EMAIL 1", "105 SKIPPED 2");
  }

  @Test
  void aPassThatHasRunOut_isNotUsed() {
    limits = new PassLimits(Optional.of(3), Optional.empty());
    // Handed over at ten past six on the 27th: good to the end of the 30th.
    usesAfter = Optional.of(Duration.ofDays(3).plusHours(17));
    assertThat(story()).endsWith("98 PASS_USED");
    usesAfter = Optional.of(Duration.ofDays(3).plusHours(18));
    assertThat(story()).endsWith("99 PASS_RAN_OUT");
  }

  @Test
  void leaving_endsWhatIsGoingOn() {
    followUp(step(1, 2));
    leavesAfter = Optional.of(Duration.ofHours(20));
    assertThat(story()).endsWith("20 LEAVES", "20 RUN_ENDS PERSON_LEFT");
  }

  @Test
  void signingUpTwice_deliversAgain_andRunsAgainOnlyIfWanted() {
    followUp(step(1, 2));
    againAfter = Optional.of(Duration.ofDays(10));
    assertThat(story()).endsWith("240 ANSWER", "240 DELIVERY_EMAIL");
    again = new RunAgain(RunAgain.When.EVERY_TIME, 0);
    assertThat(story()).endsWith("288 SEQUENCE_EMAIL 1", "288 RUN_ENDS STEPS_EXHAUSTED");
  }

  @Test
  void askingAgainWithinTwoMinutes_sendsNothingMore() {
    confirmsAfter = Duration.ofHours(-1);
    againAfter = Optional.of(Duration.ofSeconds(119));
    assertThat(story()).containsExactly("0 ANSWER", "0 CONFIRMATION_EMAIL", "0 ANSWER");
    againAfter = Optional.of(Duration.ofMinutes(2));
    assertThat(story()).endsWith("0 ANSWER", "0 CONFIRMATION_EMAIL");
  }

  @Test
  void tags_startOtherSequences_andReachGoals() {
    tags.add(new TagChange(TagChange.When.CONFIRMATION, "reader", true));
    tags.add(new TagChange(TagChange.When.FIRST_USE, "binder", true));
    other(
        2,
        new Start(Start.Kind.TAG_GAINED, Optional.empty(), "Reader", 0, ""),
        new Goal(Goal.Kind.TAG_GAINED, "binder"),
        step(5, 1),
        step(6, 1));
    usesAfter = Optional.of(Duration.ofHours(30));
    assertThat(story()).endsWith("33 SEQUENCE_EMAIL 5", "39 PASS_USED", "39 RUN_ENDS GOAL_REACHED");
  }

  @Test
  void aPassNotUsedInTime_startsItsSequence() {
    other(
        2, new Start(Start.Kind.PASS_NOT_USED, Optional.of(7L), "", 3, ""), Goal.NONE, step(5, 0));
    assertThat(story()).contains("81 SEQUENCE_EMAIL 5");
    usesAfter = Optional.of(Duration.ofDays(2));
    assertThat(story()).noneMatch(line -> line.contains("SEQUENCE_EMAIL"));
  }

  @Test
  void aDateInAField_startsOnItsDay() {
    other(
        2,
        new Start(Start.Kind.DATE_FIELD, Optional.empty(), "", -14, "wedding"),
        Goal.NONE,
        step(5, 0));
    assertThat(
            moments().stream().filter(m -> m.kind() == Moment.Kind.SEQUENCE_EMAIL).map(Moment::at))
        .containsExactly(Instant.parse("2026-12-10T00:00:00Z"));
  }

  @Test
  void withoutConfirmation_itIsHandedOverAtOnce() {
    confirmation = false;
    byEmail = false;
    assertThat(story()).containsExactly("0 ANSWER", "0 DELIVERY_EMAIL");
  }

  @Test
  void aSequenceThatStartsItself_comesToAnEnd() {
    tags.add(new TagChange(TagChange.When.CONFIRMATION, "reader", true));
    other(
        2,
        new Start(Start.Kind.TAG_GAINED, Optional.empty(), "reader", 0, ""),
        Goal.NONE,
        step(5, 1));
    againAfter = Optional.of(Duration.ofDays(2));
    assertThat(story().stream().filter(line -> line.contains("SEQUENCE_EMAIL"))).hasSize(1);
  }

  @Test
  void whatIsPlayed_countsOnceItIsConfirmed_withItsTagsAndItsSequence() {
    plays = Optional.of(new Visitor.Played("coptic", List.of("sewn"), Letter.AS_SET));
    other(2, new Start(Start.Kind.TAG_GAINED, null, "sewn", 0, ""), Goal.NONE, step(5, 1));
    other(
        3,
        new Start(Start.Kind.RESULT, Optional.of(7L), "", 0, "", "coptic"),
        Goal.NONE,
        step(6, 2));
    other(
        4, new Start(Start.Kind.RESULT, Optional.of(7L), "", 0, "", "wire"), Goal.NONE, step(7, 1));
    assertThat(story())
        .contains("33 SEQUENCE_EMAIL 5", "57 SEQUENCE_EMAIL 6")
        .noneMatch(line -> line.endsWith(" 7"));
    confirmation = false;
    assertThat(story()).contains("24 SEQUENCE_EMAIL 5", "48 SEQUENCE_EMAIL 6");
  }

  @Test
  void whatWasPlayed_mayGoWithoutALetter_orOnlyByOne() {
    plays = Optional.of(new Visitor.Played("none", List.of(), Letter.NONE));
    assertThat(story()).noneMatch(line -> line.contains("DELIVERY_EMAIL"));
    byEmail = false;
    plays = Optional.of(new Visitor.Played("prize", List.of(), Letter.ALWAYS));
    assertThat(story()).contains("9 DELIVERY_EMAIL");
    plays = Optional.empty();
    assertThat(story()).noneMatch(line -> line.contains("DELIVERY_EMAIL"));
  }

  @Test
  void aPassThatEnds_startsItsSequenceBefore() {
    limits = new PassLimits(Optional.of(5), Optional.empty());
    other(2, new Start(Start.Kind.ENDS_SOON, Optional.of(7L), "", 2, ""), Goal.NONE, step(5, 0));
    // Handed over on the 27th, good to the end of the 2nd: two days before is the 30th.
    assertThat(emails()).containsExactly(Instant.parse("2026-11-30T00:00:00Z"));
    limits = new PassLimits(Optional.of(1), Optional.empty());
    assertThat(emails()).as("that day is over").isEmpty();
    limits = PassLimits.NONE;
    assertThat(emails()).as("nothing ends").isEmpty();
  }

  private List<Instant> emails() {
    return moments().stream()
        .filter(m -> m.kind() == Moment.Kind.SEQUENCE_EMAIL)
        .map(Moment::at)
        .toList();
  }

  @Test
  void aPassUsed_startsItsSequence_andTagsByIt() {
    usesAfter = Optional.of(Duration.ofHours(3));
    tags.add(new TagChange(TagChange.When.FIRST_USE, "opened", true));
    tags.add(new TagChange(TagChange.When.SIGN_UP, "asked", true));
    other(2, new Start(Start.Kind.PASS_USED, Optional.of(7L), "", 0, ""), Goal.NONE, step(5, 0));
    other(3, new Start(Start.Kind.PASS_USED, Optional.of(8L), "", 0, ""), Goal.NONE, step(6, 0));
    other(4, new Start(Start.Kind.TAG_GAINED, null, "opened", 0, ""), Goal.NONE, step(7, 0));
    assertThat(story())
        .contains("12 PASS_USED", "12 SEQUENCE_EMAIL 5", "12 SEQUENCE_EMAIL 7")
        .noneMatch(line -> line.endsWith(" 6"));
  }

  @Test
  void theirMailbox_holdsThreeKinds() {
    followUp(step(1, 2));
    usesAfter = Optional.of(Duration.ofHours(3));
    assertThat(moments())
        .filteredOn(Moment::isEmail)
        .extracting(Moment::kind)
        .containsExactly(
            Moment.Kind.CONFIRMATION_EMAIL, Moment.Kind.DELIVERY_EMAIL, Moment.Kind.SEQUENCE_EMAIL);
  }

  @Test
  void aPausedSequence_sendsNothing() {
    sequences.add(
        new Setup.Sequence(1, "Welcome", List.of(step(1, 2)), SequenceRules.USUAL, true, true));
    assertThat(story()).noneMatch(line -> line.contains("SEQUENCE_EMAIL"));
  }

  @Test
  void usingThePass_endsASequenceWhoseGoalThatIs() {
    sequences.add(
        new Setup.Sequence(
            1,
            "Welcome",
            List.of(step(1, 30)),
            new SequenceRules(
                false,
                new Goal(Goal.Kind.PASS_USED, ""),
                SequenceRules.USUAL.start(),
                RunAgain.NEVER),
            true,
            false));
    usesAfter = Optional.of(Duration.ofDays(1));
    assertThat(story()).contains("33 PASS_USED", "33 RUN_ENDS GOAL_REACHED");
  }

  @Test
  void aSequenceThatRests_sendsNothing_whileOthersGoOn() {
    followUp(step(1, 2));
    sequences.add(
        new Setup.Sequence(2, "Resting", List.of(step(2, 1)), SequenceRules.USUAL, true, true));
    assertThat(story()).contains("57 SEQUENCE_EMAIL 1").noneMatch(l -> l.endsWith("EMAIL 2"));
  }
}
