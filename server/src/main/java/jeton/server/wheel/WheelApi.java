package jeton.server.wheel;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.incentive.Coupon;
import jeton.core.incentive.PrizeWheel;
import jeton.core.problem.Problems;
import jeton.core.wheel.Budget;
import jeton.core.wheel.PrizeSlice;
import jeton.core.wheel.Wheel;
import jeton.server.csv.CsvAnswer;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A wheel for its owner: its chances and costs, and the log of all spins (W4, W8). */
@RestController
@RequestMapping("/api/offers/{offerId}/wheel")
class WheelApi {
  private static final int A_PAGE = 50;
  private static final int A_CSV_PAGE = 1000;

  private final Offers offers;
  private final WheelNumbers numbers;
  private final SpinNumberStore log;
  private final SpinStore store;
  private final Prizes prizes;
  private final Spins spins;

  WheelApi(
      Offers offers,
      WheelNumbers numbers,
      SpinNumberStore log,
      SpinStore store,
      Prizes prizes,
      Spins spins) {
    this.offers = offers;
    this.numbers = numbers;
    this.log = log;
    this.store = store;
    this.prizes = prizes;
    this.spins = spins;
  }

  /**
   * What a wheel may cost.
   *
   * @param mostCost of a spin on average, in minor units; empty for any
   * @param winners share of spins that should win, 0 to 1; empty for any
   */
  record Fit(PrizeWheel wheel, Optional<BigDecimal> mostCost, Optional<Double> winners) {}

  /** Another weight for a slice. */
  record WeightChange(String slice, BigDecimal from, BigDecimal to) {}

  /**
   * Weights that keep to a budget.
   *
   * @param possible whether there are any
   * @param after the wheel's numbers then
   */
  record Fitted(boolean possible, List<WeightChange> changes, WheelNumbers.WheelView after) {}

  /**
   * A spin in the log.
   *
   * @param slice what stood on it
   * @param prize what it brought; empty for nothing
   * @param became one word: waiting, won, used, freed, too late, nothing, blocked
   * @param code where the prize has one
   */
  record SpinLine(
      long id,
      long personId,
      String email,
      String firstName,
      Instant at,
      String slice,
      String prize,
      String code,
      String became,
      boolean givenBack) {}

  /** How it stands as it is saved. */
  @GetMapping
  WheelNumbers.WheelView saved(@PathVariable long offerId) {
    Offer offer = wheel(offerId);
    return numbers.of(offer, Spins.of(offer));
  }

  /** How it would stand; it need not be saved. */
  @PostMapping("/numbers")
  WheelNumbers.WheelView numbers(@PathVariable long offerId, @RequestBody PrizeWheel wheel) {
    Offer offer = wheel(offerId);
    checked(wheel);
    return numbers.of(offer, wheel);
  }

  @PostMapping("/fit")
  Fitted fit(@PathVariable long offerId, @RequestBody Fit fit) {
    Offer offer = wheel(offerId);
    checked(fit.wheel());
    Problems problems = new Problems();
    problems.when(
        fit.mostCost().filter(cost -> cost.signum() < 0).isPresent(),
        "mostCost",
        "out_of_range",
        "A spin costs 0 or more.");
    problems.when(
        fit.winners().filter(share -> share < 0 || share > 1 || share.isNaN()).isPresent(),
        "winners",
        "out_of_range",
        "0 to 100 %.");
    problems.when(
        fit.mostCost().isEmpty() && fit.winners().isEmpty(),
        "mostCost",
        "empty",
        "Say what a spin may cost, or how many should win.");
    Refused.unlessNone(problems.list());
    Wheel standing = fit.wheel().standing(store.taken(offerId));
    List<PrizeSlice> slices = fit.wheel().slices();
    List<Budget.Part> parts = new ArrayList<>();
    for (int i = 0; i < slices.size(); i++) {
      PrizeSlice slice = slices.get(i);
      parts.add(
          new Budget.Part(
              slice.weight(),
              standing.slices().get(i).isLeft(),
              slice.prize().wins(),
              slice.cost()));
    }
    Optional<List<Budget.Change>> changes = new Budget(fit.mostCost(), fit.winners()).fit(parts);
    List<PrizeSlice> after = new ArrayList<>(slices);
    changes
        .orElse(List.of())
        .forEach(
            change -> after.set(change.place(), after.get(change.place()).weighing(change.to())));
    return new Fitted(
        changes.isPresent(),
        changes.orElse(List.of()).stream()
            .map(c -> new WeightChange(slices.get(c.place()).id(), c.from(), c.to()))
            .toList(),
        numbers.of(offer, fit.wheel().with(after)));
  }

  private static void checked(PrizeWheel wheel) {
    Problems problems = new Problems();
    wheel.check("wheel", problems);
    Refused.unlessNone(problems.list());
  }

  /**
   * A page of spins, newest first.
   *
   * @param below id of the last one seen
   */
  @GetMapping("/spins")
  List<SpinLine> spins(
      @PathVariable long offerId,
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String slice,
      @RequestParam(defaultValue = "") String became,
      @RequestParam Optional<Long> below) {
    wheel(offerId);
    return lines(
        new SpinNumberStore.Wanted(
            offerId, words.strip(), slice, became, below.orElse(Long.MAX_VALUE), A_PAGE));
  }

  /** The same as a table to take along. */
  @GetMapping("/spins.csv")
  void csv(
      @PathVariable long offerId,
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String slice,
      @RequestParam(defaultValue = "") String became,
      HttpServletResponse response)
      throws IOException {
    wheel(offerId);
    CsvAnswer.write(
        response,
        new CsvAnswer.Table(
            "spins.csv",
            List.of("at", "email", "first name", "slice", "prize", "code", "became", "given back")),
        below ->
            lines(
                new SpinNumberStore.Wanted(
                    offerId, words.strip(), slice, became, below, A_CSV_PAGE)),
        SpinLine::id,
        line ->
            List.of(
                line.at(),
                line.email(),
                line.firstName(),
                line.slice(),
                line.prize(),
                line.code(),
                line.became(),
                line.givenBack() ? "yes" : ""));
  }

  /** The owner gives the mailbox of a spin its spins back (W8). */
  @PostMapping("/spins/{spinId}/give-back")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void giveBack(@PathVariable long offerId, @PathVariable long spinId) {
    wheel(offerId);
    if (store.find(offerId, spinId).isEmpty()) {
      throw new NotThere("This spin");
    }
    store.giveBack(offerId, spinId);
  }

  private List<SpinLine> lines(SpinNumberStore.Wanted wanted) {
    List<SpinNumberStore.Line> lines = log.log(wanted);
    Map<Long, Map<String, String>> told =
        prizes.told(
            lines.stream()
                .map(SpinNumberStore.Line::spin)
                .filter(spin -> spin.state() == Spin.State.GIVEN)
                .toList(),
            false);
    return lines.stream()
        .map(
            line ->
                line(
                    line,
                    told.getOrDefault(line.spin().id(), Map.of())
                        .getOrDefault(Coupon.CODE.key(), "")))
        .toList();
  }

  private SpinLine line(SpinNumberStore.Line line, String code) {
    Spin spin = line.spin();
    PrizeSlice slice = spins.ended(spin).slice();
    return new SpinLine(
        spin.id(),
        spin.personId(),
        line.email(),
        line.firstName(),
        spin.at(),
        slice.label(),
        spin.won() ? slice.prizeTitle() : "",
        code,
        became(spin),
        spin.givenBack());
  }

  private static String became(Spin spin) {
    if (spin.state() == Spin.State.VOID) {
      return "blocked";
    }
    if (!spin.won()) {
      return spin.state() == Spin.State.RESERVED ? "waiting" : "nothing";
    }
    return switch (spin.state()) {
      case RESERVED -> "waiting";
      case GIVEN -> spin.usedAt().isPresent() ? "used" : "won";
      case FREED -> "freed";
      case TOO_LATE -> "too late";
      case VOID -> "blocked";
    };
  }

  private Offer wheel(long offerId) {
    Offer offer = offers.get(offerId);
    if (!(offer.settings().gives() instanceof PrizeWheel)) {
      throw new NotThere("This wheel");
    }
    return offer;
  }
}
