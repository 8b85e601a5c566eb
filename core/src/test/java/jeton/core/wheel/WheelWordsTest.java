package jeton.core.wheel;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.DoubleStream;
import java.util.stream.Stream;
import jeton.core.Refusals;
import jeton.core.form.PageWords;
import org.junit.jupiter.api.Test;

class WheelWordsTest {
  @Test
  void eachOfItsWords_isLookedAt() {
    PageWords twoLines = new PageWords("You\nhave won", "");
    WheelWords words = new WheelWords(twoLines, "x".repeat(1001), twoLines);
    assertThat(Refusals.of(problems -> words.check("words", problems)))
        .extracting(refusal -> refusal.split(" ")[0])
        .containsExactly("words.won.heading", "words.waiting", "words.lost.heading");
    assertThat(Refusals.of(problems -> WheelWords.USUAL.check("words", problems))).isEmpty();
  }

  @Test
  void thePrize_standsWhereItsWordDoes() {
    assertThat(WheelWords.filled("You have won: {{prize}}", "a sheet"))
        .isEqualTo("You have won: a sheet");
  }

  @Test
  void points_lieAllOverTheWheel_andNeverBeyondIt() {
    Chance chance = new Chance();
    double[] points = Stream.generate(chance::point).limit(2000).mapToDouble(p -> p).toArray();
    assertThat(DoubleStream.of(points)).allMatch(point -> point >= 0 && point < 1);
    assertThat(DoubleStream.of(points).min().orElseThrow()).isLessThan(0.1);
    assertThat(DoubleStream.of(points).max().orElseThrow()).isGreaterThan(0.9);
  }
}
