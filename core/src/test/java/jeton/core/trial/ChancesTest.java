package jeton.core.trial;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Comparator;
import java.util.List;
import java.util.function.ToDoubleFunction;
import jeton.core.numbers.Rate;
import org.junit.jupiter.api.Test;

class ChancesTest {
  private static List<Chances.Point> of(long kA, long nA, long kB, long nB) {
    return Chances.of(new TwoVersions(new Rate(kA, nA), new Rate(kB, nB))).points();
  }

  private static double top(List<Chances.Point> points, ToDoubleFunction<Chances.Point> height) {
    return points.stream().max(Comparator.comparingDouble(height)).orElseThrow().rate();
  }

  private static double area(List<Chances.Point> points, ToDoubleFunction<Chances.Point> height) {
    double area = 0;
    for (int i = 1; i < points.size(); i++) {
      area +=
          (points.get(i).rate() - points.get(i - 1).rate())
              * (height.applyAsDouble(points.get(i)) + height.applyAsDouble(points.get(i - 1)))
              / 2;
    }
    return area;
  }

  @Test
  void eachHill_isHighestAtItsRate_withAnAreaOfOne() {
    List<Chances.Point> points = of(60, 3012, 78, 2998);
    assertThat(top(points, Chances.Point::a)).isCloseTo(60.0 / 3012, within(0.0005));
    assertThat(top(points, Chances.Point::b)).isCloseTo(78.0 / 2998, within(0.0005));
    assertThat(area(points, Chances.Point::a)).isCloseTo(1, within(1e-9));
    assertThat(area(points, Chances.Point::b)).isCloseTo(1, within(1e-9));
    // Beta(61, 2953) at its mode: 154.1.
    double mode = points.stream().mapToDouble(Chances.Point::a).max().orElseThrow();
    assertThat(mode).isCloseTo(156.4, within(1.5));
  }

  @Test
  void beforeAnybodyCame_allRatesAreEquallyLikely() {
    assertThat(of(0, 0, 0, 0))
        .allSatisfy(point -> assertThat(point.a()).isCloseTo(1, within(1e-9)))
        .first()
        .satisfies(point -> assertThat(point.rate()).isZero());
  }

  @Test
  void allOrNone_endsAtTheEdge() {
    List<Chances.Point> points = of(0, 50, 50, 50);
    assertThat(top(points, Chances.Point::a)).isZero();
    assertThat(top(points, Chances.Point::b)).isEqualTo(1);
    assertThat(points).allSatisfy(p -> assertThat(p.a() + p.b()).isFinite().isNotNegative());
  }

  @Test
  void goesFromLowToHigh_withinWhatARateCanBe() {
    List<Chances.Point> points = of(1, 400, 3, 400);
    assertThat(points).isSortedAccordingTo(Comparator.comparingDouble(Chances.Point::rate));
    assertThat(points.get(0).rate()).isZero();
    assertThat(points.get(points.size() - 1).rate()).isBetween(0.02, 0.03);
  }
}
