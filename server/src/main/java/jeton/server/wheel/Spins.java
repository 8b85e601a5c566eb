package jeton.server.wheel;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
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
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

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
  private final Cache<String, Ended> justKept =
      Caffeine.newBuilder().expireAfterWrite(Duration.ofSeconds(5)).maximumSize(10_000).build();
  // At most a second behind other instances: a slice they have emptied is drawn again.
  private final Cache<Long, Map<String, Integer>> taken =
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
   * (W7): with its address put right, it goes along to the other person while it waits.
   *
   * @return what is the person's at once; empty where it waits, or is somebody else's
   */
  Optional<Ended> spin(Offer offer, Game.SignedUp signUp) {
    PrizeWheel wheel = of(offer);
    Instant now = clock.instant();
    SpinStore.Owner owner = owner(offer, signUp, now);
    boolean isNew = store.lockMailbox(offer.id(), owner.mailbox());
    if (!isNew && !mayTurn(offer, signUp, owner, now)) {
      return cameAlong(offer, signUp, owner);
    }
    Draw draw = draw(offer, wheel, owner.state() != Spin.State.VOID);
    SpinStore.Drawn drawn =
        new SpinStore.Drawn(
            offer.id(),
            signUp.sheet().formId(),
            signUp.sheet().submissionKey(),
            draw.editionId(),
            draw.slice().id(),
            draw.slice().prize().wins(),
            now);
    Optional<Long> id = store.add(drawn, owner);
    if (id.isEmpty()) {
      if (owner.state() != Spin.State.VOID && draw.slice().pieces().isPresent()) {
        putBack(offer.id(), draw.slice().id());
      }
      goesAlong(offer, signUp, owner);
      return cameAlong(offer, signUp, owner);
    }
    Ended ended = new Ended(Spin.fresh(id.get(), drawn, owner), draw.slice());
    rememberOnceKept(drawn.key(), ended);
    return Optional.of(ended).filter(one -> owner.state() == Spin.State.GIVEN);
  }

  /** The answer to the form asks for it at once. */
  private void rememberOnceKept(String key, Ended ended) {
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            justKept.put(key, ended);
          }
        });
  }

  /** What the form of a key drew. */
  Optional<Ended> ofForm(Offer offer, String key) {
    return Optional.ofNullable(justKept.getIfPresent(key))
        .filter(ended -> ended.spin().offerId() == offer.id())
        .or(() -> store.byKey(offer.id(), key).map(this::ended));
  }

  private SpinStore.Owner owner(Offer offer, Game.SignedUp signUp, Instant now) {
    Spin.State state = state(offer, signUp.decision());
    Instant linkEnds = now.plus(Duration.ofDays(offer.settings().confirm().daysGood()));
    return new SpinStore.Owner(
        signUp.person().id(),
        signUp.signUpId(),
        mailbox(signUp.person()),
        state,
        state == Spin.State.RESERVED ? Optional.of(linkEnds) : Optional.empty());
  }

  /** A form that was spun before goes to the address it was put right to. */
  private boolean goesAlong(Offer offer, Game.SignedUp signUp, SpinStore.Owner owner) {
    Optional<Spin> before = store.byKey(offer.id(), signUp.sheet().submissionKey());
    // Somebody who gets nothing keeps no piece from whoever has it.
    before
        .filter(spin -> owner.state() != Spin.State.VOID)
        .ifPresent(spin -> store.move(spin.id(), owner));
    return before.isPresent();
  }

  /** What came along with a form that was spun before, where it is theirs at once. */
  private Optional<Ended> cameAlong(Offer offer, Game.SignedUp signUp, SpinStore.Owner owner) {
    justKept.invalidate(signUp.sheet().submissionKey());
    return store
        .byKey(offer.id(), signUp.sheet().submissionKey())
        .filter(spin -> spin.state() == Spin.State.GIVEN && spin.personId() == owner.personId())
        .map(this::ended);
  }

  /** False when the form was spun already; refuses a spin that comes too soon. */
  private boolean mayTurn(Offer offer, Game.SignedUp signUp, SpinStore.Owner owner, Instant now) {
    SpinLimits.Verdict verdict =
        of(offer).rules().limits().judge(store.spun(offer.id(), owner.mailbox()), now, zone());
    if (verdict.allowed()) {
      return true;
    }
    // An address put right within one mailbox is no other turn.
    if (goesAlong(offer, signUp, owner)) {
      return false;
    }
    throw new Refused("", "too_soon", tooSoon(verdict.next(), now));
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

  /** When the next spin may be (W3). */
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
    while (true) {
      Wheel standing = wheel.standing(taken(offer));
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
    }
  }

  private Map<String, Integer> taken(Offer offer) {
    return taken.get(offer.id(), id -> new ConcurrentHashMap<>(store.taken(id)));
  }

  /**
   * Whether anything can be drawn. Where everything can run out, at most a second behind another
   * instance: each view of a page asks.
   */
  boolean isLeft(Offer offer) {
    PrizeWheel wheel = of(offer);
    return wheel.slices().stream().anyMatch(slice -> slice.pieces().isEmpty())
        || wheel.standing(taken(offer)).isLeft();
  }

  private boolean take(Offer offer, String slice, int pieces) {
    boolean took = store.take(offer.id(), slice, pieces);
    if (took) {
      taken(offer).merge(slice, 1, Integer::sum);
    } else {
      taken(offer).put(slice, pieces);
    }
    return took;
  }

  /** A reserved piece is free again. */
  void putBack(long offerId, String slice) {
    store.putBack(offerId, slice);
    taken.invalidate(offerId);
  }

  /** As a form shows it: each view of a page asks, so from memory. */
  Wheel standing(Offer offer) {
    return of(offer).standing(taken(offer));
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
