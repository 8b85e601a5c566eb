package jeton.server.incentive;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.form.PageWords;
import jeton.core.incentive.Incentive;
import jeton.core.incentive.Lack;
import jeton.core.incentive.Part;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.core.rehearsal.Visitor;
import jeton.server.email.GiftSource;
import jeton.server.markup.Gift;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import org.springframework.stereotype.Service;

/** What offers give, each by the face of its kind. */
@Service
public class Incentives implements GiftSource {
  private final Map<OfferKind, Face> faces;
  private final Offers offers;
  private final Passes passes;

  Incentives(List<Face> faces, Offers offers, Passes passes) {
    this.faces = faces.stream().collect(Collectors.toMap(Face::kind, Function.identity()));
    this.offers = offers;
    this.passes = passes;
  }

  private Face face(Offer offer) {
    return faces.get(offer.kind());
  }

  /** Gives what is personal, in the hand-over's transaction (G2). */
  public Face.Grant grant(Offer offer, long personId, Face.Occasion occasion) {
    return face(offer).grant(offer, personId, occasion);
  }

  /**
   * What the holder of a pass sees.
   *
   * @param base what comes before {@code /g/{token}} in links
   */
  public List<Part> behind(Offer offer, String token, String base) {
    return face(offer).show(offer, view(passes.find(token), base + "/g/" + token));
  }

  /** What somebody sees of what another offer gives along with theirs. */
  public List<Part> shownTo(Offer other, Face.View view) {
    return face(other)
        .show(other, new Face.View(view.personId(), view.pass(), Optional.empty(), Map.of()));
  }

  /**
   * The pass's own page.
   *
   * @param looked where it tells that its holder had it open for a while; empty for nowhere
   */
  public record OwnPage(PageWords words, List<Part> parts, String looked) {}

  private static Face.View view(Optional<Passes.Pass> pass, String address) {
    return new Face.View(
        pass.map(Passes.Pass::personId), address, pass.flatMap(Passes.Pass::given), Map.of());
  }

  /** The own page of somebody's pass. */
  public OwnPage ownPage(Offer offer, Passes.Pass pass, String token) {
    String address = "/g/" + token;
    return ownPage(offer, view(Optional.of(pass), address), address + "/told/looked");
  }

  /** As a made-up visitor sees it who played this. */
  public OwnPage sampleOfOwnPage(Offer offer, Map<String, String> played) {
    return ownPage(offer, Face.View.sample(played), "");
  }

  private OwnPage ownPage(Offer offer, Face.View view, String looked) {
    return new OwnPage(face(offer).pageWords(offer), face(offer).showOnPage(offer, view), looked);
  }

  /** How a file behind somebody's pass may be had now. */
  public Face.Way way(Offer offer, long personId, Offer.OfferFile file) {
    return face(offer).way(offer, personId, file);
  }

  /** Whether a picture is among what somebody is shown now. */
  public boolean showsPicture(Offer offer, long personId, String hash) {
    return face(offer).showsPicture(offer, personId, hash);
  }

  /** A use of a file has begun, in its transaction, the person's row locked. */
  public void began(Offer offer, long personId, Offer.OfferFile file) {
    face(offer).began(offer, personId, file);
  }

  /** What a person did with what an offer gives, in lines for the owner. */
  public List<String> ofPerson(long offerId, long personId) {
    Offer offer = offers.remembered(offerId);
    return face(offer).ofPerson(offer, personId);
  }

  /** What a made-up visitor sees. */
  public List<Part> sampleOf(Offer offer) {
    return sampleOf(offer, Map.of());
  }

  /** What a made-up visitor sees who played this. */
  public List<Part> sampleOf(Offer offer, Map<String, String> played) {
    return face(offer).show(offer, Face.View.sample(played));
  }

  /** What a made-up visitor comes to who plays this. */
  public Optional<Visitor.Played> comesTo(Offer offer, Map<String, String> played) {
    return face(offer).comesTo(offer, played);
  }

  /** What fill-ins stand for when a made-up person reads who played this. */
  public Map<String, String> sample(Offer offer, Map<String, String> played) {
    return face(offer).sample(offer, played);
  }

  /** What keeps it from being given, or soon will. */
  public List<Lack> missing(Offer offer) {
    return face(offer).missing(offer);
  }

  /** Whether sign-ups are taken: it is live, and what it gives has not run out. */
  public boolean takesSignUps(Offer offer) {
    return offer.state() == OfferState.LIVE && face(offer).isToBeHad(offer);
  }

  /**
   * The page behind a pass tells what its holder does with it.
   *
   * @return whether that is a use of the whole (G5)
   */
  public boolean told(Offer offer, long personId, Face.Told told) {
    return face(offer).told(offer, personId, told);
  }

  @Override
  public Gift of(long offerId, Optional<Incentive> instead) {
    Offer offer = giving(offerId, instead);
    return new Gift(
        offer.settings().name(),
        face(offer).showInEmail(offer),
        offer.settings().gives().fillIns());
  }

  @Override
  public Map<Long, Map<String, String>> told(Map<Long, Holder> holders) {
    Map<OfferKind, Map<Long, Holder>> byKind = new HashMap<>();
    holders.forEach(
        (id, holder) ->
            byKind
                .computeIfAbsent(
                    offers.remembered(holder.offerId()).kind(), kind -> new HashMap<>())
                .put(id, holder));
    Map<Long, Map<String, String>> told = new HashMap<>();
    byKind.forEach((kind, some) -> told.putAll(faces.get(kind).told(some)));
    return told;
  }

  @Override
  public Map<String, String> sample(long offerId, Optional<Incentive> instead) {
    Offer offer = giving(offerId, instead);
    return face(offer).sample(offer, Map.of());
  }

  /** Settings of another kind than it is by now are passed over. */
  private Offer giving(long offerId, Optional<Incentive> instead) {
    Offer offer = offers.remembered(offerId);
    return instead
        .filter(other -> other.getClass().equals(offer.settings().gives().getClass()))
        .map(offer::giving)
        .orElse(offer);
  }
}
