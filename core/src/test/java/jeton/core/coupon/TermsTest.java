package jeton.core.coupon;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import org.junit.jupiter.api.Test;

/** What a coupon's terms say, and what keeps them from being saved (C3). */
class TermsTest {
  private static final Instant NOW = Instant.parse("2026-11-25T10:00:00Z");
  private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");

  private static Terms terms(Worth worth, long least, Integer days, Integer perCode) {
    return new Terms(
        worth,
        "EUR",
        "papers",
        least,
        Optional.empty(),
        Optional.empty(),
        Optional.ofNullable(days),
        Optional.ofNullable(perCode),
        Optional.empty());
  }

  @Test
  void inWords_theySayLastDayUsesAndLeastOrder() {
    assertThat(terms(Worth.percent(1250), 2050, 14, 1).inWords(NOW, DUBLIN))
        .isEqualTo("Good until Wednesday 9 December. Once, on orders from €20.50.");
    assertThat(terms(Worth.percent(1250), 0, 60, 3).inWords(NOW, DUBLIN))
        .isEqualTo("Good until Sunday 24 January 2027. Up to 3 times.");
    assertThat(terms(Worth.percent(1250), 500, null, null).inWords(NOW, DUBLIN))
        .isEqualTo("On orders from €5.");
    assertThat(terms(Worth.percent(1250), 0, null, null).inWords(NOW, DUBLIN)).isEmpty();
  }

  @Test
  void inWords_itIsWorthWhatItsOwnerSays() {
    assertThat(terms(Worth.percent(1250), 0, null, null).worthInWords())
        .isEqualTo("12.5 % off papers");
    assertThat(terms(Worth.percent(1000), 0, null, null).worthInWords())
        .isEqualTo("10 % off papers");
    assertThat(terms(Worth.amount(500), 0, null, null).worthInWords()).isEqualTo("€5 off papers");
    assertThat(terms(new Worth(Worth.Kind.FREE_SHIPPING, 0, 0, ""), 0, null, null).worthInWords())
        .isEqualTo("free shipping for papers");
    assertThat(
            terms(new Worth(Worth.Kind.WORDS, 0, 0, " a bookmark "), 0, null, null).worthInWords())
        .isEqualTo("a bookmark");
  }

  @Test
  void anotherCurrency_mattersWhereMoneyIsMeant() {
    Terms.Order dollars = new Terms.Order(5000, "USD", NOW);
    assertThat(
            terms(Worth.percent(1000), 0, null, null)
                .refusal(NOW, DUBLIN, Terms.Uses.NONE, dollars))
        .isEmpty();
    assertThat(
            terms(Worth.percent(1000), 100, null, null)
                .refusal(NOW, DUBLIN, Terms.Uses.NONE, dollars))
        .contains(Refusal.ANOTHER_CURRENCY);
    assertThat(
            terms(Worth.amount(100), 0, null, null).refusal(NOW, DUBLIN, Terms.Uses.NONE, dollars))
        .contains(Refusal.ANOTHER_CURRENCY);
  }

  @Test
  void whatContradictsItself_isNotSaved() {
    Terms odd =
        new Terms(
            Worth.percent(0),
            "EURO",
            "",
            -1,
            Optional.of(LocalDate.parse("2026-12-02")),
            Optional.of(LocalDate.parse("2026-12-01")),
            Optional.of(0),
            Optional.of(0),
            Optional.of(0));
    Problems problems = new Problems();
    odd.check("t", problems);
    assertThat(problems.list())
        .extracting(Problem::field)
        .containsExactly(
            "t.worth.percentHundredths",
            "t.currency",
            "t.leastOrder",
            "t.endsOn",
            "t.endsAfterDays",
            "t.usesPerCode",
            "t.usesInAll");
  }

  @Test
  void aPool_lastsAsLongAsItsPaceSays() {
    LocalDate today = LocalDate.parse("2026-11-25");
    assertThat(new PoolPace(84, 28, today).runsOut()).contains(LocalDate.parse("2027-01-06"));
    assertThat(new PoolPace(1, 28, today).runsOut()).contains(today);
    assertThat(new PoolPace(0, 28, today).runsOut()).contains(today);
    assertThat(new PoolPace(84, 0, today).runsOut()).isEmpty();
    assertThat(List.of(Money.words(1999, "EUR"), Money.words(500, "JPY"), Money.words(1234, "KWD")))
        .containsExactly("€19.99", "JP¥500", "KWD 1.234");
  }

  @Test
  void amountsOfATable_haveTheDecimalsOfTheirCurrency() {
    assertThat(Money.minor(" 25.00 ", "EUR")).contains(2500L);
    assertThat(Money.minor("25,5", "EUR")).contains(2550L);
    assertThat(Money.minor("500", "JPY")).contains(500L);
    assertThat(Money.minor("1.234", "KWD")).contains(1234L);
    assertThat(Money.minor("1.234", "EUR")).as("no such cent").isEmpty();
    assertThat(Money.minor("much", "EUR")).isEmpty();
  }

  @Test
  void aPlainCoupon_hasNoLimit_andKeepsItsWorth() {
    Terms plain = Terms.plain(Worth.percent(1000), "EUR");
    assertThat(plain.worthInWords()).isEqualTo("10 % off");
    assertThat(plain.inWords(NOW, DUBLIN)).isEmpty();
  }

  @Test
  void usesOfAllCodes_countTogether() {
    Terms ten = terms(Worth.percent(1000), 0, null, null).withUsesInAll(Optional.of(10));
    Terms.Order order = new Terms.Order(5000, "EUR", NOW);
    assertThat(ten.refusal(NOW, DUBLIN, new Terms.Uses(0, 9), order)).isEmpty();
    assertThat(ten.refusal(NOW, DUBLIN, new Terms.Uses(0, 10), order)).contains(Refusal.USED_UP);
  }

  @Test
  void aCodeThatManyShare_isNotUsedUpByOneOfThem() {
    Terms shared = terms(Worth.percent(1000), 100, 14, 1).forMany();
    assertThat(shared.lastDay(NOW, DUBLIN)).isEmpty();
    assertThat(
            shared.refusal(NOW, DUBLIN, new Terms.Uses(99, 99), new Terms.Order(5000, "EUR", NOW)))
        .isEmpty();
  }

  @Test
  void aFirstDay_isSaid_untilItHasCome() {
    Terms later = starting(LocalDate.of(2026, 11, 26));
    assertThat(later.inWords(NOW, DUBLIN)).isEqualTo("Good from Thursday 26 November.");
    assertThat(starting(LocalDate.of(2026, 11, 25)).inWords(NOW, DUBLIN)).isEmpty();
  }

  private static Terms starting(LocalDate day) {
    return new Terms(
        Worth.percent(1000),
        "EUR",
        "",
        0,
        Optional.of(day),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }
}
