package jeton.core.privatepage;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlayedTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "0-10            | 0-10",
        "5-9,0-5         | 0-9",
        "0-10,3-4        | 0-10",
        "8-9,0-2,1-3     | 0-3,8-9",
        "9-3             | ''",
        "0-999999        | 0-86400",
        "x-y,-4,3-5;7-8  | 3-5,7-8"
      })
  void stretchesAreReadInOrder_eachSecondOnce(String told, String kept) {
    assertThat(Played.read(told).written()).isEqualTo(kept);
  }

  @ParameterizedTest
  @CsvSource({
    "0-100, 100, 100",
    "0-99,  100, 95",
    "0-4,   100, 0",
    "0-5,   100, 5",
    "0-3,   20,  15",
    "0-40,  20,  100",
    "10-30, 20,  50",
    "0-1,   0,   100"
  })
  void theShareIsOfItsSeconds_inStepsOf5RoundedDown(String told, int seconds, int share) {
    assertThat(Played.read(told).share(seconds)).isEqualTo(share);
  }

  @Test
  void severalVisits_addUp_andNothingCountsTwice() {
    Played first = Played.read("0-50");
    Played second = Played.read("25-75");
    assertThat(first.and(second).share(100)).isEqualTo(75);
    assertThat(first.and(first)).isEqualTo(first);
    assertThat(second.and(first)).isEqualTo(first.and(second));
  }

  @Test
  void whatIsKeptStaysSmall_howeverManyJumpsThereWere() {
    Played all = Played.NOTHING;
    for (int half = 0; half < 10; half++) {
      int from = half * 2000;
      all =
          all.and(
              Played.read(
                  IntStream.range(0, 190)
                      .mapToObj(i -> (from + i * 10) + "-" + (from + i * 10 + 5))
                      .collect(Collectors.joining(","))));
    }
    assertThat(all.stretches()).hasSizeLessThanOrEqualTo(200);
    assertThat(all.written()).hasSizeLessThan(3000);
    assertThat(all.share(20_000)).isGreaterThanOrEqualTo(45);
  }

  private static String told(int stretches) {
    return IntStream.range(0, stretches)
        .mapToObj(i -> i * 10 + "-" + (i * 10 + 5))
        .collect(Collectors.joining(","));
  }

  @Test
  void twoHundredStretches_areKeptAsTheyAre_andNoMoreIsReadAtOnce() {
    assertThat(Played.read(told(200)).written()).isEqualTo(told(200));
    assertThat(Played.read(told(201)).written()).isEqualTo(told(200));
    assertThat(Played.read("5-5").written()).isEmpty();
  }

  @Test
  void whereThereAreTooMany_theShortestGapIsClosed() {
    Played many = Played.read(told(200));
    String closed = many.and(Played.read("1006-1009")).written();
    assertThat(closed).contains("1000-1009,1010-").doesNotContain("1000-1005");
  }
}
