package jeton.server.wheel;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.incentive.Coupon;
import jeton.core.incentive.Lack;
import jeton.core.incentive.Part;
import jeton.core.incentive.PrizeWheel;
import jeton.core.wheel.Prize;
import jeton.core.wheel.PrizeSlice;
import jeton.server.email.GiftSource;
import jeton.server.handover.HandOvers;
import jeton.server.incentive.Face;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/**
 * Prizes that are what another offer gives (W5). Whoever gives those is asked late, for they ask
 * the faces of the kinds, and this stands behind one.
 */
@Component
class Prizes {
  private final Spins spins;
  private final ObjectProvider<Offers> offers;
  private final ObjectProvider<Incentives> incentives;
  private final ObjectProvider<HandOvers> handOvers;

  Prizes(
      Spins spins,
      ObjectProvider<Offers> offers,
      ObjectProvider<Incentives> incentives,
      ObjectProvider<HandOvers> handOvers) {
    this.spins = spins;
    this.offers = offers;
    this.incentives = incentives;
    this.handOvers = handOvers;
  }

  /** The offer whose incentive a prize is; empty for words, and for an offer that is gone. */
  Optional<Offer> offer(Prize prize) {
    return prize.offerId().flatMap(id -> offers.getObject().find(id));
  }

  /** Gives it, in the hand-over's transaction. */
  Optional<Face.Grant> give(Prize prize, long personId) {
    return offer(prize).map(other -> handOvers.getObject().alsoGive(other, personId));
  }

  /** What its holder sees of it, on the page of the wheel's pass. */
  List<Part> shown(Prize prize, Face.View view) {
    return offer(prize)
        .map(other -> standing(incentives.getObject().shownTo(other, view), other, view.pass()))
        .orElse(List.of());
  }

  /** What a made-up winner sees. */
  List<Part> sample(Prize prize) {
    return offer(prize)
        .map(other -> standing(incentives.getObject().sampleOf(other), other, "#"))
        .orElse(List.of());
  }

  /** What needs no pass of its own stands where it is; anything else is behind a button. */
  private static List<Part> standing(List<Part> parts, Offer other, String pass) {
    boolean standsAlone =
        parts.stream()
            .allMatch(
                part ->
                    part instanceof Part.Code
                        || part instanceof Part.Link
                        || part instanceof Part.Words);
    return standsAlone
        ? parts
        : List.of(new Part.Link("Open “" + other.settings().name() + "”", pass + "/prize"));
  }

  /** The page tells that a code was seen or copied. */
  void told(Prize prize, long personId, Face.Told told) {
    offer(prize)
        .ifPresent(other -> incentives.getObject().told(other, personId, told.aboutAnother()));
  }

  /** What keeps a prize from being given. */
  List<Lack> missing(Offer other) {
    return incentives.getObject().missing(other);
  }

  /**
   * What fill-ins stand for after these spins, by their numbers.
   *
   * @param delivers whether an email that says so hands it over
   */
  Map<Long, Map<String, String>> told(Collection<Spin> some, boolean delivers) {
    Map<Long, PrizeSlice> drawn = new HashMap<>();
    Map<Long, GiftSource.Holder> holders = new HashMap<>();
    for (Spin spin : some) {
      PrizeSlice slice = spins.ended(spin).slice();
      drawn.put(spin.id(), slice);
      if (spin.won()) {
        offer(slice.prize())
            .ifPresent(
                other ->
                    holders.put(
                        spin.id(), new GiftSource.Holder(spin.personId(), other.id(), delivers)));
      }
    }
    Map<Long, Map<String, String>> codes = incentives.getObject().told(holders);
    Map<Long, Map<String, String>> told = new HashMap<>();
    drawn.forEach((id, slice) -> told.put(id, fillIns(slice, codes.getOrDefault(id, Map.of()))));
    return told;
  }

  /** What they stand for when a made-up winner reads. */
  Map<String, String> sampleFillIns(PrizeSlice slice) {
    return fillIns(
        slice,
        offer(slice.prize())
            .map(other -> incentives.getObject().sample(other, Map.<String, String>of()))
            .orElse(Map.of()));
  }

  private static Map<String, String> fillIns(PrizeSlice slice, Map<String, String> ofOther) {
    Map<String, String> told = new HashMap<>(ofOther);
    told.put(PrizeWheel.PRIZE.key(), slice.prizeTitle());
    List<String> words = new ArrayList<>();
    words.add(slice.prize().words());
    if (ofOther.containsKey(Coupon.CODE.key())) {
      words.add("Your code: " + ofOther.get(Coupon.CODE.key()));
      words.add(ofOther.getOrDefault(Coupon.TERMS.key(), ""));
    }
    words.removeIf(String::isEmpty);
    told.put(PrizeWheel.PRIZE_WORDS.key(), String.join("\n\n", words));
    return told;
  }
}
