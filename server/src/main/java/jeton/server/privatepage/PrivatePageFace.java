package jeton.server.privatepage;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jeton.core.form.PageWords;
import jeton.core.incentive.Lack;
import jeton.core.incentive.Part;
import jeton.core.incentive.PrivatePage;
import jeton.core.incentive.Shown;
import jeton.core.offer.OfferKind;
import jeton.core.privatepage.Content;
import jeton.core.privatepage.Opens;
import jeton.core.privatepage.PageFile;
import jeton.core.privatepage.Piece;
import jeton.server.business.Business;
import jeton.server.incentive.Face;
import jeton.server.offer.Offer;
import org.springframework.stereotype.Component;

/**
 * Private pages: a way to the page wherever it is short, the pieces on the page itself (V1, V4).
 */
@Component
class PrivatePageFace implements Face {
  private static final int MOST_IN_EMAIL = 12;

  private final Readers readers;
  private final Recordings recordings;
  private final Pieces pieces;
  private final Business business;
  private final Clock clock;

  PrivatePageFace(
      Readers readers, Recordings recordings, Pieces pieces, Business business, Clock clock) {
    this.readers = readers;
    this.recordings = recordings;
    this.pieces = pieces;
    this.business = business;
    this.clock = clock;
  }

  static PrivatePage of(Offer offer) {
    return (PrivatePage) offer.settings().gives();
  }

  @Override
  public OfferKind kind() {
    return OfferKind.PRIVATE_PAGE;
  }

  @Override
  public List<Part> show(Offer offer, View view) {
    return List.of(new Part.Link("Open the page", view.pass()));
  }

  @Override
  public PageWords pageWords(Offer offer) {
    String heading = of(offer).heading();
    return new PageWords(heading.isEmpty() ? offer.settings().name() : heading, "");
  }

  @Override
  public List<Part> showOnPage(Offer offer, View view) {
    return showOnPage(offer, view, readers.of(offer, view.personId()));
  }

  /** The page as this reader sees it. */
  List<Part> showOnPage(Offer offer, View view, Reader reader) {
    PrivatePage page = of(offer);
    Addresses to =
        view.personId().isPresent()
            ? Addresses.behindPass(view.pass(), offer)
            : Addresses.forOwner(offer);
    Drawing drawing = new Drawing(files(offer), to);
    List<Part> parts = new ArrayList<>();
    if (!page.cover().isEmpty()) {
      parts.add(new Part.Piece("", "", new Shown.Picture(to.picture(page.cover()), "")));
    }
    for (Piece piece : page.pieces()) {
      parts.add(
          reader.opened(piece.opens())
              ? drawing.open(piece)
              : new Part.Piece(
                  piece.title(), reader.opensInWords(piece.opens()), new Shown.Later()));
    }
    return parts;
  }

  private Map<Long, PageFile> files(Offer offer) {
    return offer.files().stream()
        .map(recordings::of)
        .collect(Collectors.toMap(PageFile::id, Function.identity()));
  }

  @Override
  public List<Part> showInEmail(Offer offer) {
    Drawing drawing = new Drawing(files(offer), Addresses.forOwner(offer));
    return of(offer).pieces().stream()
        .filter(piece -> !piece.title().isEmpty())
        .limit(MOST_IN_EMAIL)
        .<Part>map(piece -> new Part.Piece(piece.title(), drawing.note(piece), new Shown.Later()))
        .toList();
  }

  @Override
  public Way way(Offer offer, long personId, Offer.OfferFile file) {
    List<Piece> with = with(offer, file.id());
    if (with.isEmpty()) {
      return Way.NOT;
    }
    return open(offer, personId, with.stream())
        .map(piece -> way(piece.content(), file.id()))
        .max(java.util.Comparator.naturalOrder())
        .orElse(Way.NOT_YET);
  }

  /** Those that are open. Most are at once: then nobody has to be looked up, range after range. */
  private Stream<Piece> open(Offer offer, long personId, Stream<Piece> pieces) {
    List<Piece> all = pieces.toList();
    if (all.stream().allMatch(piece -> piece.opens().equals(Opens.AT_ONCE))) {
      return all.stream();
    }
    Reader reader = readers.of(offer, Optional.of(personId));
    return all.stream().filter(piece -> reader.opened(piece.opens()));
  }

  /** Pieces that have to do with a file. */
  private static List<Piece> with(Offer offer, long fileId) {
    return of(offer).pieces().stream()
        .filter(piece -> way(piece.content(), fileId) != Way.NOT)
        .toList();
  }

  private static Way way(Content content, long fileId) {
    boolean isMain = content.mainFile().filter(id -> id == fileId).isPresent();
    if (content instanceof Content.Recording recording) {
      boolean captions = recording.captions().filter(id -> id == fileId).isPresent();
      return isMain ? Way.PLAYED : captions ? Way.ALONG : Way.NOT;
    }
    return isMain ? Way.KEPT : Way.NOT;
  }

  @Override
  public boolean showsPicture(Offer offer, long personId, String hash) {
    return of(offer).cover().equals(hash)
        || open(
                offer,
                personId,
                of(offer).pieces().stream().filter(piece -> picture(piece.content()).equals(hash)))
            .findAny()
            .isPresent();
  }

  private static String picture(Content content) {
    if (content instanceof Content.Picture picture) {
      return picture.hash();
    }
    return content instanceof Content.Recording recording ? recording.still() : "";
  }

  @Override
  public void began(Offer offer, long personId, Offer.OfferFile file) {
    open(offer, personId, with(offer, file.id()).stream())
        .forEach(piece -> pieces.opened(offer, personId, piece));
  }

  @Override
  public boolean told(Offer offer, long personId, Told told) {
    if (told.what().equals("looked")) {
      pieces.looked(offer, personId);
      return !of(offer).hasSomethingToOpen();
    }
    if (told.what().matches("played-\\d{1,4}")) {
      int id = Integer.parseInt(told.what().substring("played-".length()));
      open(offer, personId, of(offer).piece(id).stream())
          .findAny()
          .flatMap(piece -> piece.content().mainFile().map(files(offer)::get))
          .ifPresent(file -> pieces.played(offer, personId, id, told.more(), file));
    }
    return false;
  }

  @Override
  public List<String> ofPerson(Offer offer, long personId) {
    return pieces.ofPerson(offer, personId);
  }

  @Override
  public List<Lack> missing(Offer offer) {
    Instant now = clock.instant();
    return of(offer)
        .missing(
            offer.files().stream().map(recordings::of).toList(),
            offer.settings().handOver().limits(),
            now,
            business.now().settings().zoneId());
  }
}
