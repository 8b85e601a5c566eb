package jeton.core.incentive;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.handover.PassLimits;
import jeton.core.privatepage.Content;
import jeton.core.privatepage.PageFile;
import jeton.core.privatepage.Piece;
import jeton.core.problem.Problems;

/**
 * A page that only pass holders see (rules V).
 *
 * @param heading its first line; the offer's name when empty
 * @param cover hash of the picture at its top; empty for none
 * @param pieces in order, at most 60
 * @param ownZone whether pieces open by the reader's own clock where it is known (T6)
 * @param straight whether the visitor is led straight to it (V4)
 */
public record PrivatePage(
    String heading, String cover, List<Piece> pieces, boolean ownZone, boolean straight)
    implements Incentive {
  /** What a new page starts from. */
  public static final PrivatePage BLANK = new PrivatePage("", "", List.of(), true, true);

  /** Most pieces of a page (V1). */
  public static final int MOST_PIECES = 60;

  private static final int MOST_FILES = 120;
  private static final int MOST_HEADING = 120;

  public PrivatePage {
    heading = heading == null ? "" : heading.strip();
    cover = cover == null ? "" : cover;
    pieces = pieces == null ? List.of() : List.copyOf(pieces);
  }

  @Override
  public Map<String, String> pieceTitles() {
    Map<String, String> titles = new LinkedHashMap<>();
    pieces.forEach(piece -> titles.put(String.valueOf(piece.id()), piece.title()));
    return titles;
  }

  @Override
  public void check(String path, Problems problems) {
    problems.line(heading, path + ".heading", "A heading", MOST_HEADING);
    problems.when(
        pieces.size() > MOST_PIECES,
        path + ".pieces",
        "too_many",
        "A page has at most 60 pieces. Make another page for the rest.");
    Set<Integer> ids = new HashSet<>();
    for (int i = 0; i < pieces.size(); i++) {
      String at = path + ".pieces[" + i + "]";
      problems.when(
          pieces.get(i).id() < 1 || !ids.add(pieces.get(i).id()),
          at + ".id",
          "taken",
          "Two pieces have one number.");
      pieces.get(i).check(at, problems);
    }
  }

  /** Whoever follows a course plays its recordings more than once. */
  @Override
  public PassLimits firstLimits() {
    return new PassLimits(Optional.of(90), Optional.empty());
  }

  @Override
  public int mostFiles() {
    return MOST_FILES;
  }

  /** The piece of a number. */
  public Optional<Piece> piece(int id) {
    return pieces.stream().filter(piece -> piece.id() == id).findFirst();
  }

  /**
   * Whether there is something on it to open or play: without, having it open counts as use (G5).
   */
  public boolean hasSomethingToOpen() {
    return pieces.stream().anyMatch(piece -> piece.content().mainFile().isPresent());
  }

  /**
   * What keeps the page from being given, or is worth a look.
   *
   * @param files the offer's
   * @param limits of the pass
   * @param now when somebody would be given it
   */
  public List<Lack> missing(List<PageFile> files, PassLimits limits, Instant now, ZoneId zone) {
    if (pieces.isEmpty()) {
      return List.of(Lack.grave("empty_page", "There is nothing on the page yet.", "pieces"));
    }
    Map<Long, PageFile> byId =
        files.stream().collect(Collectors.toMap(PageFile::id, Function.identity()));
    Optional<Instant> end = limits.expiry(now, zone);
    List<Lack> lacks = new ArrayList<>();
    for (int i = 0; i < pieces.size(); i++) {
      Piece piece = pieces.get(i);
      String name = piece.named(i + 1);
      String control = "piece-" + piece.id();
      piece
          .content()
          .lack()
          .or(() -> gone(piece.content(), byId))
          .ifPresent(
              lack -> lacks.add(Lack.grave("piece_lacks", name + " " + lack + ".", control)));
      if (piece.content() instanceof Content.Recording recording) {
        recording
            .file()
            .map(byId::get)
            .ifPresent(file -> lacks.addAll(ofRecording(recording, file, byId, name, control)));
      }
      end.filter(last -> piece.opens().from(now, zone, zone).isAfter(last))
          .ifPresent(
              last ->
                  lacks.add(
                      Lack.worthALook(
                          "opens_after_end",
                          name + " opens after the pass of somebody who signs up now has ended.",
                          control)));
    }
    return lacks;
  }

  private static Optional<String> gone(Content content, Map<Long, PageFile> files) {
    return content.mainFile().filter(id -> !files.containsKey(id)).map(id -> "has lost its file");
  }

  private static List<Lack> ofRecording(
      Content.Recording recording,
      PageFile file,
      Map<Long, PageFile> files,
      String name,
      String control) {
    List<Lack> lacks = new ArrayList<>();
    if (!file.plays()) {
      lacks.add(
          Lack.grave(
              "not_playable",
              name
                  + ": browsers cannot play this recording. Save it as MP4 (H.264) or MP3 and bring it in again.",
              control));
    }
    boolean captioned = recording.captions().filter(files::containsKey).isPresent();
    if (file.film() && !captioned) {
      lacks.add(
          Lack.worthALook(
              "no_captions",
              name + " is a film without captions. Not everybody can hear it.",
              control));
    }
    return lacks;
  }
}
