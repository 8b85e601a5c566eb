package jeton.core.incentive;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import jeton.core.Refusals;
import jeton.core.privatepage.Content;
import jeton.core.privatepage.Piece;
import org.junit.jupiter.api.Test;

/** What of a private page cannot be saved. */
class PrivatePageSettingsTest {

  private static Piece piece(int id, String title) {
    return Piece.of(id, title, new Content.Words("<p>Words</p>"));
  }

  private static PrivatePage page(String heading, Piece... pieces) {
    return new PrivatePage(heading, null, List.of(pieces), true, false);
  }

  private static List<String> refused(PrivatePage page) {
    return Refusals.of(problems -> page.check("p", problems));
  }

  @Test
  void ids_areAboveNothing_andDiffer() {
    assertThat(refused(page("Marbling", piece(1, "One"), piece(2, "Two")))).isEmpty();
    assertThat(refused(page("", piece(0, "None"), piece(1, "One"), piece(1, "Twin"))))
        .containsExactly("p.pieces[0].id taken", "p.pieces[2].id taken");
  }

  @Test
  void pieces_areSixtyAtMost() {
    assertThat(refused(page("", pieces(60)))).isEmpty();
    assertThat(refused(page("", pieces(61)))).containsExactly("p.pieces too_many");
  }

  private static Piece[] pieces(int many) {
    return IntStream.rangeClosed(1, many).mapToObj(i -> piece(i, "P")).toArray(Piece[]::new);
  }

  @Test
  void itsParts_areCheckedAtTheirPlaces() {
    assertThat(refused(page("a\nb", piece(1, "t\nu"))))
        .containsExactly("p.heading control_character", "p.pieces[0].title control_character");
    assertThat(page(null).heading()).isEmpty();
    assertThat(page(null).cover()).isEmpty();
  }

  @Test
  void itKnowsItsPieces() {
    PrivatePage page = page("", piece(1, "One"), piece(2, "Two"));
    assertThat(page.piece(2)).contains(page.pieces().get(1));
    assertThat(page.piece(3)).isEmpty();
    assertThat(page.pieceTitles()).containsEntry("1", "One").containsEntry("2", "Two").hasSize(2);
    assertThat(page.mostFiles()).isEqualTo(120);
    assertThat(page.firstLimits().days()).isEqualTo(Optional.of(90));
    assertThat(page.hasSomethingToOpen()).isFalse();
  }
}
