package jeton.core.quiz;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class FitTest {
  private static final double CLOSE = 1e-9;

  @Test
  void ofTwo_itIsTheExactBinomialTest() {
    // 8 of 10 heads: 2 · (1 + 10 + 45) / 1024.
    assertThat(Fit.of(new long[] {8, 2}, new double[] {0.5, 0.5}).p())
        .isCloseTo(112 / 1024.0, within(CLOSE));
    assertThat(Fit.of(new long[] {5, 5}, new double[] {0.5, 0.5}).p()).isCloseTo(1, within(CLOSE));
  }

  @Test
  void ofThree_itIsCountedByHand() {
    // All three in one place: 3 of 27 ways are that unlikely.
    assertThat(Fit.of(new long[] {3, 0, 0}, new double[] {1 / 3.0, 1 / 3.0, 1 / 3.0}).p())
        .isCloseTo(3 / 27.0, within(CLOSE));
  }

  @Test
  void whatCannotBe_andWhatIsNothing() {
    assertThat(Fit.of(new long[] {0, 1}, new double[] {1, 0})).isEqualTo(new Fit(0, true));
    assertThat(Fit.of(new long[] {0, 0}, new double[] {0.5, 0.5}).p()).isCloseTo(1, within(CLOSE));
  }

  @Test
  void whereThereAreTooManyWays_itIsDrawn_andAgreesWithTheExactOne() {
    double[] shares = {0.1, 0.2, 0.3, 0.4};
    Fit exact = Fit.of(new long[] {12, 18, 27, 43}, shares);
    assertThat(exact.exact()).isTrue();
    Fit drawn = Fit.of(new long[] {60, 90, 135, 215}, shares);
    assertThat(drawn.exact()).isFalse();
    assertThat(drawn.p()).isBetween(0.02, 0.9);
    assertThat(Fit.of(new long[] {200, 100, 100, 100}, shares).p()).isLessThan(0.001);
    // However many there are: what is expected is likely, what is far off is not.
    assertThat(Fit.of(new long[] {100_000, 200_000, 300_000, 400_000}, shares).p())
        .isGreaterThan(0.9);
    assertThat(Fit.of(new long[] {100_900, 199_100, 300_000, 400_000}, shares).p())
        .isLessThan(0.05);
  }

  @Test
  void drawnOrCounted_theyComeToNearlyTheSame() {
    double[] shares = {0.02, 0.28, 0.7};
    // 892 is the last number of plays whose ways to share out are few enough with three outcomes.
    long[] few = {24, 240, 597};
    long[] more = {25, 241, 627};
    Fit exact = Fit.of(few, shares);
    Fit drawn = Fit.of(more, shares);
    assertThat(exact.exact()).isTrue();
    assertThat(drawn.exact()).isFalse();
    assertThat(drawn.p()).isCloseTo(exact.p(), within(0.12));
  }
}
