package jeton.core.incentive;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailContent;
import jeton.core.email.FillIn;
import jeton.core.form.Contrast;
import jeton.core.people.TagName;
import jeton.core.problem.Keys;
import jeton.core.problem.Problems;
import jeton.core.wheel.Prize;
import jeton.core.wheel.PrizeSlice;
import jeton.core.wheel.SpinRules;
import jeton.core.wheel.Wheel;
import jeton.core.wheel.WheelLooks;
import jeton.core.wheel.WheelWords;

/**
 * A wheel that is turned for a prize (rules W).
 *
 * @param slices 2 to 16, clockwise
 * @param currency of what prizes cost, ISO 4217
 * @param rules how often a mailbox may spin (W3)
 * @param keepsReserved whether a prize that nobody confirmed stays kept after the link's last
 *     moment (W5)
 */
public record PrizeWheel(
    List<PrizeSlice> slices,
    String currency,
    SpinRules rules,
    boolean keepsReserved,
    WheelLooks looks,
    WheelWords words)
    implements Incentive {
  /** What a new wheel starts from: two slices, as few as there can be. */
  public static final PrizeWheel BLANK =
      new PrizeWheel(
          List.of(
              blank(
                  "a", "A prize", Prize.words("A prize", ""), "#DCE8E1", PrizeSlice.Pattern.WAVES),
              blank("b", "Next time", Prize.NONE, "#FFFFFF", PrizeSlice.Pattern.PLAIN)),
          "EUR",
          SpinRules.USUAL,
          false,
          WheelLooks.USUAL,
          WheelWords.USUAL);

  /** What somebody won; what stood on the slice where that was nothing. */
  public static final FillIn PRIZE = new FillIn("prize", "Prize", true, true, "");

  /** What there is to say of it. */
  public static final FillIn PRIZE_WORDS =
      new FillIn("prize_words", "Words of the prize", true, true, "");

  private static final int FEWEST = 2;
  private static final int MOST = 16;
  private static final int WEIGHT = 10;

  public PrizeWheel {
    slices = slices == null ? List.of() : List.copyOf(slices);
    currency = currency == null || currency.isBlank() ? "EUR" : currency.strip();
    rules = rules == null ? SpinRules.USUAL : rules;
    looks = looks == null ? WheelLooks.USUAL : looks;
    words = words == null ? WheelWords.USUAL : words;
  }

  private static PrizeSlice blank(
      String id, String label, Prize prize, String colour, PrizeSlice.Pattern pattern) {
    return new PrizeSlice(
        id,
        label,
        BigDecimal.valueOf(WEIGHT),
        Optional.empty(),
        prize,
        0,
        colour,
        pattern,
        List.of());
  }

  @Override
  public void check(String path, Problems problems) {
    problems.when(
        slices.size() > MOST, path + ".slices", "too_many", "A wheel has 16 slices at most.");
    Keys.check(slices.stream().map(PrizeSlice::id).toList(), path + ".slices", problems);
    for (int i = 0; i < slices.size(); i++) {
      slices.get(i).check(path + ".slices[" + i + "]", problems);
    }
    rules.check(path + ".rules", problems);
    looks.check(path + ".looks", problems);
    words.check(path + ".words", problems);
  }

  /** The same with other slices. */
  public PrizeWheel with(List<PrizeSlice> other) {
    return new PrizeWheel(other, currency, rules, keepsReserved, looks, words);
  }

  /** The slice of a key. */
  public Optional<PrizeSlice> slice(String id) {
    return slices.stream().filter(slice -> slice.id().equals(id)).findFirst();
  }

  /**
   * As the draw knows it.
   *
   * @param taken pieces of each slice that are won or reserved, by its key
   */
  public Wheel standing(Map<String, Integer> taken) {
    return new Wheel(
        slices.stream().map(slice -> slice.standing(taken.getOrDefault(slice.id(), 0))).toList());
  }

  @Override
  public Map<String, String> results() {
    Map<String, String> results = new LinkedHashMap<>();
    for (int i = 0; i < slices.size(); i++) {
      results.put(slices.get(i).id(), slices.get(i).named(i + 1));
    }
    return results;
  }

  @Override
  public FirstAsk firstAsk() {
    return new FirstAsk("<p>One turn for each of you.</p>", "Turn the wheel");
  }

  @Override
  public EmailContent firstDelivery() {
    return new EmailContent(
        "You have won: {{prize}}",
        "Keep this email, it is your prize",
        EmailContent.Style.FRAMED,
        List.of(
            EmailBlock.text("<p>Hello {{first_name}},</p><p>the wheel stopped for you:</p>"),
            EmailBlock.incentive("See your prize")),
        "",
        List.of());
  }

  @Override
  public List<FillIn> fillIns() {
    return List.of(
        PRIZE.alwaysKnown(),
        PRIZE_WORDS,
        maybe(Coupon.CODE),
        maybe(Coupon.WORTH),
        maybe(Coupon.ENDS),
        maybe(Coupon.TERMS));
  }

  /** Not every prize has a code. */
  private static FillIn maybe(FillIn ofCoupon) {
    return new FillIn(ofCoupon.key(), ofCoupon.label(), ofCoupon.forOwners(), true, "");
  }

  /** Tags that slices name. */
  public Set<String> tags() {
    return slices.stream()
        .flatMap(slice -> slice.tags().stream())
        .collect(Collectors.toCollection(TreeSet::new));
  }

  @Override
  public List<Lack> missing() {
    return missing(Map.of(), tags());
  }

  /**
   * What keeps it from being given, or is worth a look.
   *
   * @param taken pieces that are won or reserved, by slices' keys
   * @param known all tags there are
   */
  public List<Lack> missing(Map<String, Integer> taken, Collection<String> known) {
    List<Lack> lacks = new ArrayList<>();
    if (slices.size() < FEWEST) {
      lacks.add(Lack.grave("few_slices", "A wheel needs two slices.", "slices"));
    }
    Wheel wheel = standing(taken);
    if (slices.size() >= FEWEST && !wheel.isLeft()) {
      lacks.add(
          Lack.grave("nothing_left", "Nothing is left on the wheel: it does not show.", "slices"));
    }
    for (int i = 0; i < slices.size(); i++) {
      boolean isLeft = wheel.slices().get(i).isLeft();
      lacks.addAll(ofSlice(slices.get(i), isLeft, i + 1));
    }
    if (!slices.isEmpty() && slices.stream().noneMatch(slice -> slice.prize().wins())) {
      lacks.add(Lack.grave("no_prize", "Nobody can win anything on this wheel.", "slices"));
    }
    Set<String> keys = known.stream().map(TagName::key).collect(Collectors.toSet());
    tags().stream()
        .filter(tag -> !keys.contains(TagName.key(tag)))
        .forEach(
            tag ->
                lacks.add(
                    Lack.worthALook(
                        "tag_gone",
                        "The wheel gives the tag “" + tag + "”, which is gone.",
                        "slices")));
    return lacks;
  }

  private static List<Lack> ofSlice(PrizeSlice slice, boolean isLeft, int place) {
    String control = "slice-" + slice.id();
    String name = slice.named(place);
    List<Lack> lacks = new ArrayList<>();
    if (slice.label().isEmpty()) {
      lacks.add(Lack.grave("no_label", name + " has nothing on it.", control));
    }
    if (slice.prize().kind() == Prize.Kind.OFFER && slice.prize().offerId().isEmpty()) {
      lacks.add(Lack.grave("no_offer", name + " gives another offer. Which one?", control));
    }
    if (slice.contrast() < Contrast.ENOUGH) {
      lacks.add(Lack.worthALook("pale", "The words on " + name + " are hard to read.", control));
    }
    if (!isLeft) {
      lacks.add(Lack.worthALook("slice_empty", name + " has run out: nobody draws it.", control));
    }
    return lacks;
  }
}
