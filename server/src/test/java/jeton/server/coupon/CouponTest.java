package jeton.server.coupon;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import jeton.core.coupon.Terms;
import jeton.core.coupon.Worth;
import jeton.core.handover.PassLimits;
import jeton.core.incentive.Coupon;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Coupons over HTTP: given once per mailbox, shown, withdrawn, reminded of (rules C, G, T15). */
class CouponTest extends CouponSteps {

  @Test
  void theCode_isInTheEmailAndBehindThePass_withWorthTermsAndTheWayToTheShop() {
    SampleOffer offer = offer(twelvePercent());
    String email = newAddress();
    String code = join(offer, email);
    String page = offer.visitor.get(path(offer.link(email, "/g/"))).body();
    assertThat(page)
        .contains("12 % off papers, threads", "Once, on orders from €20.", "Good until ")
        .contains("https://shop.quireandthread.example/?code&#x3D;" + code)
        .contains("data-copy=\"" + code + "\"");
    assertThat(offer.visitor.get(path(offer.link(email, "/c/"))).body()).contains(code);
  }

  @Test
  void fillIns_sayTheCode_itsWorthAndLastDay_inTheDeliveryEmail() {
    SampleOffer offer =
        offer(
            twelvePercent(),
            s ->
                new OfferSettings(
                    s.name(),
                    s.slug(),
                    s.confirm(),
                    s.handOver()
                        .withEmail(
                            s.handOver()
                                .email()
                                .withSubject("{{code}}: {{coupon_worth}}, until {{coupon_ends}}")),
                    s.gives()));
    String email = newAddress();
    String code = join(offer, email);
    assertThat(offer.subjects(email).get(1))
        .startsWith(code + ": 12 % off papers, threads, until ")
        .matches(".*until [A-Z][a-z]+day \\d+ [A-Z][a-z]+( \\d{4})?");
  }

  @Test
  void thePersonAgain_andAnotherAddressOfTheMailbox_getTheSameCode() {
    SampleOffer offer = offer(twelvePercent());
    String email = newAddress();
    String code = join(offer, email);
    server.forward(Duration.ofDays(2));
    offer.signUp(email);
    server.settle();
    assertThat(codeIn(offer, email)).isEqualTo(code);
    String plus = email.replace("@", "+shop@");
    assertThat(join(offer, plus)).isEqualTo(code);
  }

  @Test
  void editedTerms_holdForCodesGivenLater_theOthersStayAsTheyWere() {
    SampleOffer offer = offer(twelvePercent());
    String before = join(offer, newAddress());
    Offers offers = server.bean(Offers.class);
    var now = offers.get(offer.id);
    OfferSettings s = now.settings();
    offers.save(
        offer.id,
        now.version(),
        new OfferSettings(
            s.name(),
            s.slug(),
            s.confirm(),
            s.handOver(),
            coupon(
                terms(Worth.amount(500), Optional.of(2), Optional.empty()),
                Coupon.Source.MADE,
                "")));
    String after = join(offer, newAddress());
    taken(ask("check", before, "", 5000), 600);
    taken(ask("check", after, "", 5000), 500);
  }

  @Test
  void oneCodeForAll_keepsTheTermsItWasGivenWith() {
    String word = "AUTUMN " + UUID.randomUUID().toString().substring(0, 6);
    Terms terms =
        new Terms(
            Worth.percent(1000),
            "EUR",
            "",
            0,
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty());
    SampleOffer offer = offer(coupon(terms, Coupon.Source.SHARED, word));
    String email = newAddress();
    offer.join(email);
    assertThat(offer.visitor.get(path(offer.link(email, "/g/"))).body()).contains(word);
    taken(ask("redeem", word, order(), 1000), 100);
    taken(ask("redeem", word, order(), 1000), 100);
    JsonNode view = server.owner().get("/api/offers/" + offer.id).json().get("offer");
    Map<String, Object> settings = map(view.get("settings"));
    Map<String, Object> gives = inner(settings, "gives");
    inner(inner(gives, "terms"), "worth").put("percentHundredths", 2000);
    Http.Answer saved =
        server
            .owner()
            .json(
                "PUT",
                "/api/offers/" + offer.id,
                Map.of("version", view.get("version").asInt(), "settings", settings));
    assertThat(saved.status()).isEqualTo(422);
    assertThat(saved.problem()).isEqualTo("terms_are_fixed");
  }

  @Test
  void aWithdrawnCode_isTakenByNobody_untilItIsGoodAgain() {
    SampleOffer offer = offer(twelvePercent());
    String email = newAddress();
    String code = join(offer, email);
    String codes = "/api/offers/" + offer.id + "/coupon/codes";
    JsonNode row = server.owner().get(codes).json().get(0);
    assertThat(row.get("code").asString()).isEqualTo(code);
    assertThat(row.get("email").asString()).isEqualTo(email);
    String one = codes + "/" + row.get("id").asLong();
    assertThat(
            server.owner().json("POST", one + "/withdraw", Map.of("reason", "passed on")).status())
        .isEqualTo(204);
    refused(ask("redeem", code, order(), 2500), "withdrawn");
    assertThat(offer.visitor.get(path(offer.link(email, "/g/"))).body()).doesNotContain(code);
    assertThat(server.history(email)).contains("withdrawn: passed on");
    server.owner().json("POST", one + "/restore", Map.of());
    taken(ask("redeem", code, order(), 2500), 300);
    assertThat(server.owner().get(codes + "?words=" + code.substring(0, 7)).json()).hasSize(1);
    assertThat(server.owner().get(codes + "?words=nobody").json()).isEmpty();
    assertThat(server.owner().get(codes + ".csv").body()).contains(code + ",out," + email);
  }

  @Test
  void thePage_tellsThatACodeWasSeenAndCopied() {
    SampleOffer offer = offer(twelvePercent());
    String email = newAddress();
    join(offer, email);
    String pass = path(offer.link(email, "/g/"));
    assertThat(offer.visitor.form(pass + "/told/copied", Map.of()).status()).isEqualTo(204);
    JsonNode numbers =
        server.owner().get("/api/offers/" + offer.id + "/coupon/numbers").json().get("totals");
    assertThat(numbers.get("given").asLong()).isEqualTo(1);
    assertThat(numbers.get("seen").asLong()).isEqualTo(1);
    assertThat(numbers.get("copied").asLong()).isEqualTo(1);
  }

  @Test
  void theKind_mayChangeWhileNobodySignedUp_andWhatWasSetIsKept() {
    JsonNode made =
        server
            .owner()
            .json("POST", "/api/offers", Map.of("name", "Undecided", "kind", "COUPON"))
            .json();
    String one = "/api/offers/" + made.at("/offer/id").asLong();
    Map<String, Object> settings = map(made.at("/offer/settings"));
    inner(settings, "gives").put("shop", "https://shop.quireandthread.example/");
    server.owner().json("PUT", one, Map.of("version", 1, "settings", settings));
    JsonNode download =
        server.owner().json("PUT", one + "/kind", Map.of("kind", "DOWNLOAD")).json();
    assertThat(download.at("/offer/settings/gives/kind").asString()).isEqualTo("DOWNLOAD");
    JsonNode back = server.owner().json("PUT", one + "/kind", Map.of("kind", "COUPON")).json();
    assertThat(back.at("/offer/settings/gives/shop").asString()).contains("shop.quire");
    SampleOffer live = offer(twelvePercent());
    assertThat(
            server
                .owner()
                .json("PUT", "/api/offers/" + live.id + "/kind", Map.of("kind", "DOWNLOAD"))
                .problem())
        .isEqualTo("kind_is_fixed");
  }

  @Test
  void aReminder_comesTheDayBeforeTheCodeEnds_unlessItWasUsed() {
    SampleOffer offer = offer(twelvePercent());
    remindWithGoal(offer);
    String keeps = newAddress();
    String spends = newAddress();
    String code = join(offer, keeps);
    taken(ask("redeem", join(offer, spends), order(), 2500), 300);
    server.forward(Duration.ofDays(12));
    assertThat(offer.subjects(keeps)).hasSize(2);
    server.forward(Duration.ofDays(2));
    assertThat(offer.subjects(keeps)).last().isEqualTo("One day left for " + code);
    assertThat(offer.subjects(spends)).hasSize(2);
  }

  @Test
  void readiness_tellsOfAReminder_thatCanNeverBeDue() {
    SampleOffer offer =
        offer(
            coupon(
                new Terms(
                    Worth.percent(1000),
                    "EUR",
                    "",
                    0,
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.of(1),
                    Optional.empty()),
                Coupon.Source.MADE,
                ""),
            s ->
                new OfferSettings(
                    s.name(),
                    s.slug(),
                    s.confirm(),
                    s.handOver().withLimits(PassLimits.NONE),
                    s.gives()));
    remindWithGoal(offer);
    assertThat(findings(offer)).contains("never_due");
  }
}
