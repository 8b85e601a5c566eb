package jeton.core.incentive;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import jeton.core.handover.PassLimits;
import jeton.core.privatepage.Content;
import jeton.core.privatepage.Opens;
import jeton.core.privatepage.PageFile;
import jeton.core.privatepage.Piece;
import jeton.core.privatepage.PieceTag;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import org.junit.jupiter.api.Test;

class PrivatePageTest {
  private static final ZoneId LISBON = ZoneId.of("Europe/Lisbon");
  private static final Instant NOW = Instant.parse("2026-11-25T10:00:00Z");
  private static final PageFile FILM = recording(1, true, true);
  private static final PageFile CAPTIONS =
      new PageFile(2, "bath.vtt", "text/vtt", Optional.empty(), false, false);

  private static PageFile recording(long id, boolean film, boolean plays) {
    return new PageFile(
        id, "bath", film ? "video/mp4" : "audio/mpeg", Optional.empty(), film, plays);
  }

  private static Content.Recording playing(long file, Long captions) {
    return new Content.Recording(Optional.of(file), Optional.ofNullable(captions), "", "", false);
  }

  private static PrivatePage page(Piece... pieces) {
    return new PrivatePage("", "", List.of(pieces), true, true);
  }

  private static List<String> codes(PrivatePage page, PassLimits limits, PageFile... files) {
    return page.missing(List.of(files), limits, NOW, LISBON).stream().map(Lack::code).toList();
  }

  private static List<String> faults(PrivatePage page) {
    Problems problems = new Problems();
    page.check("gives", problems);
    return problems.list().stream().map(Problem::field).toList();
  }

  @Test
  void anEmptyPage_holdsBackGoingLive() {
    List<Lack> lacks = page().missing(List.of(), PassLimits.NONE, NOW, LISBON);
    assertThat(lacks).extracting(Lack::code).containsExactly("empty_page");
    assertThat(lacks.get(0).grave()).isTrue();
  }

  @Test
  void aPieceWithoutWhatItIs_orWhoseFileIsGone_isNamed() {
    PrivatePage page =
        page(
            Piece.of(1, "The bath", playing(9, null)),
            Piece.of(2, "", new Content.Words(" ")),
            Piece.of(3, "Card", new Content.File(Optional.empty())),
            Piece.of(4, "", new Content.Button("Shop", "")),
            Piece.of(5, "", new Content.Picture("", "")),
            Piece.of(6, "", new Content.Divider()));
    assertThat(page.missing(List.of(), PassLimits.NONE, NOW, LISBON))
        .extracting(Lack::message)
        .containsExactly(
            "“The bath” has lost its file.",
            "Piece 2 has no words yet.",
            "“Card” has no file yet.",
            "Piece 4 leads nowhere yet.",
            "Piece 5 has no picture yet.");
  }

  @Test
  void aFilmWithoutCaptions_isWorthALook_aSoundNeedsNone() {
    assertThat(codes(page(Piece.of(1, "Film", playing(1, null))), PassLimits.NONE, FILM))
        .containsExactly("no_captions");
    assertThat(codes(page(Piece.of(1, "Film", playing(1, 2L))), PassLimits.NONE, FILM, CAPTIONS))
        .isEmpty();
    assertThat(
            codes(
                page(Piece.of(1, "Sound", playing(3, null))),
                PassLimits.NONE,
                recording(3, false, true)))
        .isEmpty();
  }

  @Test
  void aRecordingThatBrowsersCannotPlay_holdsBackGoingLive() {
    assertThat(
            codes(
                page(Piece.of(1, "Sound", playing(3, null))),
                PassLimits.NONE,
                recording(3, false, false)))
        .containsExactly("not_playable");
  }

  @Test
  void aPieceThatOpensAfterThePassHasEnded_isWorthALook() {
    Piece words = Piece.of(1, "Later", new Content.Words("<p>Hello</p>"));
    PassLimits week = new PassLimits(Optional.of(7), Optional.empty());
    PrivatePage lastDay = page(words.opening(Opens.after(7, LocalTime.of(8, 0))));
    PrivatePage dayAfter = page(words.opening(Opens.after(8, LocalTime.of(8, 0))));
    PrivatePage moment = page(words.opening(Opens.at(LocalDateTime.parse("2026-12-24T18:00"))));
    assertThat(codes(lastDay, week)).isEmpty();
    assertThat(codes(dayAfter, week)).containsExactly("opens_after_end");
    assertThat(codes(dayAfter, PassLimits.NONE)).isEmpty();
    assertThat(codes(moment, week)).containsExactly("opens_after_end");
  }

  @Test
  void whatCannotBeSaved_isSaidWhereItIs() {
    Piece twice = Piece.of(1, "x".repeat(121), new Content.Button("Go", "javascript:alert(1)"));
    Piece tagged =
        new Piece(
            1, "", Opens.AT_ONCE, new Content.Picture("../x", ""), List.of(new PieceTag("", true)));
    assertThat(faults(page(twice, tagged)))
        .containsExactly(
            "gives.pieces[0].title",
            "gives.pieces[0].content.href",
            "gives.pieces[1].id",
            "gives.pieces[1].content.hash",
            "gives.pieces[1].tags[0].tag");
    Piece[] many =
        IntStream.rangeClosed(1, 61)
            .mapToObj(id -> Piece.of(id, "", new Content.Divider()))
            .toArray(Piece[]::new);
    assertThat(faults(page(many))).containsExactly("gives.pieces");
  }

  @Test
  void aLengthIsToldInMinutesAndSeconds() {
    assertThat(length(380)).isEqualTo("6:20");
    assertThat(length(5)).isEqualTo("0:05");
    assertThat(length(3725)).isEqualTo("1:02:05");
  }

  private static String length(int seconds) {
    return new PageFile(1, "f", "video/mp4", Optional.of(Duration.ofSeconds(seconds)), true, true)
        .lengthInWords();
  }
}
