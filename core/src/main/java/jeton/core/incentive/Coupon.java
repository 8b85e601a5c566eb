package jeton.core.incentive;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jeton.core.coupon.CodeShape;
import jeton.core.coupon.Terms;
import jeton.core.coupon.Worth;
import jeton.core.email.FillIn;
import jeton.core.form.WebAddress;
import jeton.core.problem.Problems;

/**
 * A code that is worth something in a shop (rules C).
 *
 * @param terms what it is worth, and when it is taken
 * @param shape of codes that are made
 * @param shared the one code of {@link Source#SHARED}
 * @param fallback a code for all that is given when a pool is dry; empty for none (C5)
 * @param shop address of the shop; may carry {@code {{code}}}; empty for none (C8)
 * @param newEachTime whether each sign-up gets a code of its own (C6)
 */
public record Coupon(
    Terms terms,
    Source source,
    CodeShape shape,
    String shared,
    String fallback,
    String shop,
    boolean newEachTime)
    implements Incentive {
  /** What a new coupon starts from. */
  public static final Coupon BLANK =
      new Coupon(
          new Terms(
              Worth.percent(1000),
              "EUR",
              "",
              0,
              Optional.empty(),
              Optional.empty(),
              Optional.of(14),
              Optional.of(1),
              Optional.empty()),
          Source.MADE,
          CodeShape.USUAL,
          "",
          "",
          "",
          false);

  /** The code as it is shown. */
  public static final FillIn CODE = new FillIn("code", "Code", true, false, "");

  /** What it is worth, in words. */
  public static final FillIn WORTH =
      new FillIn("coupon_worth", "Worth of the coupon", true, false, "");

  /** The last day, in words. */
  public static final FillIn ENDS =
      new FillIn("coupon_ends", "Last day of the coupon", true, true, "");

  /** Sentences about a code; what its own block shows. */
  public static final FillIn TERMS =
      new FillIn("coupon_terms", "Terms of the coupon", false, true, "");

  /** Where codes come from (C1). */
  public enum Source {
    SHARED,
    MADE,
    POOL
  }

  private static final int MOST_CODE = 40;

  public Coupon {
    source = source == null ? Source.MADE : source;
    shape = shape == null ? CodeShape.USUAL : shape;
    shared = shared == null ? "" : shared.strip();
    fallback = fallback == null ? "" : fallback.strip();
    shop = shop == null ? "" : shop.strip();
  }

  @Override
  public void check(String path, Problems problems) {
    terms.check(path + ".terms", problems);
    shape.check(path + ".shape", problems);
    code(shared, path + ".shared", problems);
    code(fallback, path + ".fallback", problems);
    problems.when(
        source == Source.SHARED && terms.endsAfterDays().isPresent(),
        path + ".terms.endsAfterDays",
        "shared_ends_on_a_date",
        "One code for all can only end on a date: the shop cannot tell who got it when.");
    if (!shop.isEmpty()) {
      WebAddress.faultOfShop(shop.replace("{{code}}", "CODE"))
          .ifPresent(fault -> problems.add(path + ".shop", fault.code(), fault.message()));
    }
  }

  @Override
  public List<Lack> missing() {
    List<Lack> lacks = new ArrayList<>();
    if (source == Source.SHARED && shared.isEmpty()) {
      lacks.add(Lack.grave("no_code", "There is no code to give yet. Choose one.", "shared"));
    }
    if (shop.isEmpty()) {
      lacks.add(
          Lack.worthALook(
              "no_shop", "Nothing leads from the code to your shop. Give its address.", "shop"));
    }
    return lacks;
  }

  @Override
  public Optional<Instant> end(Instant given, ZoneId zone) {
    return terms.end(given, zone);
  }

  @Override
  public List<FillIn> fillIns() {
    boolean ends = terms.endsOn().isPresent() || terms.endsAfterDays().isPresent();
    return List.of(CODE, WORTH, ends ? ENDS.alwaysKnown() : ENDS);
  }

  private static void code(String code, String field, Problems problems) {
    problems.line(code, field, "A code", MOST_CODE);
    problems.when(
        !code.isEmpty() && CodeShape.key(code).isEmpty(),
        field,
        "bad_code",
        "A code needs letters or digits.");
  }
}
