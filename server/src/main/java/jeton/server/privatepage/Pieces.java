package jeton.server.privatepage;

import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jeton.core.incentive.PrivatePage;
import jeton.core.privatepage.PageFile;
import jeton.core.privatepage.Piece;
import jeton.core.privatepage.Played;
import jeton.server.history.History;
import jeton.server.offer.Offer;
import jeton.server.tagging.Tagging;
import org.springframework.stereotype.Component;

/** What people did with the pieces of a page, and what that gives and takes (V5). */
@Component
class Pieces {
  private final PieceStore store;
  private final Tagging tagging;
  private final History history;
  private final Clock clock;

  Pieces(PieceStore store, Tagging tagging, History history, Clock clock) {
    this.store = store;
    this.tagging = tagging;
    this.history = history;
    this.clock = clock;
  }

  /**
   * A piece was opened or began to play, in the caller's transaction, the person's row locked. Its
   * tags are given and taken the first time.
   */
  void opened(Offer offer, long personId, Piece piece) {
    boolean first =
        store.opened(new PieceStore.Place(offer.id(), personId, piece.id()), clock.instant());
    if (first) {
      history.note(
          History.Event.of(
              clock.instant(),
              History.Kind.PIECE_OPENED,
              personId,
              offer.id(),
              piece.named(place(offer, piece))));
      piece.tags().forEach(tag -> tagging.along(personId, tag.tag(), tag.give(), offer.id()));
    }
  }

  private static int place(Offer offer, Piece piece) {
    return PrivatePageFace.of(offer).pieces().indexOf(piece) + 1;
  }

  /** Somebody had the page open for a while. */
  void looked(Offer offer, long personId) {
    store.opened(
        new PieceStore.Place(offer.id(), personId, PieceStore.WHOLE_PAGE), clock.instant());
  }

  /**
   * The page tells what was played; the stretches of all visits are put together. Told of a
   * recording that never began, it is passed over: whoever plays has asked for the file.
   */
  void played(Offer offer, long personId, int piece, String told, PageFile file) {
    PieceStore.Place place = new PieceStore.Place(offer.id(), personId, piece);
    store
        .find(place)
        .ifPresent(
            row -> {
              Played all = row.played().and(Played.read(told));
              store.played(place, all, all.share(seconds(file)), clock.instant());
            });
  }

  private static int seconds(PageFile file) {
    return (int) Math.min(Played.MOST_SECONDS, file.length().orElse(Duration.ZERO).toSeconds());
  }

  /** What people did with each piece, by its number; {@code 0} is the page itself. */
  Map<Integer, PieceStore.Count> counts(long offerId) {
    Map<Integer, PieceStore.Count> counts = new HashMap<>();
    store.counts(offerId).forEach(count -> counts.put(count.piece(), count));
    return counts;
  }

  /** A line for each piece that somebody opened, in the page's order. */
  List<String> ofPerson(Offer offer, long personId) {
    Map<Integer, PieceStore.Row> rows = new HashMap<>();
    store.ofPerson(offer.id(), personId).forEach(row -> rows.put(row.piece(), row));
    PrivatePage page = PrivatePageFace.of(offer);
    List<String> lines = new ArrayList<>();
    for (int i = 0; i < page.pieces().size(); i++) {
      Piece piece = page.pieces().get(i);
      PieceStore.Row row = rows.get(piece.id());
      if (row != null) {
        lines.add(
            piece.named(i + 1)
                + (row.played().stretches().isEmpty()
                    ? ": opened"
                    : ": " + row.share() + " % played"));
      }
    }
    return lines;
  }
}
