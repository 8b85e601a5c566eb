package jeton.core.wheel;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;

class SpreadTest {
  private static Slice slice(int weight, Integer stock, long cost) {
    return new Slice("", BigDecimal.valueOf(weight), Optional.ofNullable(stock), cost);
  }

  @Test
  void withoutStocks_itLiesWhereTheSumOfChanceLies() {
    Spread spread = Spread.of(new Wheel(List.of(slice(1, null, 100), slice(3, null, 0))), 1000);
    assertThat(spread.mean()).isCloseTo(25_000, Offset.offset(250.0));
    // 1.645 standard deviations of 100 × √(1000 × ¼ × ¾).
    assertThat(spread.high() - spread.low()).isBetween(3_700L, 5_400L);
  }

  @Test
  void whatRunsOut_costsNoMore() {
    Spread spread = Spread.of(new Wheel(List.of(slice(1, 5, 100), slice(1, null, 0))), 1000);
    assertThat(spread.low()).isEqualTo(500);
    assertThat(spread.high()).isEqualTo(500);
  }

  @Test
  void isTheSameEachTime_andNothingOnAnEmptyWheel() {
    Wheel wheel = new Wheel(List.of(slice(2, null, 70), slice(5, null, 10)));
    assertThat(Spread.of(wheel, 100)).isEqualTo(Spread.of(wheel, 100));
    assertThat(Spread.of(new Wheel(List.of(slice(1, 0, 9))), 100).mean()).isZero();
  }
}
