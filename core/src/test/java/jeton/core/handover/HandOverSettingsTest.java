package jeton.core.handover;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import jeton.core.Refusals;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.email.FillIns;
import jeton.core.followup.RunAgain;
import jeton.core.form.PageWords;
import jeton.core.people.TagChange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What of a hand-over cannot be saved. */
class HandOverSettingsTest {
  private static final EmailContent EMAIL =
      new EmailContent("Here", "", "<p>It</p>", EmailButton.NONE);
  private static final HandOverSettings FINE =
      new HandOverSettings(
          true,
          false,
          EMAIL,
          new PageWords("Here it is", "Keep it."),
          PassLimits.NONE,
          RunAgain.NEVER);

  private static List<String> refused(HandOverSettings settings) {
    return Refusals.of(problems -> settings.check("h", FillIns.USUAL, problems));
  }

  private static HandOverSettings with(RunAgain again, TagChange... tags) {
    return new HandOverSettings(
        true, true, EMAIL, FINE.page(), PassLimits.NONE, again, List.of(tags));
  }

  @Test
  void whatIsFine_isTaken() {
    assertThat(refused(FINE)).isEmpty();
    assertThat(FINE.tags()).isEmpty();
    assertThat(new HandOverSettings(true, true, EMAIL, FINE.page(), null, null, null).tags())
        .isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "0, 1, h.limits.days",
    "3651, 1, h.limits.days",
    "1, 0, h.limits.uses",
    "1, 1001, h.limits.uses"
  })
  void limitsOutOfRange_areRefused(int days, int uses, String field) {
    assertThat(refused(FINE.withLimits(new PassLimits(Optional.of(days), Optional.of(uses)))))
        .containsExactly(field + " out_of_range");
  }

  @ParameterizedTest
  @CsvSource({"1, 1", "3650, 1000"})
  void limitsAtTheirEdges_areTaken(int days, int uses) {
    assertThat(refused(FINE.withLimits(new PassLimits(Optional.of(days), Optional.of(uses)))))
        .isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"0, false", "1, true", "3650, true", "3651, false"})
  void daysUntilItRunsAgain_countWhereTheyAreAskedFor(int days, boolean taken) {
    assertThat(refused(with(new RunAgain(RunAgain.When.AFTER_DAYS, days))).isEmpty())
        .isEqualTo(taken);
    assertThat(refused(with(new RunAgain(RunAgain.When.EVERY_TIME, days)))).isEmpty();
  }

  @Test
  void eachPart_isCheckedAtItsPlace() {
    EmailContent tooLong = new EmailContent("s".repeat(201), "", "", EmailButton.NONE);
    assertThat(refused(FINE.withEmail(tooLong))).containsExactly("h.email.subject too_long");
    assertThat(
            refused(
                new HandOverSettings(
                    true, true, EMAIL, new PageWords("a\nb", ""), PassLimits.NONE, RunAgain.NEVER)))
        .containsExactly("h.page.heading control_character");
    TagChange fine = new TagChange(TagChange.When.SIGN_UP, "asked", true);
    TagChange blank = new TagChange(TagChange.When.FIRST_USE, " ", false);
    assertThat(refused(with(RunAgain.NEVER, fine, blank))).containsExactly("h.tags[1].tag empty");
  }

  @Test
  void otherCopies_keepTheRest() {
    HandOverSettings tagged =
        with(RunAgain.NEVER, new TagChange(TagChange.When.SIGN_UP, "a", true));
    assertThat(tagged.withByEmail(false))
        .isEqualTo(
            new HandOverSettings(
                true, false, EMAIL, FINE.page(), PassLimits.NONE, RunAgain.NEVER, tagged.tags()));
    assertThat(tagged.withByEmail(true)).isEqualTo(tagged);
    assertThat(tagged.withEmail(EMAIL)).isEqualTo(tagged);
    assertThat(tagged.withLimits(PassLimits.NONE)).isEqualTo(tagged);
  }
}
