package jeton.core.coupon;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import jeton.core.Refusals;
import jeton.core.incentive.Coupon;
import jeton.core.incentive.Coupon.Source;
import jeton.core.incentive.Lack;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What of a coupon cannot be saved, and what it lacks. */
class CouponSettingsTest {
  private static final LocalDate DAY = LocalDate.parse("2026-12-01");

  private static Terms terms(Worth worth, String currency, long leastOrder) {
    return new Terms(
        worth,
        currency,
        "",
        leastOrder,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private static Terms ending(LocalDate starts, LocalDate ends, Integer after) {
    return new Terms(
        Worth.percent(1),
        "EUR",
        "",
        0,
        Optional.ofNullable(starts),
        Optional.ofNullable(ends),
        Optional.ofNullable(after),
        Optional.empty(),
        Optional.empty());
  }

  private static List<String> refused(Terms terms) {
    return Refusals.of(problems -> terms.check("t", problems));
  }

  private static List<String> refused(Coupon coupon) {
    return Refusals.of(problems -> coupon.check("c", problems));
  }

  private static Coupon coupon(
      Source source, Terms terms, String shared, String fallback, String shop) {
    return new Coupon(terms, source, null, shared, fallback, shop, false);
  }

  private static Coupon leadingTo(String shop) {
    return coupon(Source.MADE, ending(null, null, 14), null, null, shop);
  }

  @ParameterizedTest
  @CsvSource({
    "1, true",
    "10000, true",
    "0, false",
    "10001, false",
  })
  void aPercentage_isAboveNothing_upToAll(int hundredths, boolean taken) {
    assertThat(refused(terms(Worth.percent(hundredths), "EUR", 0)))
        .isEqualTo(taken ? List.of() : List.of("t.worth.percentHundredths out_of_range"));
  }

  @ParameterizedTest
  @CsvSource({"1, true", "100000000000, true", "0, false", "100000000001, false"})
  void anAmount_isAboveNothing_andNoSlip(long minor, boolean taken) {
    assertThat(refused(terms(Worth.amount(minor), "EUR", 0)))
        .isEqualTo(taken ? List.of() : List.of("t.worth.amount out_of_range"));
  }

  @Test
  void words_areNeeded_whereTheyAreTheWorth() {
    assertThat(refused(terms(new Worth(Worth.Kind.WORDS, 0, 0, " "), "EUR", 0)))
        .containsExactly("t.worth.words empty");
    assertThat(refused(terms(new Worth(Worth.Kind.FREE_SHIPPING, 0, 0, null), "EUR", 0))).isEmpty();
    assertThat(refused(terms(new Worth(Worth.Kind.WORDS, 0, 0, "a\nb"), "EUR", 0)))
        .containsExactly("t.worth.words control_character");
    assertThat(new Worth(null, 1, 0, null).kind()).isEqualTo(Worth.Kind.PERCENT);
  }

  @Test
  void itsWorth_isSaidInWords() {
    assertThat(Worth.percent(1250).inWords("EUR", "")).isEqualTo("12.5 % off");
    assertThat(Worth.percent(1200).inWords("EUR", " papers ")).isEqualTo("12 % off papers");
    assertThat(Worth.amount(750).inWords("EUR", "papers")).isEqualTo("€7.50 off papers");
    Worth free = new Worth(Worth.Kind.FREE_SHIPPING, 0, 0, "");
    assertThat(free.inWords("EUR", "")).isEqualTo("free shipping");
    assertThat(free.inWords("EUR", "papers")).isEqualTo("free shipping for papers");
    assertThat(free.discount(1000)).isZero();
    assertThat(new Worth(Worth.Kind.WORDS, 0, 0, " a bone folder ").inWords("EUR", "papers"))
        .isEqualTo("a bone folder");
    assertThat(Worth.amount(750).discount(500)).isEqualTo(500);
    assertThat(Worth.percent(1250).discount(999)).isEqualTo(125);
  }

  @Test
  void terms_areCheckedAtTheirPlace() {
    assertThat(refused(terms(Worth.percent(1), "EURO", 0)))
        .containsExactly("t.currency unknown_currency");
    assertThat(refused(terms(Worth.percent(1), "EUR", -1)))
        .containsExactly("t.leastOrder out_of_range");
    assertThat(refused(ending(DAY, DAY, null))).isEmpty();
    assertThat(refused(ending(DAY, DAY.minusDays(1), null))).containsExactly("t.endsOn ends_first");
    assertThat(refused(ending(null, DAY, null))).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"0, false", "1, true", "3650, true", "3651, false"})
  void itEnds_afterOneTo3650Days(int days, boolean taken) {
    assertThat(refused(ending(null, null, days)).isEmpty()).isEqualTo(taken);
  }

  @ParameterizedTest
  @CsvSource({"0, false", "1, true", "1000000, true", "1000001, false"})
  void uses_areAboveNothing_upToAMillion(int uses, boolean taken) {
    Terms perCode =
        new Terms(
            Worth.percent(1),
            "EUR",
            "",
            0,
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.of(uses),
            Optional.of(1));
    Terms inAll =
        new Terms(
            Worth.percent(1),
            "EUR",
            "",
            0,
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.of(1),
            Optional.of(uses));
    assertThat(refused(perCode))
        .isEqualTo(taken ? List.of() : List.of("t.usesPerCode out_of_range"));
    assertThat(refused(inAll)).isEqualTo(taken ? List.of() : List.of("t.usesInAll out_of_range"));
  }

  @ParameterizedTest
  @CsvSource({
    "'', 5, s.symbols out_of_range",
    "'', 6, ''",
    "'', 12, ''",
    "'', 13, s.symbols out_of_range",
    "ABCDEFGHIJKL, 8, ''",
    "ABCDEFGHIJKLM, 8, s.prefix bad_prefix",
    "AZ09, 8, ''",
    "A-Z, 8, s.prefix bad_prefix",
    "A@Z, 8, s.prefix bad_prefix",
    "A[Z, 8, s.prefix bad_prefix",
    "'A:Z', 8, s.prefix bad_prefix",
    "A/Z, 8, s.prefix bad_prefix"
  })
  void aShape_hasSixToTwelveSymbols_andAPlainPrefix(String prefix, int symbols, String fault) {
    assertThat(String.join("", Refusals.of(p -> new CodeShape(prefix, symbols).check("s", p))))
        .isEqualTo(fault);
  }

  @Test
  void codes_areShownInGroups_andReadHoweverTheyAreTyped() {
    CodeShape shape = new CodeShape("qt", 8);
    String code = shape.make(below -> 7);
    assertThat(code).startsWith("QT7777777").hasSize(10);
    String shown = shape.shown(code);
    assertThat(shown).startsWith("QT-7777-777").hasSize(12);
    assertThat(shape.read(" " + shown.toLowerCase(java.util.Locale.ROOT)).key()).isEqualTo(code);
    assertThat(CodeShape.USUAL.shown("77777777")).isEqualTo("7777-7777");
    assertThat(shape.read(code + "7").status()).isEqualTo(CodeShape.Status.MALFORMED);
    assertThat(shape.read("XX" + code.substring(2)).status()).isEqualTo(CodeShape.Status.MALFORMED);
    assertThat(shape.read("QTU" + code.substring(3)).status())
        .isEqualTo(CodeShape.Status.MALFORMED);
    char other = code.charAt(9) == '8' ? '9' : '8';
    assertThat(shape.read(code.substring(0, 9) + other).status())
        .isEqualTo(CodeShape.Status.MISTYPED);
    assertThat(CodeShape.key(" oil–z‑a−b\u00a0")).isEqualTo("011ZAB");
  }

  @Test
  void aCoupon_isCheckedAtItsPlaces() {
    Terms fine = ending(null, DAY, null);
    assertThat(refused(Coupon.BLANK)).isEmpty();
    assertThat(refused(coupon(Source.SHARED, fine, "SAVE", "", ""))).isEmpty();
    assertThat(refused(coupon(Source.MADE, terms(Worth.percent(0), "EUR", 0), "", "", "")))
        .containsExactly("c.terms.worth.percentHundredths out_of_range");
    assertThat(refused(new Coupon(fine, Source.MADE, new CodeShape("", 5), "", "", "", false)))
        .containsExactly("c.shape.symbols out_of_range");
    assertThat(refused(coupon(Source.SHARED, fine, "C".repeat(40), "", ""))).isEmpty();
    assertThat(refused(coupon(Source.SHARED, fine, "C".repeat(41), " -- ", "")))
        .containsExactly("c.shared too_long", "c.fallback bad_code");
    assertThat(refused(coupon(Source.SHARED, ending(null, null, 5), "SAVE", "", "")))
        .containsExactly("c.terms.endsAfterDays shared_ends_on_a_date");
    assertThat(refused(coupon(Source.POOL, ending(null, null, 5), "", "", ""))).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "https://shop.example/?c={{code}}",
        "http://localhost:8080/",
        " https://shop.example "
      })
  void aShop_mayBeAnyAddressOfTheWeb(String shop) {
    assertThat(refused(leadingTo(shop))).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "shop.example, not_an_address",
    "ftp://shop.example, not_an_address",
    "https:///x, not_an_address",
    "https://a b, not_an_address",
    "https://me@shop.example, hidden_part"
  })
  void whatIsNone_isRefused(String shop, String code) {
    assertThat(refused(leadingTo(shop))).containsExactly("c.shop " + code);
  }

  @Test
  void whatItLacks_isSaid() {
    Terms fine = ending(null, DAY, null);
    assertThat(coupon(Source.SHARED, fine, "", "", "").missing())
        .extracting(Lack::code)
        .containsExactly("no_code", "no_shop");
    assertThat(coupon(Source.MADE, fine, "", "", "https://shop.example").missing()).isEmpty();
    assertThat(coupon(Source.SHARED, fine, "SAVE", "", "https://shop.example").missing()).isEmpty();
  }

  @Test
  void itsLastDay_isAlwaysKnown_whereThereIsOne() {
    assertThat(leadingTo("").fillIns())
        .containsExactly(Coupon.CODE, Coupon.WORTH, Coupon.ENDS.alwaysKnown());
    assertThat(coupon(Source.MADE, ending(null, DAY, null), "", "", "").fillIns())
        .contains(Coupon.ENDS.alwaysKnown());
    assertThat(coupon(Source.MADE, ending(null, null, null), "", "", "").fillIns())
        .containsExactly(Coupon.CODE, Coupon.WORTH, Coupon.ENDS);
  }
}
