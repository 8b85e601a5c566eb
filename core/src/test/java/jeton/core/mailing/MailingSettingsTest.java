package jeton.core.mailing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import jeton.core.Refusals;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.email.FillIns;
import jeton.core.segment.Criterion;
import jeton.core.trial.Trial;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What of an email to many cannot be saved or sent, and when it goes out. */
class MailingSettingsTest {
  private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
  private static final Instant NOW = Instant.parse("2026-11-20T10:00:00Z");
  private static final LocalDateTime FIRST = LocalDateTime.parse("2026-12-01T09:30");
  private static final LocalTime NINE = LocalTime.of(9, 0);
  private static final Repeat WEEKLY =
      new Repeat(Repeat.Unit.WEEKS, 1, Set.of(DayOfWeek.TUESDAY), null, null);
  private static final EmailContent EMAIL =
      new EmailContent("A letter", "", "<p>Hello</p>", EmailButton.NONE);

  private static MailingSettings with(EmailContent content, SendWhen when, TwoSubjects two) {
    return new MailingSettings(
        "", content, Recipients.of(1), null, when, Optional.ofNullable(two), false);
  }

  private static List<String> refused(MailingSettings settings) {
    return Refusals.of(
        problems ->
            settings.check(
                new MailingSettings.Known(FillIns.USUAL, key -> Optional.empty()), problems));
  }

  private static List<String> refused(SendWhen when) {
    return Refusals.of(problems -> when.check("w", problems));
  }

  private static List<String> refused(TwoSubjects two) {
    return Refusals.of(problems -> two.check("t", FillIns.USUAL, problems));
  }

  private static List<String> held(EmailContent content) {
    return Refusals.of(with(content, null, null)::checkToSend);
  }

  @Test
  void eachPart_isCheckedAtItsPlace() {
    assertThat(refused(with(EMAIL, null, null))).isEmpty();
    assertThat(refused(with(EMAIL.withSubject("a\nb"), null, null)))
        .containsExactly("content.subject control_character");
    assertThat(
            refused(
                with(
                    EMAIL,
                    new SendWhen(SendWhen.Kind.AT, null, null, null, null, null, null),
                    null)))
        .containsExactly("when.at empty");
    assertThat(refused(with(EMAIL, null, new TwoSubjects("", 5000, Trial.ALL, 0))))
        .containsExactly("subjects.subject empty");
    assertThat(
            refused(
                new MailingSettings(
                    "n".repeat(121), EMAIL, Recipients.of(1), null, null, null, false)))
        .containsExactly("name too_long");
    Recipients many =
        new Recipients(
            1, IntStream.range(0, 11).mapToObj(Long::valueOf).toList(), null, null, null);
    assertThat(refused(new MailingSettings("", EMAIL, many, null, null, null, false)))
        .containsExactly("recipients.segments too_many");
  }

  @Test
  void segments_areTenAtMost_onEitherSide() {
    List<Long> ten = Collections.nCopies(10, 1L);
    List<Long> eleven = Collections.nCopies(11, 1L);
    assertThat(
            Refusals.of(
                p -> new Recipients(1, ten, null, ten, null).check("r", k -> Optional.empty(), p)))
        .isEmpty();
    assertThat(
            Refusals.of(
                p ->
                    new Recipients(1, ten, null, eleven, null)
                        .check("r", k -> Optional.empty(), p)))
        .containsExactly("r.segments too_many");
    assertThat(Recipients.of(1).who()).isEqualTo(Criterion.EVERYBODY);
    assertThat(Recipients.of(1).except().match()).isEqualTo(Criterion.Match.ANY);
  }

  @Test
  void itIsKnown_byItsNameElseItsSubject() {
    assertThat(with(EMAIL, null, null).title()).isEqualTo("A letter");
    MailingSettings named =
        new MailingSettings("Winter", EMAIL, Recipients.of(1), Optional.of(4L), null, null, true);
    assertThat(named.title()).isEqualTo("Winter");
    assertThat(named.withContent(EMAIL)).isEqualTo(named);
    assertThat(with(EMAIL, null, null).when()).isEqualTo(SendWhen.now());
  }

  @Test
  void whatHasNothingToSay_isNotSent() {
    assertThat(held(EMAIL)).isEmpty();
    assertThat(held(new EmailContent(" ", "", "", EmailButton.NONE)))
        .containsExactly("content.subject empty", "content.blocks empty");
    assertThat(held(with(EmailBlock.button(new EmailButton("Look", EmailButton.Target.LINK, "")))))
        .containsExactly("content.blocks dead_link");
    assertThat(
            held(with(EmailBlock.button(new EmailButton("Yes", EmailButton.Target.CONFIRM, "")))))
        .containsExactly("content.blocks confirms");
    assertThat(held(with(EmailBlock.fileLink("Mine"))))
        .containsExactly("content.blocks hands_over");
  }

  private static EmailContent with(EmailBlock block) {
    return EMAIL.withBlocks(List.of(block));
  }

  @ParameterizedTest
  @CsvSource({
    "0, 100, 1, ''",
    "10000, 10000, 0, ''",
    "5000, 9999, 72, ''",
    "-1, 10000, 0, t.shareOfA out_of_range",
    "10001, 10000, 0, t.shareOfA out_of_range",
    "5000, 99, 1, t.tried out_of_range",
    "5000, 10001, 1, t.tried out_of_range",
    "5000, 9999, 0, t.hours out_of_range",
    "5000, 9999, 73, t.hours out_of_range"
  })
  void twoSubjects_areTriedOnAShare(int shareOfA, int tried, int hours, String fault) {
    assertThat(String.join("", refused(new TwoSubjects("B", shareOfA, tried, hours))))
        .isEqualTo(fault);
  }

  @Test
  void theSecondSubject_isASubject() {
    assertThat(refused(new TwoSubjects(null, 5000, Trial.ALL, 0)))
        .containsExactly("t.subject empty");
    assertThat(refused(new TwoSubjects("a\nb", 5000, Trial.ALL, 0)))
        .containsExactly("t.subject control_character");
    assertThat(refused(new TwoSubjects("{{nope}}", 5000, Trial.ALL, 0)))
        .containsExactly("t.subject unknown_fill_in");
  }

  @Test
  void whoeverIsNotTriedOn_waits() {
    TwoSubjects half = new TwoSubjects("B", 5000, 5000, 4);
    assertThat(half.waits()).isTrue();
    assertThat(new TwoSubjects("B", 5000, Trial.ALL, 0).waits()).isFalse();
    long waiting = IntStream.range(0, 2000).filter(id -> half.version("t", id).isEmpty()).count();
    assertThat(waiting).isBetween(900L, 1100L);
    for (int id = 0; id < 200; id++) {
      assertThat(new TwoSubjects("B", 0, Trial.ALL, 0).version("t", id)).contains(Trial.Version.B);
      int bucket = Trial.bucket("t/tried", String.valueOf(id));
      assertThat(new TwoSubjects("B", 0, bucket, 1).version("t", id)).isEmpty();
      assertThat(new TwoSubjects("B", 0, bucket + 1, 1).version("t", id)).isPresent();
    }
  }

  @ParameterizedTest
  @CsvSource({
    "1, 10, 1, 10, A",
    "1, 10, 2, 10, B",
    "2, 10, 1, 5, A",
    "0, 0, 1, 10, B",
    "1, 10, 0, 0, A",
    "3, 10, 2, 5, B"
  })
  void theBetter_isReadByTheLargerShare(
      long readA, long sentA, long readB, long sentB, Trial.Version better) {
    assertThat(TwoSubjects.better(readA, sentA, readB, sentB)).isEqualTo(better);
  }

  @Test
  void aWhen_namesWhatItNeeds() {
    assertThat(refused(SendWhen.now())).isEmpty();
    assertThat(refused(SendWhen.at(FIRST))).isEmpty();
    assertThat(refused(SendWhen.wherever(LocalDate.EPOCH, NINE))).isEmpty();
    assertThat(refused(repeated(Optional.of(1)))).isEmpty();
    assertThat(refused(bare(SendWhen.Kind.AT))).containsExactly("w.at empty");
    assertThat(refused(bare(SendWhen.Kind.WHEREVER)))
        .containsExactly("w.day empty", "w.time empty");
    assertThat(refused(bare(SendWhen.Kind.REPEATED)))
        .containsExactly("w.at empty", "w.time empty", "w.repeat empty");
    assertThat(bare(null).kind()).isEqualTo(SendWhen.Kind.NOW);
  }

  @ParameterizedTest
  @CsvSource({"0, false", "1, true", "1000, true", "1001, false"})
  void itComesAgain_oneToAThousandTimes(int times, boolean taken) {
    assertThat(refused(repeated(Optional.of(times))).isEmpty()).isEqualTo(taken);
  }

  @Test
  void howItComesAgain_isChecked() {
    SendWhen never =
        SendWhen.repeated(
            new Repeat.Course(
                new Repeat(Repeat.Unit.DAYS, 0, null, null, null), FIRST, NINE, null, null));
    assertThat(refused(never)).containsExactly("w.repeat.every bad_every");
  }

  @ParameterizedTest
  @CsvSource({
    "DAYS, 1, , , , ''",
    "DAYS, 365, , , , ''",
    "DAYS, 366, , , , r.every bad_every",
    "WEEKS, 1, , , , r.weekdays empty",
    "WEEKS, 1, MONDAY, , , ''",
    "MONTHS, 1, , 1, , ''",
    "MONTHS, 1, , 31, , ''",
    "MONTHS, 1, , 0, , r.day bad_day",
    "MONTHS, 1, , 32, , r.day bad_day",
    "MONTHS, 1, MONDAY, , 1, ''",
    "MONTHS, 1, MONDAY, , 4, ''",
    "MONTHS, 1, MONDAY, , 5, ''",
    "MONTHS, 1, MONDAY, , 0, r.week week_not_offered",
    "MONTHS, 1, MONDAY, , 6, r.week week_not_offered",
    "MONTHS, 1, MONDAY, , , r.week week_not_offered",
    "MONTHS, 1, , , 1, r.weekdays one_weekday"
  })
  void aRepeat_namesItsDays(
      Repeat.Unit unit, int every, DayOfWeek weekday, Integer day, Integer week, String fault) {
    Repeat repeat =
        new Repeat(
            unit,
            every,
            weekday == null ? null : Set.of(weekday),
            Optional.ofNullable(day),
            Optional.ofNullable(week));
    assertThat(String.join("", Refusals.of(problems -> repeat.check("r", problems))))
        .isEqualTo(fault);
  }

  private static SendWhen bare(SendWhen.Kind kind) {
    return new SendWhen(kind, null, null, null, null, null, null);
  }

  private static SendWhen repeated(Optional<Integer> times) {
    return SendWhen.repeated(new Repeat.Course(WEEKLY, FIRST, NINE, null, times));
  }

  @Test
  void whatGoesOutOnce_hasOneMoment() {
    assertThat(SendWhen.now().moment(0, DUBLIN, NOW)).contains(NOW);
    assertThat(SendWhen.at(FIRST).moment(0, DUBLIN, NOW))
        .contains(Instant.parse("2026-12-01T09:30:00Z"));
    assertThat(SendWhen.at(FIRST).moment(1, DUBLIN, NOW)).isEmpty();
    assertThat(SendWhen.now().comesAgain()).isFalse();
  }

  @Test
  void whatComesAgain_hasSoManyMoments() {
    SendWhen twice = repeated(Optional.of(2));
    assertThat(twice.comesAgain()).isTrue();
    // The first Tuesday's hour is over when it is set.
    assertThat(twice.moment(0, DUBLIN, NOW)).contains(Instant.parse("2026-12-08T09:00:00Z"));
    assertThat(twice.moment(1, DUBLIN, NOW)).contains(Instant.parse("2026-12-15T09:00:00Z"));
    assertThat(twice.moment(2, DUBLIN, NOW)).isEmpty();
  }

  @Test
  void whereverTheyAre_itIsNineThere_orAtOnceWhereThatIsOver() {
    SendWhen nine = SendWhen.wherever(LocalDate.parse("2026-12-01"), NINE);
    Instant begun = nine.moment(0, DUBLIN, NOW).orElseThrow();
    assertThat(begun).as("nine where a day begins first").isEqualTo("2026-11-30T19:00:00Z");
    assertThat(nine.dueIn(DUBLIN, begun)).isEqualTo("2026-12-01T09:00:00Z");
    Instant late = Instant.parse("2026-12-01T10:00:00Z");
    assertThat(nine.dueIn(DUBLIN, late)).isEqualTo(late);
    assertThat(SendWhen.at(FIRST).dueIn(DUBLIN, NOW)).isEqualTo(NOW);
  }
}
