package jeton.server.coupon;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.TemporalAdjusters;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.IntStream;
import jeton.core.coupon.Worth;
import jeton.core.incentive.Coupon;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.programkey.ProgramKeys;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A shop asks by key: checks, redeems, releases, or tells in a table (C4, C7, C9). */
class ShopTest extends CouponSteps {

  @Test
  void aShop_checks_redeemsOnce_andIsAnsweredTheSameAgain() {
    SampleOffer offer = offer(twelvePercent());
    String email = newAddress();
    String code = join(offer, email);
    String order = order();
    taken(ask("check", code.toLowerCase().replace("-", " "), "", 2500), 300);
    taken(ask("redeem", code, order, 2500), 300);
    taken(ask("redeem", code, order, 2500), 300);
    refused(ask("redeem", code, order, 2600), "order_differs");
    refused(ask("redeem", code, order(), 2500), "used_up");
    refused(ask("check", code, "", 2500), "used_up");
    assertThat(server.history(email)).contains(code + " on order " + order);
  }

  @Test
  void aReleasedOrder_givesTheUseBack_once_andIsNotRedeemedAgain() {
    SampleOffer offer = offer(twelvePercent());
    String code = join(offer, newAddress());
    String order = order();
    taken(ask("redeem", code, order, 2500), 300);
    assertThat(ask("release", code, order, 0).body()).contains("\"ok\":true");
    assertThat(ask("release", code, order, 0).body()).contains("\"ok\":true");
    refused(ask("redeem", code, order, 2500), "order_released");
    taken(ask("redeem", code, order(), 2500), 300);
    refused(ask("redeem", code, order(), 2500), "used_up");
  }

  @Test
  void whatIsNotOurs_isToldApart_andWhatCannotBeRead_isSaid() {
    SampleOffer offer = offer(twelvePercent());
    String code = join(offer, newAddress());
    char last = code.charAt(code.length() - 1);
    String slip = code.substring(0, code.length() - 1) + (last == '7' ? '8' : '7');
    refused(ask("check", slip, "", 2500), "mistyped");
    refused(ask("check", "NOT-OURS", "", 2500), "unknown");
    refused(ask("check", code, "", 1999), "order_too_small");
    Http.Answer noOrder = shop.jsonWithKey("/api/coupons/redeem", key, Map.of("code", code));
    assertThat(noOrder.status()).isEqualTo(422);
    assertThat(noOrder.header("Content-Type")).startsWith("application/problem+json");
  }

  @Test
  void withoutAKey_orWithOneThatMayNot_orARevokedOne_aShopIsToldNothing() {
    String checks = key(Set.of(ProgramKeys.May.CHECK_COUPONS));
    Map<String, Object> body =
        Map.of("code", "X", "order", Map.of("id", "1", "subtotal", 1, "currency", "EUR"));
    assertThat(shop.json("POST", "/api/coupons/check", body).status()).isEqualTo(401);
    assertThat(shop.jsonWithKey("/api/coupons/redeem", checks, body).status()).isEqualTo(401);
    assertThat(shop.jsonWithKey("/api/coupons/check", checks, body).status()).isEqualTo(200);
    long id = server.owner().get("/api/keys").json().get(0).get("id").asLong();
    assertThat(server.owner().delete("/api/keys/" + id).status()).isEqualTo(204);
    assertThat(shop.jsonWithKey("/api/coupons/check", checks, body).status()).isEqualTo(401);
    assertThat(server.owner().get("/api/keys").body()).doesNotContain(checks);
  }

  @Test
  void aCodeEnds_withTheLastMillisecondOfItsLastDay_overANightWithTwoHours() {
    ZoneId dublin = ZoneId.of("Europe/Dublin");
    LocalDate clocksGoBack =
        LocalDate.ofInstant(server.clock.instant(), dublin)
            .plusYears(1)
            .withMonth(10)
            .with(TemporalAdjusters.lastInMonth(DayOfWeek.SUNDAY));
    server.clock.moveTo(clocksGoBack.minusDays(14).atTime(13, 0).atZone(dublin).toInstant());
    SampleOffer offer = offer(twelvePercent());
    String code = join(offer, newAddress());
    String other = join(offer, newAddress());
    Instant over = clocksGoBack.plusDays(1).atStartOfDay(dublin).toInstant();
    server.clock.moveTo(over.minusMillis(1));
    taken(ask("redeem", code, order(), 2500), 300);
    server.clock.moveTo(over);
    refused(ask("check", other, "", 2500), "expired");
  }

  @Test
  void ordersAtOnce_neverUseACodeMoreOftenThanItMay() throws Exception {
    SampleOffer offer =
        offer(
            coupon(
                terms(Worth.percent(1000), Optional.of(3), Optional.empty()),
                Coupon.Source.MADE,
                ""));
    String code = join(offer, newAddress());
    List<Callable<Boolean>> orders =
        IntStream.range(0, 16)
            .<Callable<Boolean>>mapToObj(
                i -> () -> ask("redeem", code, order(), 3000).json().get("ok").asBoolean())
            .toList();
    assertThat(together(orders)).filteredOn(ok -> ok).hasSize(3);
  }

  @Test
  void overAllCodes_noMoreUsesThanThere_mayBeInAll() throws Exception {
    SampleOffer offer =
        offer(
            coupon(
                terms(Worth.percent(1000), Optional.of(1), Optional.of(4)),
                Coupon.Source.MADE,
                ""));
    List<String> codes = IntStream.range(0, 8).mapToObj(i -> join(offer, newAddress())).toList();
    List<Callable<Boolean>> orders =
        codes.stream()
            .<Callable<Boolean>>map(
                code -> () -> ask("redeem", code, order(), 3000).json().get("ok").asBoolean())
            .toList();
    assertThat(together(orders)).filteredOn(ok -> ok).hasSize(4);
  }

  @Test
  void oneOrderManyTimesAtOnce_countsOnce_andIsAnsweredTheSame() throws Exception {
    SampleOffer offer = offer(twelvePercent());
    String code = join(offer, newAddress());
    String order = order();
    List<Callable<Long>> same =
        IntStream.range(0, 12)
            .<Callable<Long>>mapToObj(
                i -> () -> ask("redeem", code, order, 2500).json().get("discount").asLong())
            .toList();
    assertThat(together(same)).containsOnly(300L);
    JsonNode numbers =
        server.owner().get("/api/offers/" + offer.id + "/coupon/numbers").json().get("totals");
    assertThat(numbers.get("orders").asLong()).isEqualTo(1);
    assertThat(numbers.get("orderWorth").asLong()).isEqualTo(2500);
    assertThat(numbers.get("discounts").asLong()).isEqualTo(300);
  }

  @Test
  void usesThatAShopTellsInATable_countOnce_andWhatMatchesNothing_isListed() {
    SampleOffer offer = offer(twelvePercent());
    String code = join(offer, newAddress());
    String order = order();
    String day = server.clock.instant().toString().substring(0, 10);
    String csv =
        "code,order,amount,when\n"
            + code.toLowerCase()
            + ","
            + order
            + ",25.00,"
            + day
            + "\nNOBODY,"
            + order()
            + ",30.00,"
            + day
            + "\n"
            + code
            + ",,,\n";
    String used = "/api/offers/" + offer.id + "/coupon/used";
    byte[] octets = csv.getBytes(StandardCharsets.UTF_8);
    JsonNode preview = server.owner().upload(used, octets).json();
    assertThat(preview.get("counted").asLong()).isEqualTo(1);
    assertThat(preview.get("unmatched").toString()).contains("NOBODY", "it needs code");
    taken(ask("check", code, "", 2500), 300);
    server.owner().upload(used + "?counts=true", octets);
    refused(ask("check", code, "", 2500), "used_up");
    JsonNode again = server.owner().upload(used + "?counts=true", octets).json();
    assertThat(again.get("counted").asLong()).isZero();
    assertThat(again.get("known").asLong()).isEqualTo(1);
  }

  @Test
  void aCheck_knowsThatAllUsesAreSpent_andAnEditedBoundHoldsAtOnce() {
    SampleOffer offer =
        offer(
            coupon(
                terms(Worth.percent(1000), Optional.of(1), Optional.of(1)),
                Coupon.Source.MADE,
                ""));
    String first = join(offer, newAddress());
    String second = join(offer, newAddress());
    taken(ask("redeem", first, order(), 3000), 300);
    refused(ask("check", second, "", 3000), "used_up");
    refused(ask("check", second, "", 100), "used_up");
    Offers offers = server.bean(Offers.class);
    var now = offers.get(offer.id);
    OfferSettings s = now.settings();
    Coupon more =
        coupon(terms(Worth.percent(1000), Optional.of(1), Optional.of(2)), Coupon.Source.MADE, "");
    offers.save(
        offer.id,
        now.version(),
        new OfferSettings(s.name(), s.slug(), s.confirm(), s.handOver(), more));
    taken(ask("redeem", second, order(), 3000), 300);
  }
}
