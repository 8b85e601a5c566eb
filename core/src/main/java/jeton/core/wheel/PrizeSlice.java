package jeton.core.wheel;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import jeton.core.form.Contrast;
import jeton.core.people.TagName;
import jeton.core.problem.Problems;

/**
 * A slice as its owner sets it (W1).
 *
 * @param id its key within the wheel, which stays when it is moved
 * @param label what stands on it
 * @param weight more than 0, at most 1,000,000, with at most two places
 * @param pieces there are in all, those already won included; empty for any number
 * @param cost of the prize to the business, in minor units
 * @param colour of its ground, {@code #RRGGBB}
 * @param tags given to whoever draws it, once the sign-up counts
 */
public record PrizeSlice(
    String id,
    String label,
    BigDecimal weight,
    Optional<Integer> pieces,
    Prize prize,
    long cost,
    String colour,
    Pattern pattern,
    List<String> tags) {
  /** What words on slices are written in. */
  public static final String INK = "#1B2A26";

  private static final int MOST_LABEL = 24;
  private static final BigDecimal MOST_WEIGHT = BigDecimal.valueOf(1_000_000);
  private static final int MOST_PIECES = 1_000_000;
  private static final long MOST_COST = 100_000_000L;

  /** What its ground is drawn with, so that no slice is told by colour alone. */
  public enum Pattern {
    PLAIN,
    WAVES,
    STRIPES,
    DASHES,
    DOTS,
    NET
  }

  public PrizeSlice {
    label = label == null ? "" : label.strip();
    weight = weight == null ? BigDecimal.ZERO : weight;
    pieces = pieces == null ? Optional.empty() : pieces;
    prize = prize == null ? Prize.NONE : prize;
    colour = colour == null ? "#FFFFFF" : colour;
    pattern = pattern == null ? Pattern.PLAIN : pattern;
    tags = tags == null ? List.of() : List.copyOf(tags);
  }

  /** How to speak of it. */
  public String named(int place) {
    return label.isEmpty() ? "Slice " + place : "“" + label + "”";
  }

  /** What its prize is called. */
  public String prizeTitle() {
    return prize.title().isEmpty() ? label : prize.title();
  }

  /**
   * As the draw knows it.
   *
   * @param taken pieces that are won or reserved
   */
  public Slice standing(int taken) {
    return new Slice(label, weight, pieces.map(all -> Math.max(0, all - taken)), cost);
  }

  /** As the draw knows it once it has run out. */
  public Slice emptied() {
    return new Slice(label, weight, Optional.of(0), cost);
  }

  /** Words on it, as a ratio. */
  public double contrast() {
    return Contrast.isColour(colour) ? Contrast.ratio(INK, colour) : 1;
  }

  /** The same with another weight. */
  public PrizeSlice weighing(BigDecimal other) {
    return new PrizeSlice(id, label, other, pieces, prize, cost, colour, pattern, tags);
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    problems.line(label, path + ".label", "A label", MOST_LABEL);
    problems.when(
        weight.signum() <= 0 || weight.compareTo(MOST_WEIGHT) > 0,
        path + ".weight",
        "out_of_range",
        "A weight is more than 0 and at most 1,000,000.");
    problems.when(
        weight.stripTrailingZeros().scale() > 2,
        path + ".weight",
        "too_fine",
        "A weight has at most two places after the point.");
    pieces.ifPresent(
        all ->
            problems.when(
                all < 0 || all > MOST_PIECES,
                path + ".pieces",
                "out_of_range",
                "0 to 1,000,000 pieces."));
    problems.when(
        cost < 0 || cost > MOST_COST, path + ".cost", "out_of_range", "A prize costs 0 or more.");
    problems.when(
        !Contrast.isColour(colour),
        path + ".colour",
        "not_a_colour",
        "A colour looks like #16423C.");
    prize.check(path + ".prize", problems);
    TagName.checkAll(tags, path + ".tags", problems);
  }
}
