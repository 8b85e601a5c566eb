package jeton.server.offer;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.email.FillIn;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.core.readiness.Finding;
import jeton.core.readiness.Readiness;
import jeton.server.business.PublicUrl;
import jeton.server.numbers.Numbers;
import jeton.server.request.Paging;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** Offers as their owner looks at them: with address, track and findings. */
@Component
public class OfferViews {
  private final Offers offers;
  private final Numbers numbers;
  private final ObjectProvider<Findings> findings;
  private final PublicUrl publicUrl;

  /** Findings come late: they belong to a capability that looks at offers. */
  OfferViews(
      Offers offers, Numbers numbers, ObjectProvider<Findings> findings, PublicUrl publicUrl) {
    this.offers = offers;
    this.numbers = numbers;
    this.findings = findings;
    this.publicUrl = publicUrl;
  }

  /**
   * An offer.
   *
   * @param address of its hosted page
   * @param shares along its track
   * @param findings of Readiness
   * @param mayGoLive whether none of them is grave
   * @param fillIns what its emails may say of what a person was given
   * @param results what it can come to, where it is played first: titles by keys
   * @param kindMayChange whether it may give something else (G1)
   */
  public record OfferView(
      Offer offer,
      String address,
      Numbers.Track track,
      List<Numbers.Share> shares,
      List<FindingView> findings,
      boolean mayGoLive,
      List<FillIn> fillIns,
      Map<String, String> results,
      boolean kindMayChange) {}

  /**
   * An offer in the list.
   *
   * @param toLookAt how many findings of Readiness it has
   * @param mayGoLive whether none of them is grave
   */
  public record OfferRow(
      long id,
      String name,
      OfferKind kind,
      OfferState state,
      Numbers.Track track,
      int toLookAt,
      boolean mayGoLive) {}

  /**
   * A page of offers, newest first.
   *
   * @param total how many there are with these words
   */
  public record OfferRows(List<OfferRow> rows, long total) {}

  /**
   * Offers by words of their names, a page at a time.
   *
   * @param page from 0
   */
  OfferRows rows(Optional<String> words, Optional<Integer> page) {
    List<Offer> found =
        offers.known().stream()
            .filter(o -> Paging.holds(words, Stream.of(o.settings().name(), o.settings().slug())))
            .toList();
    List<Offer> shown = Paging.page(found, page);
    Map<Long, Numbers.Track> tracks = numbers.tracks(shown.stream().map(Offer::id).toList());
    Map<Long, List<Finding>> findings = findings(shown);
    return new OfferRows(
        shown.stream()
            .map(
                o ->
                    new OfferRow(
                        o.id(),
                        o.settings().name(),
                        o.kind(),
                        o.state(),
                        tracks.getOrDefault(o.id(), Numbers.Track.EMPTY),
                        findings.get(o.id()).size(),
                        Readiness.mayGoLive(findings.get(o.id()))))
            .toList(),
        found.size());
  }

  /**
   * An offer by its name, for choosing one.
   *
   * @param results what it can come to, where it is played first: titles by keys
   * @param confirmation the subject of the email that asks to confirm
   * @param delivery the subject of the email that hands over
   */
  public record OfferName(
      long id,
      String name,
      OfferKind kind,
      OfferState state,
      Map<String, String> results,
      String confirmation,
      String delivery) {}

  /** All of them by name, newest first: nothing is judged or counted for it. */
  List<OfferName> names() {
    return offers.known().stream()
        .map(
            o ->
                new OfferName(
                    o.id(),
                    o.settings().name(),
                    o.kind(),
                    o.state(),
                    o.settings().gives().results(),
                    o.settings().confirm().email().subject(),
                    o.settings().handOver().email().subject()))
        .toList();
  }

  OfferView of(Offer offer) {
    return view(offer, numbers.track(offer.id()), findings(offer));
  }

  List<Finding> findings(Offer offer) {
    return findings(List.of(offer)).get(offer.id());
  }

  private Map<Long, List<Finding>> findings(Collection<Offer> offers) {
    return findings.getObject().of(offers);
  }

  void cure(long offerId, String code, String control) {
    findings.getObject().cure(offerId, code, control);
  }

  private OfferView view(Offer offer, Numbers.Track track, List<Finding> found) {
    return new OfferView(
        offer,
        publicUrl.of("/o/" + offer.settings().slug()),
        track,
        track.shares(),
        FindingView.of(found),
        Readiness.mayGoLive(found),
        offer.settings().gives().fillIns(),
        offer.settings().gives().results(),
        offer.state() == OfferState.DRAFT && track.signedUp() == 0);
  }
}
