package jeton.server.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** What arrived of a file in pieces. */
class PiecesTest {
  private static Pieces of(String... names) {
    return new Pieces(List.of(names));
  }

  @Test
  void theyAreThere_asFarAsTheyReachWithoutAGap() {
    assertThat(of().there()).isZero();
    assertThat(of("d/0-0").there()).isZero();
    assertThat(of("d/0-0", "d/0-10", "d/10-5").there()).isEqualTo(15);
    assertThat(of("d/10-5").there()).isZero();
    assertThat(of("d/0-10", "d/11-5").there()).isEqualTo(10);
    assertThat(of("d/0-10", "d/other", "moved-in").there()).isEqualTo(10);
  }

  @Test
  void partsThatCameTwice_areTakenOnce_theLongestFirst() {
    Pieces pieces = of("d/0-5", "d/5-15", "d/0-10", "d/20-1");
    assertThat(pieces.there()).isEqualTo(21);
    assertThat(pieces.inOrder())
        .containsExactly(
            new Pieces.Part("d/0-10", 0, 10),
            new Pieces.Part("d/5-15", 5, 20),
            new Pieces.Part("d/20-1", 0, 21));
  }

  @Test
  void aNameSaysWhereItBeginsAndHowLongItIs() {
    assertThat(of("drafts/x/" + Pieces.name(0, 7)).there()).isEqualTo(7);
  }
}
