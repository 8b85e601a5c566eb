package jeton.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class TrialSettingsTest {
  private static java.util.List<String> faults(TrialSettings settings, Tested tested) {
    Problems problems = new Problems();
    settings.check(tested, problems);
    return problems.list().stream().map(Problem::field).toList();
  }

  @ParameterizedTest
  @EnumSource(Tested.class)
  void theUsual_isHalfAndHalf_andMayBeSaved(Tested tested) {
    assertThat(TrialSettings.usual(tested).shareOfA()).isEqualTo(5000);
    assertThat(faults(TrialSettings.usual(tested), tested)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"499,false", "500,true", "9500,true", "9501,false"})
  void eachVersionIsForSome(int share, boolean fine) {
    assertThat(faults(new TrialSettings(share, Measure.SIGNED_UP, true), Tested.FORM).isEmpty())
        .isEqualTo(fine);
  }

  @Test
  void aFormIsNotOpened_norAnEmailSignedUpBy() {
    assertThat(faults(new TrialSettings(5000, Measure.OPENED, false), Tested.FORM))
        .containsExactly("settings.measure");
    assertThat(faults(new TrialSettings(5000, Measure.SIGNED_UP, false), Tested.EMAIL))
        .containsExactly("settings.measure");
    assertThat(faults(new TrialSettings(5000, Measure.CLICKED, false), Tested.EMAIL)).isEmpty();
    assertThat(faults(new TrialSettings(5000, null, false), Tested.EMAIL))
        .containsExactly("settings.measure");
  }

  @Test
  void onlyWhatDiffers_isTold_writingWithoutItsMarks() {
    assertThat(
            new Difference.Found()
                .of("Headline", "One", "One")
                .of("Button", "Go", "Send it")
                .writing("Text", "<p>Ink &amp; <b>paper</b></p>", "<p>Ink</p>")
                .writing("Small print", "<p>Same</p>", "<p><em>Same</em></p>")
                .shown("Looks", 1, 2)
                .list())
        .containsExactly(
            new Difference("Button", "Go", "Send it"),
            new Difference("Text", "Ink & paper", "Ink"),
            new Difference("Small print", "Same", "Same (set another way)"),
            new Difference("Looks", "as it is", "another"));
  }
}
