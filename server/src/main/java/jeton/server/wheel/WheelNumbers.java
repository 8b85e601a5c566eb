package jeton.server.wheel;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.incentive.PrizeWheel;
import jeton.core.numbers.Share;
import jeton.core.wheel.Fairness;
import jeton.core.wheel.PrizeSlice;
import jeton.core.wheel.RunOut;
import jeton.core.wheel.SpinLimits;
import jeton.core.wheel.Spread;
import jeton.core.wheel.Wheel;
import jeton.server.offer.Offer;
import org.springframework.stereotype.Component;

/** What a wheel costs, what it gives, and whether what came is what was to be expected (W4). */
@Component
class WheelNumbers {
  /** Days within which a stock that runs out is worth a word. */
  static final int SOON = 14;

  private static final int NEXT = 1000;
  private static final int RESETS = 3;
  private static final double USUAL = 0.05;
  private static final double CHANCE = 0.001;

  private final SpinNumberStore store;
  private final SpinStore spins;
  private final Spins rules;
  private final WheelEditions editions;
  private final Clock clock;

  WheelNumbers(
      SpinNumberStore store, SpinStore spins, Spins rules, WheelEditions editions, Clock clock) {
    this.store = store;
    this.spins = spins;
    this.rules = rules;
    this.editions = editions;
    this.clock = clock;
  }

  /**
   * A slice as it stands.
   *
   * @param chance exactly, as “3 in 20”; empty for one that cannot be drawn
   * @param percent the same, rounded to one place
   * @param left pieces left; empty for any number
   * @param runsOut the day at the present pace
   * @param expected how often it was to come so far
   */
  record SliceNumbers(
      String id,
      String chance,
      double percent,
      Optional<Integer> left,
      Optional<LocalDate> runsOut,
      long seen,
      double expected) {}

  /**
   * Whether what came is what was to be expected.
   *
   * @param p how often chance alone is at least this far off; empty without spins
   */
  record FairnessView(Optional<Double> p, String words) {}

  /**
   * Spins by what became of them.
   *
   * @param won handed over, with a prize
   * @param freed never confirmed, and free again
   */
  record SpinCounts(long spins, long won, long reserved, long freed, long used) {}

  /**
   * A wheel in numbers.
   *
   * @param cost of a spin on average, in minor units
   * @param winners share of spins that win, 0 to 1
   * @param next what the next spins may cost
   * @param limits how often one may spin, in a sentence
   * @param resets when the next three periods begin
   */
  record WheelView(
      List<SliceNumbers> slices,
      double cost,
      double winners,
      Spread next,
      FairnessView fairness,
      SpinCounts counts,
      String limits,
      List<Instant> resets) {}

  /** Of a wheel that need not be saved. */
  WheelView of(Offer offer, PrizeWheel wheel) {
    Map<String, Integer> taken = spins.taken(offer.id());
    Wheel standing = wheel.standing(taken);
    List<Share> chances = standing.chances();
    Map<String, LocalDate> days = runOut(offer, wheel, taken);
    Seen seen = seen(offer);
    List<SliceNumbers> slices = new ArrayList<>();
    double winners = 0;
    for (int i = 0; i < wheel.slices().size(); i++) {
      PrizeSlice slice = wheel.slices().get(i);
      Share chance = chances.get(i);
      winners += slice.prize().wins() ? chance.value() : 0;
      slices.add(
          new SliceNumbers(
              slice.id(),
              inWords(chance),
              Math.round(chance.value() * 1000) / 10.0,
              standing.slices().get(i).stock(),
              Optional.ofNullable(days.get(slice.id())),
              seen.seen().getOrDefault(slice.id(), 0L),
              seen.expected().getOrDefault(slice.id(), Share.NONE).value()));
    }
    return new WheelView(
        slices,
        standing.cost().value(),
        winners,
        Spread.of(standing, NEXT),
        seen.fairness(),
        store.counts(offer.id()),
        wheel.rules().inWords(),
        resets(wheel.rules().limits()));
  }

  private static String inWords(Share chance) {
    return chance.isNone() ? "" : chance.reduced().replace("/", " in ");
  }

  private List<Instant> resets(SpinLimits limits) {
    if (limits.days() < 1) {
      return List.of();
    }
    List<Instant> resets = new ArrayList<>();
    Instant from = clock.instant();
    for (int i = 0; i < RESETS; i++) {
      from = limits.nextPeriod(from, rules.zone());
      resets.add(from);
    }
    return resets;
  }

  LocalDate today(ZoneId zone) {
    return LocalDate.ofInstant(clock.instant(), zone);
  }

  /** The day on which each stock runs out, where it does, by slices. */
  Map<String, LocalDate> runOut(Offer offer, PrizeWheel wheel, Map<String, Integer> taken) {
    ZoneId zone = rules.zone();
    LocalDate today = today(zone);
    ZonedDateTime since = today.minusDays(RunOut.DAYS - 1L).atStartOfDay(zone);
    Map<String, Long> ofLate = store.drawnSince(offer.id(), since.toInstant());
    Wheel standing = wheel.standing(taken);
    Map<String, LocalDate> days = new HashMap<>();
    for (int i = 0; i < wheel.slices().size(); i++) {
      String id = wheel.slices().get(i).id();
      RunOut.day(standing.slices().get(i).stock(), ofLate.getOrDefault(id, 0L), today)
          .ifPresent(day -> days.put(id, day));
    }
    return days;
  }

  /** What came, and what was to be expected: of each spin by the chances it had. */
  private record Seen(Map<String, Long> seen, Map<String, Share> expected, FairnessView fairness) {}

  private Seen seen(Offer offer) {
    Map<String, Long> seen = new HashMap<>();
    Map<String, Share> expected = new HashMap<>();
    store
        .byEdition(offer.id())
        .forEach(
            (editionId, drawn) -> {
              long spun = drawn.values().stream().mapToLong(n -> n).sum();
              drawn.forEach((slice, n) -> seen.merge(slice, n, Long::sum));
              editions
                  .find(editionId)
                  .standing()
                  .chances()
                  .forEach(
                      (slice, chance) -> expected.merge(slice, chance.times(spun), Share::plus));
            });
    expected.replaceAll((slice, share) -> share.lowest());
    return new Seen(seen, expected, fairness(seen, expected));
  }

  private static FairnessView fairness(Map<String, Long> seen, Map<String, Share> expected) {
    if (seen.isEmpty()) {
      return new FairnessView(Optional.empty(), "nobody has spun yet");
    }
    List<String> slices = List.copyOf(expected.keySet());
    Fairness fairness =
        Fairness.test(
            slices.stream().map(expected::get).toList(),
            slices.stream().map(slice -> seen.getOrDefault(slice, 0L)).toList());
    return new FairnessView(
        fairness.p(), fairness.p().map(WheelNumbers::verdict).orElse("as expected"));
  }

  private static String verdict(double p) {
    if (p >= USUAL) {
      return "as expected";
    }
    return p >= CHANCE ? "unusual, but it may be chance" : "unlikely to be chance";
  }
}
