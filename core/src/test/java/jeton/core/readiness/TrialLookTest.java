package jeton.core.readiness;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class TrialLookTest extends AnOffer {
  private static List<Finding> of(Optional<Duration> left) {
    AnOffer offer = new TrialLookTest();
    offer.trials = List.of(new Facts.Trying("Pop-up", Finding.Stop.ASK, "forms", left));
    return offer.findings().stream().filter(f -> f.code().equals("trial_endless")).toList();
  }

  @Test
  void aTrialThatEndsWithinThreeMonths_isNothingToTell() {
    assertThat(of(Optional.of(Duration.ZERO))).isEmpty();
    assertThat(of(Optional.of(Duration.ofDays(90)))).isEmpty();
  }

  @Test
  void oneThatTakesLonger_isTold_withHowLong() {
    assertThat(of(Optional.of(Duration.ofDays(91))))
        .extracting(Finding::message)
        .containsExactly(
            "The two versions of “Pop-up” take about 3 more months at this pace to be told apart. Take the one you like.");
    assertThat(of(Optional.of(Duration.ofDays(400))).get(0).message())
        .contains("take more than a year");
    assertThat(of(Optional.empty()).get(0).message()).contains("cannot be told apart");
    assertThat(of(Optional.empty()).get(0).stop()).isEqualTo(Finding.Stop.ASK);
  }
}
