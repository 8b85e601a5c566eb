package jeton.server.privatepage;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.incentive.PrivatePage;
import jeton.core.privatepage.PageFile;
import jeton.server.handover.PassWords;
import jeton.server.incentive.Face;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.problem.NotThere;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** A private page for its owner: its files, what people did with it, how it will look. */
@RestController
@RequestMapping("/api/offers/{offerId}/page")
class PageApi {
  private final Offers offers;
  private final PrivatePageFace face;
  private final Recordings recordings;
  private final Pieces pieces;
  private final Readers readers;
  private final PassWords words;

  PageApi(
      Offers offers,
      PrivatePageFace face,
      Recordings recordings,
      Pieces pieces,
      Readers readers,
      PassWords words) {
    this.offers = offers;
    this.face = face;
    this.recordings = recordings;
    this.pieces = pieces;
    this.readers = readers;
    this.words = words;
  }

  /**
   * A file that pieces can use.
   *
   * @param length minutes and seconds; empty if it could not be read
   */
  record FileView(
      long id,
      String name,
      long size,
      String mediaType,
      String length,
      boolean recording,
      boolean film,
      boolean plays,
      boolean captions) {}

  /**
   * How many did something with a piece.
   *
   * @param opened people who opened or played it
   * @param toTheEnd those of them who played nine tenths of it or more
   */
  record PieceCount(int piece, long opened, long toTheEnd) {}

  /**
   * What there is to know beside the settings.
   *
   * @param people who had the page open for a while
   */
  record PageView(List<FileView> files, List<PieceCount> pieces, long people) {}

  /**
   * A page to be shown.
   *
   * @param daysAgo when the made-up reader was given it
   */
  record PagePreview(PrivatePage gives, int daysAgo) {}

  record PageDrawn(String html) {}

  @GetMapping
  PageView get(@PathVariable long offerId) {
    Offer offer = page(offerId);
    Map<Integer, PieceStore.Count> counts = pieces.counts(offerId);
    return new PageView(
        offer.files().stream().map(this::view).toList(),
        counts.values().stream()
            .map(count -> new PieceCount(count.piece(), count.opened(), count.toTheEnd()))
            .toList(),
        Optional.ofNullable(counts.get(PieceStore.WHOLE_PAGE))
            .map(PieceStore.Count::opened)
            .orElse(0L));
  }

  @PostMapping("/preview")
  PageDrawn preview(@PathVariable long offerId, @RequestBody PagePreview preview) {
    Offer offer = page(offerId).giving(preview.gives());
    Reader reader = readers.sample(preview.daysAgo());
    return new PageDrawn(
        words.drawn(
            offer,
            new Incentives.OwnPage(
                face.pageWords(offer), face.showOnPage(offer, Face.View.SAMPLE, reader), "")));
  }

  private Offer page(long offerId) {
    Offer offer = offers.get(offerId);
    if (!(offer.settings().gives() instanceof PrivatePage)) {
      throw new NotThere("This page");
    }
    return offer;
  }

  private FileView view(Offer.OfferFile file) {
    PageFile known = recordings.of(file);
    boolean sound = file.mediaType().startsWith("audio/");
    return new FileView(
        file.id(),
        file.name(),
        file.size(),
        file.mediaType(),
        known.lengthInWords(),
        known.film() || sound,
        known.film(),
        known.plays(),
        known.isCaptions());
  }
}
