package jeton.server.wheel;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import jeton.core.incentive.PrizeWheel;
import jeton.core.signup.Mailbox;
import jeton.core.signup.SignUpDecision;
import jeton.core.wheel.Chance;
import jeton.core.wheel.PrizeSlice;
import jeton.core.wheel.SpinLimits;
import jeton.core.wheel.Wheel;
import jeton.server.business.Business;
import jeton.server.incentive.Game;
import jeton.server.offer.Offer;
import jeton.server.people.Person;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;

/** The draw: its limits, its chance, its stock (rules W2 to W7). */
@Service
class Spins {
  private static final DateTimeFormatter DAY_AND_TIME =
      DateTimeFormatter.ofPattern("EEEE d MMMM 'at' HH:mm", Locale.UK);

  private final SpinStore store;
  private final WheelEditions editions;
  private final Business business;
  private final Clock clock;
  private final Chance chance = new Chance();
  private final Cache<Long, Boolean> left =
      Caffeine.newBuilder().expireAfterWrite(Duration.ofSeconds(1)).build();

  Spins(SpinStore store, WheelEditions editions, Business business, Clock clock) {
    this.store = store;
    this.editions = editions;
    this.business = business;
    this.clock = clock;
  }

  static PrizeWheel of(Offer offer) {
    return (PrizeWheel) offer.settings().gives();
  }

  /**
   * Spins, in the sign-up's transaction, the person's row locked. One rendered form is one spin
   * (W7): with its address put right, it goes along to the other person.
   */
  void spin(Offer offer, Game.SignedUp signUp) {
    PrizeWheel wheel = of(offer);
    Instant now = clock.instant();
    String mailbox = mailbox(signUp.person());
    store.lockMailbox(offer.id(), mailbox);
    Optional<Spin> before = store.byKey(offer.id(), signUp.sheet().submissionKey());
    if (before.filter(spin -> spin.state() != Spin.State.RESERVED).isPresent()) {
      return;
    }
    limit(wheel, store.spun(offer.id(), mailbox), before.map(Spin::at), now);
    SpinStore.Owner owner =
        new SpinStore.Owner(
            signUp.person().id(),
            signUp.signUpId(),
            mailbox,
            state(offer, signUp.decision()),
            Optional.of(now.plus(Duration.ofDays(offer.settings().confirm().daysGood())))
                .filter(end -> state(offer, signUp.decision()) == Spin.State.RESERVED));
    if (before.isPresent()) {
      store.move(before.get().id(), owner);
      return;
    }
    boolean takes = owner.state() != Spin.State.VOID;
    Draw draw = draw(offer, wheel, takes);
    store.add(
        new SpinStore.Drawn(
            offer.id(),
            signUp.sheet().formId(),
            signUp.sheet().submissionKey(),
            draw.editionId(),
            draw.slice().id(),
            draw.slice().prize().wins(),
            now),
        owner);
  }

  private static Spin.State state(Offer offer, SignUpDecision decision) {
    return switch (decision) {
      case ASK_TO_CONFIRM ->
          offer.settings().handOver().onTheSpot() ? Spin.State.GIVEN : Spin.State.RESERVED;
      case HAND_OVER -> Spin.State.GIVEN;
      case SEND_NOTHING -> Spin.State.VOID;
    };
  }

  private String mailbox(Person person) {
    return Mailbox.key(person.email(), business.now().settings().checks().dotless());
  }

  ZoneId zone() {
    return business.now().settings().zoneId();
  }

  /** Refuses a spin that comes too soon, and says when the next one may (W3). */
  private void limit(PrizeWheel wheel, List<Instant> spun, Optional<Instant> except, Instant now) {
    List<Instant> log =
        except.isEmpty() ? spun : spun.stream().filter(at -> !at.equals(except.get())).toList();
    SpinLimits.Verdict verdict = wheel.rules().limits().judge(log, now, zone());
    if (!verdict.allowed()) {
      throw new Refused("", "too_soon", tooSoon(verdict.next(), now));
    }
  }

  private String tooSoon(Optional<Instant> next, Instant now) {
    return next.map(
            at ->
                "That was your turn already. The next one is possible from "
                    + inWords(at.atZone(zone()), now.atZone(zone()))
                    + " on.")
        .orElse("That was your turn already: there is one for each of you.");
  }

  static String inWords(ZonedDateTime at, ZonedDateTime now) {
    // Minutes are all that is said: what begins within one begins with the next.
    ZonedDateTime whole = at.getSecond() > 0 || at.getNano() > 0 ? at.plusMinutes(1) : at;
    String year = whole.getYear() == now.getYear() ? "" : " " + whole.getYear();
    return DAY_AND_TIME.format(whole).replace(" at ", year + " at ");
  }

  /** What came out, and of what. */
  private record Draw(PrizeSlice slice, long editionId) {}

  /**
   * Draws before anything turns, from a source nobody can foretell; a slice that was emptied
   * meanwhile is drawn again (W2).
   *
   * @param takes whether it takes a piece
   */
  private Draw draw(Offer offer, PrizeWheel wheel, boolean takes) {
    Map<String, Integer> taken = new HashMap<>(store.taken(offer.id()));
    while (true) {
      Wheel standing = wheel.standing(taken);
      PrizeSlice drawn =
          standing
              .draw(chance.point())
              .map(wheel.slices()::get)
              .orElseThrow(
                  () ->
                      new Refused(
                          "",
                          "nothing_left",
                          "Everything on this wheel has been won. Your turn is not used up."));
      Optional<Integer> pieces = drawn.pieces();
      if (!takes || pieces.isEmpty() || take(offer, drawn.id(), pieces.get())) {
        return new Draw(
            drawn, editions.id(offer.id(), WheelEdition.Standing.of(wheel.slices(), standing)));
      }
      taken.put(drawn.id(), pieces.get());
    }
  }

  /**
   * Whether anything can be drawn. Where everything can run out, at most a second behind another
   * instance: each view of a page asks.
   */
  boolean isLeft(Offer offer) {
    PrizeWheel wheel = of(offer);
    return wheel.slices().stream().anyMatch(slice -> slice.pieces().isEmpty())
        || left.get(offer.id(), id -> standing(offer).isLeft());
  }

  private boolean take(Offer offer, String slice, int pieces) {
    left.invalidate(offer.id());
    return store.take(offer.id(), slice, pieces);
  }

  /** A reserved piece is free again. */
  void putBack(long offerId, String slice) {
    store.putBack(offerId, slice);
    left.invalidate(offerId);
  }

  Wheel standing(Offer offer) {
    return of(offer).standing(store.taken(offer.id()));
  }

  /** A spin with what it was drawn of. */
  record Ended(Spin spin, PrizeSlice slice) {}

  Ended ended(Spin spin) {
    return new Ended(spin, editions.find(spin.editionId()).slice(spin.slice()));
  }

  /**
   * A sign-up was confirmed: its prize is the person's. One that was freed meanwhile is taken again
   * if there is another piece (W5).
   */
  Optional<Ended> confirmed(Offer offer, long signUpId) {
    return store.bySignUp(signUpId).map(spin -> ended(confirmed(offer, spin)));
  }

  private Spin confirmed(Offer offer, Spin spin) {
    switch (spin.state()) {
      case RESERVED -> store.state(spin.id(), Spin.State.GIVEN);
      case FREED ->
          store.state(spin.id(), takenAgain(offer, spin) ? Spin.State.GIVEN : Spin.State.TOO_LATE);
      case GIVEN, TOO_LATE, VOID -> {}
    }
    return store.find(offer.id(), spin.id()).orElseThrow();
  }

  private boolean takenAgain(Offer offer, Spin spin) {
    Optional<PrizeSlice> slice = of(offer).slice(spin.slice());
    return slice.isEmpty()
        ? false
        : slice.get().pieces().map(pieces -> take(offer, spin.slice(), pieces)).orElse(true);
  }
}
