package jeton.server.wheel;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import jeton.core.incentive.PrizeWheel;
import jeton.core.numbers.Share;
import jeton.core.wheel.PrizeSlice;
import jeton.core.wheel.Wheel;
import jeton.core.wheel.WheelLooks;

/**
 * A wheel as it is drawn: each slice as wide as its chance, none for one that has run out. Angles
 * are clockwise degrees from the top.
 */
record WheelDrawing(PrizeWheel wheel, Wheel standing) {
  private static final double RADIUS = 100;
  private static final double FULL = 360;
  private static final double HALF = 180;
  private static final double LARGEST_WORDS = 11;
  private static final double LEAST_WORDS = 5.5;
  private static final double ROOM = 62;
  private static final double WIDTH_OF_LETTER = 0.56;

  Map<String, Object> model(String formKey, String base) {
    WheelLooks looks = wheel.looks();
    Map<String, Object> model = new HashMap<>();
    model.put("slices", slices(formKey));
    model.put("size", looks.size());
    model.put("rim", looks.rim());
    model.put("hub", looks.hub());
    model.put(
        "hubPicture", looks.hubPicture().isEmpty() ? "" : base + "/pictures/" + looks.hubPicture());
    model.put("clip", "jw-hub-" + formKey);
    model.put("ground", looks.ground());
    model.put("half", looks.half());
    model.put("pointer", looks.pointer().name().toLowerCase(Locale.ROOT));
    model.put("points", looks.pointer().ordinal() * (int) (FULL / 4));
    model.put("seconds", looks.seconds());
    model.put("turns", looks.turns());
    model.put("rings", looks.rings());
    model.put("dots", looks.dots() ? dots() : List.of());
    model.put("words", inWords());
    return model;
  }

  /** For whoever cannot see it. */
  private String inWords() {
    List<String> labels = new ArrayList<>();
    List<Share> chances = standing.chances();
    for (int i = 0; i < chances.size(); i++) {
      if (!chances.get(i).isNone()) {
        labels.add(wheel.slices().get(i).label());
      }
    }
    return "A wheel with " + labels.size() + " slices: " + String.join(", ", labels);
  }

  private List<Map<String, Object>> slices(String formKey) {
    List<Map<String, Object>> drawn = new ArrayList<>();
    List<Share> chances = standing.chances();
    double from = 0;
    for (int i = 0; i < chances.size(); i++) {
      double wide = chances.get(i).value() * FULL;
      if (wide > 0) {
        drawn.add(slice(wheel.slices().get(i), from, wide, formKey));
        from += wide;
      }
    }
    return drawn;
  }

  private static Map<String, Object> slice(
      PrizeSlice slice, double from, double wide, String formKey) {
    double middle = from + wide / 2;
    double size = size(slice.label(), wide);
    Map<String, Object> model = new HashMap<>();
    model.put("id", slice.id());
    model.put("label", size < LEAST_WORDS ? "" : slice.label());
    model.put("wins", slice.prize().wins());
    model.put("path", path(from, wide));
    model.put("colour", slice.colour());
    model.put("pattern", slice.pattern().name().toLowerCase(Locale.ROOT));
    model.put("patterned", slice.pattern() != PrizeSlice.Pattern.PLAIN);
    model.put("patternId", "jw-" + slice.pattern().name().toLowerCase(Locale.ROOT) + "-" + formKey);
    model.put("from", number(from));
    model.put("wide", number(wide));
    // On the left they run the other way, or they would stand on their heads.
    boolean flipped = middle > HALF;
    model.put("middle", number(flipped ? middle + 90 : middle - 90));
    model.put("outer", flipped ? -93 : 93);
    model.put("anchor", flipped ? "start" : "end");
    model.put("fontSize", number(Math.min(LARGEST_WORDS, size)));
    return model;
  }

  /** As large as its words may be: along the spoke, and within the slice at its inner end. */
  private static double size(String label, double wide) {
    double along = ROOM / Math.max(1, label.length()) / WIDTH_OF_LETTER;
    double across = 2 * (RADIUS - ROOM * 0.7) * Math.tan(Math.toRadians(Math.min(wide, 90) / 2));
    return Math.min(Math.max(along, LEAST_WORDS), across);
  }

  private static String path(double from, double wide) {
    if (wide >= FULL - 0.001) {
      return "M0-100A100 100 0 1 1 0 100A100 100 0 1 1 0-100Z";
    }
    return "M0 0L"
        + point(from)
        + "A100 100 0 "
        + (wide > HALF ? 1 : 0)
        + " 1 "
        + point(from + wide)
        + "Z";
  }

  private static String point(double angle) {
    double radians = Math.toRadians(angle);
    return number(RADIUS * Math.sin(radians)) + " " + number(-RADIUS * Math.cos(radians));
  }

  private static List<Map<String, Object>> dots() {
    List<Map<String, Object>> dots = new ArrayList<>();
    for (int i = 0; i < 24; i++) {
      double radians = Math.toRadians(i * FULL / 24);
      dots.add(
          Map.of("x", number(105.5 * Math.sin(radians)), "y", number(-105.5 * Math.cos(radians))));
    }
    return dots;
  }

  private static String number(double value) {
    return String.format(Locale.ROOT, "%.2f", value).replaceAll("\\.?0+$", "");
  }
}
