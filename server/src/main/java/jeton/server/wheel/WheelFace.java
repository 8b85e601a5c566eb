package jeton.server.wheel;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.coupon.Terms;
import jeton.core.handover.Letter;
import jeton.core.incentive.Lack;
import jeton.core.incentive.Part;
import jeton.core.incentive.PrizeWheel;
import jeton.core.offer.OfferKind;
import jeton.core.rehearsal.Visitor;
import jeton.core.wheel.Prize;
import jeton.core.wheel.PrizeSlice;
import jeton.server.email.GiftSource;
import jeton.server.incentive.Face;
import jeton.server.offer.Offer;
import jeton.server.tag.Tags;
import org.springframework.stereotype.Component;

/** Prize wheels: what somebody won, as it was when they spun (G2, W5). */
@Component
class WheelFace implements Face {
  private static final String LOOKED = "looked";

  private final SpinStore store;
  private final Spins spins;
  private final Winnings winnings;
  private final Prizes prizes;
  private final WheelNumbers numbers;
  private final Tags tags;

  WheelFace(
      SpinStore store,
      Spins spins,
      Winnings winnings,
      Prizes prizes,
      WheelNumbers numbers,
      Tags tags) {
    this.store = store;
    this.spins = spins;
    this.winnings = winnings;
    this.prizes = prizes;
    this.numbers = numbers;
    this.tags = tags;
  }

  @Override
  public OfferKind kind() {
    return OfferKind.WHEEL;
  }

  @Override
  public Grant grant(Offer offer, long personId, Occasion occasion) {
    Optional<Spins.Ended> newest = winnings.newestGiven(offer, personId);
    if (newest.isEmpty() || !newest.get().spin().won()) {
      return new Grant("", Optional.empty(), Letter.NONE, newest.map(ended -> ended.spin().id()));
    }
    Spins.Ended won = newest.get();
    Optional<Grant> other =
        occasion == Occasion.AGAIN ? Optional.empty() : prizes.give(won.slice().prize(), personId);
    return new Grant(
        "the prize “" + won.slice().prizeTitle() + "”",
        other.flatMap(Grant::endsAt),
        Letter.ALWAYS,
        Optional.of(won.spin().id()));
  }

  @Override
  public List<Part> show(Offer offer, View view) {
    if (view.personId().isEmpty()) {
      return sample(offer, view);
    }
    long personId = view.personId().get();
    return view.given()
        .flatMap(id -> store.find(offer.id(), id))
        .map(spins::ended)
        .or(() -> winnings.newestGiven(offer, personId))
        .map(ended -> parts(offer, ended, view))
        .orElseGet(() -> List.of(new Part.Words(tooLate(offer, personId))));
  }

  /** For whoever has nothing: their prize was given to others while it waited too long (W5). */
  private String tooLate(Offer offer, long personId) {
    return store.ofPerson(offer.id(), personId).stream()
        .filter(spin -> spin.state() == Spin.State.TOO_LATE)
        .findFirst()
        .map(spins::ended)
        .map(
            ended ->
                "“"
                    + ended.slice().prizeTitle()
                    + "” was kept for you until the email’s link had ended. By now all of it has been won by others.")
        .orElse("There is nothing behind this link yet.");
  }

  private List<Part> sample(Offer offer, View view) {
    PrizeWheel wheel = Spins.of(offer);
    return sampleSlice(wheel, view.played())
        .map(slice -> parts(wheel, slice, "", prizes.sample(slice.prize())))
        .orElse(List.of());
  }

  /** The slice that is looked at, else the first that wins. */
  private static Optional<PrizeSlice> sampleSlice(PrizeWheel wheel, Map<String, String> played) {
    return wheel
        .slice(played.getOrDefault("slice", ""))
        .or(() -> wheel.slices().stream().filter(slice -> slice.prize().wins()).findFirst())
        .or(() -> wheel.slices().stream().findFirst());
  }

  private List<Part> parts(Offer offer, Spins.Ended ended, View view) {
    List<Part> given = ended.spin().won() ? prizes.shown(ended.slice().prize(), view) : List.of();
    return parts(Spins.of(offer), ended.slice(), view.pass() + "/told/" + LOOKED, given);
  }

  private static List<Part> parts(
      PrizeWheel wheel, PrizeSlice slice, String told, List<Part> given) {
    List<Part> parts = new ArrayList<>();
    if (!slice.prize().wins()) {
      parts.add(new Part.Words(wheel.words().lost().text()));
      return parts;
    }
    parts.add(new Part.Outcome(slice.prizeTitle(), slice.prize().words(), "", "", "", "", told));
    parts.addAll(given);
    return parts;
  }

  @Override
  public List<Part> showInEmail(Offer offer) {
    return List.of(
        new Part.Outcome(
            fillIn(PrizeWheel.PRIZE.key()),
            fillIn(PrizeWheel.PRIZE_WORDS.key()),
            "",
            "",
            "",
            "",
            ""));
  }

  private static String fillIn(String key) {
    return "{{" + key + "}}";
  }

  @Override
  public Map<Long, Map<String, String>> told(Map<Long, GiftSource.Holder> holders) {
    Set<Long> people = new HashSet<>();
    Set<Long> offerIds = new HashSet<>();
    holders.values().forEach(holder -> people.add(holder.personId()));
    holders.values().forEach(holder -> offerIds.add(holder.offerId()));
    Map<Key, Spin> given = new HashMap<>();
    Map<Key, Spin> counted = new HashMap<>();
    // The newest comes last and stays.
    for (Spin spin : store.given(people, offerIds)) {
      Key key = new Key(spin.personId(), spin.offerId());
      given.put(key, spin);
      if (spin.countedAt().isPresent()) {
        counted.put(key, spin);
      }
    }
    Map<Long, Spin> meant = new HashMap<>();
    holders.forEach(
        (id, holder) -> {
          Key key = new Key(holder.personId(), holder.offerId());
          Spin newest = given.get(key);
          Spin spin = holder.delivers() ? newest : counted.getOrDefault(key, newest);
          if (spin != null) {
            meant.put(id, spin);
          }
        });
    boolean delivers = holders.values().stream().anyMatch(GiftSource.Holder::delivers);
    Map<Long, Map<String, String>> ofSpins = prizes.told(Set.copyOf(meant.values()), delivers);
    Map<Long, Map<String, String>> told = new HashMap<>();
    meant.forEach((id, spin) -> told.put(id, ofSpins.getOrDefault(spin.id(), Map.of())));
    return told;
  }

  private record Key(long personId, long offerId) {}

  @Override
  public Map<String, String> sample(Offer offer, Map<String, String> played) {
    return sampleSlice(Spins.of(offer), played)
        .filter(slice -> slice.prize().wins())
        .map(prizes::sampleFillIns)
        .orElse(Map.of());
  }

  @Override
  public Optional<Visitor.Played> comesTo(Offer offer, Map<String, String> played) {
    return Spins.of(offer)
        .slice(played.getOrDefault("slice", ""))
        .map(
            slice ->
                new Visitor.Played(
                    slice.id(), slice.tags(), slice.prize().wins() ? Letter.ALWAYS : Letter.NONE));
  }

  @Override
  public boolean isToBeHad(Offer offer) {
    return spins.isLeft(offer);
  }

  @Override
  public boolean told(Offer offer, long personId, Told told) {
    Optional<Spins.Ended> ended =
        told.given().flatMap(id -> store.find(offer.id(), id)).map(spins::ended);
    if (ended.isEmpty()) {
      return false;
    }
    Prize prize = ended.get().slice().prize();
    if (!told.what().equals(LOOKED)) {
      // A code tells that it was seen or copied.
      prizes.told(prize, personId, told);
      return false;
    }
    if (told.byEmail() && ended.get().spin().state() == Spin.State.GIVEN) {
      // Somebody known has shown by a link sent to them that it was they who spun (S12).
      winnings.count(offer, personId, ended.get());
    }
    boolean isUse = prize.kind() == Prize.Kind.WORDS;
    if (isUse) {
      winnings.used(ended.get().spin());
    }
    return isUse;
  }

  @Override
  public List<String> ofPerson(Offer offer, long personId) {
    return store.ofPerson(offer.id(), personId).stream()
        .filter(spin -> spin.state() != Spin.State.VOID)
        .map(spins::ended)
        .map(
            ended ->
                ended.spin().brings()
                    ? "Won “" + ended.slice().prizeTitle() + "”"
                    : "Drew “" + ended.slice().label() + "”")
        .toList();
  }

  @Override
  public List<Lack> missing(Offer offer) {
    PrizeWheel wheel = Spins.of(offer);
    Map<String, Integer> taken = store.taken(offer.id());
    List<Lack> lacks =
        new ArrayList<>(
            wheel.missing(
                taken,
                wheel.tags().isEmpty()
                    ? List.of()
                    : tags.all().stream().map(Tags.TagCount::name).toList()));
    for (int i = 0; i < wheel.slices().size(); i++) {
      lacks.addAll(ofPrize(offer, wheel.slices().get(i), i + 1));
    }
    lacks.addAll(runningOut(offer, wheel, taken));
    return lacks;
  }

  private List<Lack> ofPrize(Offer offer, PrizeSlice slice, int place) {
    if (slice.prize().offerId().isEmpty()) {
      return List.of();
    }
    String control = "slice-" + slice.id();
    Optional<Offer> other = prizes.offer(slice.prize());
    if (other.isEmpty()) {
      return List.of(
          Lack.grave("prize_gone", slice.named(place) + " gives an offer that is gone.", control));
    }
    if (!other.get().settings().gives().results().isEmpty()) {
      return List.of(
          Lack.grave(
              "prize_is_played",
              slice.named(place) + " gives something that has to be played first.",
              control));
    }
    return prizes.missing(other.get()).stream()
        .filter(Lack::grave)
        .map(
            lack ->
                Lack.grave(
                    "prize_lacks",
                    slice.named(place)
                        + " gives “"
                        + other.get().settings().name()
                        + "”: "
                        + lack.message(),
                    control))
        .toList();
  }

  private List<Lack> runningOut(Offer offer, PrizeWheel wheel, Map<String, Integer> taken) {
    Map<String, LocalDate> days = numbers.runOut(offer, wheel, taken);
    ZoneId zone = spins.zone();
    LocalDate today = numbers.today(zone);
    List<Lack> lacks = new ArrayList<>();
    for (int i = 0; i < wheel.slices().size(); i++) {
      PrizeSlice slice = wheel.slices().get(i);
      LocalDate day = days.get(slice.id());
      if (day != null && day.isAfter(today) && !day.isAfter(today.plusDays(WheelNumbers.SOON))) {
        lacks.add(
            Lack.worthALook(
                "slice_runs_out",
                "At the present pace "
                    + slice.named(i + 1)
                    + " runs out on "
                    + Terms.inWords(day, today)
                    + ".",
                "slice-" + slice.id()));
      }
    }
    return lacks;
  }
}
