package jeton.server.today;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import jeton.core.offer.OfferState;
import jeton.core.readiness.Finding;
import jeton.server.numbers.Numbers;
import jeton.server.offer.FindingView;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.readiness.Judgements;
import org.springframework.stereotype.Component;

/** The offers as Today tells of them: a few in a line each, and what would go wrong with any. */
@Component
class OfferLines {
  private final Offers offers;
  private final Numbers numbers;
  private final Judgements judgements;

  OfferLines(Offers offers, Numbers numbers, Judgements judgements) {
    this.offers = offers;
    this.numbers = numbers;
    this.judgements = judgements;
  }

  /** An offer in a line: how far its people came. */
  record OfferLine(long id, String name, OfferState state, Numbers.Track track) {}

  /** What would go wrong with an offer as it stands. */
  record OfferFinding(long offerId, String offer, FindingView finding) {}

  /** How many offers there are. */
  long count() {
    return offers.known().size();
  }

  /** The first of them, those that are live before the others. */
  List<OfferLine> first(int most) {
    List<Offer> first =
        offers.known().stream()
            .sorted(Comparator.comparing(o -> o.state() != OfferState.LIVE))
            .limit(most)
            .toList();
    Map<Long, Numbers.Track> tracks = numbers.tracks(first.stream().map(Offer::id).toList());
    return first.stream()
        .map(
            o ->
                new OfferLine(
                    o.id(),
                    o.settings().name(),
                    o.state(),
                    tracks.getOrDefault(o.id(), Numbers.Track.EMPTY)))
        .toList();
  }

  /** What would go wrong with those that have not ended, the grave ones first. */
  List<OfferFinding> findings() {
    Map<Long, List<Finding>> found = judgements.now();
    return offers.known().stream()
        .flatMap(
            o ->
                found.getOrDefault(o.id(), List.of()).stream()
                    .map(one -> new OfferFinding(o.id(), o.settings().name(), FindingView.of(one))))
        .sorted(Comparator.comparing(f -> f.finding().severity()))
        .toList();
  }
}
