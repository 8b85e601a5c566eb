package jeton.server.wheel;

import static jeton.harness.SampleOffer.newAddress;
import static jeton.server.wheel.SampleWheel.ALWAYS;
import static jeton.server.wheel.SampleWheel.nothing;
import static jeton.server.wheel.SampleWheel.sheet;
import static jeton.server.wheel.SampleWheel.slice;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import jeton.core.incentive.PrizeWheel;
import jeton.core.offer.OfferKind;
import jeton.core.wheel.Prize;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What is won reaches whoever won it, once (W3, W6). */
class WinningTest extends OnTheWheel {
  @Test
  void whoWins_readsIt_waitsForTheirConfirmation_andGetsItByEmail() {
    SampleWheel wheel =
        new SampleWheel(true, ONCE_A_WEEK, sheet(3), slice("b", "B", 10, 0, Prize.NONE));
    String email = newAddress();
    JsonNode answer = wheel.spin(email).json();
    assertThat(answer.get("result").asString()).isEqualTo("sheet");
    assertThat(answer.get("html").asString())
        .contains("You have won: Marbled sheet", "Blue and &lt;gold&gt;.", "kept for you");
    server.settle();
    assertThat(emails(email)).doesNotContain("Marbled sheet");
    JsonNode waiting = wheel.numbers();
    assertThat(waiting.at("/counts/reserved").asLong()).isEqualTo(1);
    assertThat(waiting.at("/slices/0/left").asInt()).isEqualTo(2);
    wheel.offer.confirm(email);
    server.settle();
    assertThat(wheel.offer.subjects(email)).contains("You have won: Marbled sheet");
    assertThat(emails(email)).contains("Blue and <gold>.");
    String pass = wheel.offer.link(email, "/g/").replace(server.base, "");
    assertThat(wheel.offer.visitor.get(pass).body()).contains("Marbled sheet", "&lt;gold&gt;");
    assertThat(wheel.numbers().at("/counts/won").asLong()).isEqualTo(1);
    // Looking at it is the use of a prize in words (G5).
    wheel.offer.visitor.json("POST", pass + "/told/looked", Map.of());
    assertThat(wheel.log().get(0).get("became").asString()).isEqualTo("used");
  }

  @Test
  void whoWinsNothing_readsSoKindly_andIsSentNoPrize() {
    SampleWheel wheel =
        new SampleWheel(
            true, ONCE_A_WEEK, nothing(10), slice("b", "B", 10, 0, Prize.words("B", "")));
    String email = newAddress();
    JsonNode answer = wheel.spin(email).json();
    assertThat(answer.get("html").asString())
        .contains("Not this time", "There will be another chance");
    server.settle();
    wheel.offer.confirm(email);
    server.settle();
    assertThat(wheel.offer.subjects(email)).as("the confirmation alone").hasSize(1);
    assertThat(wheel.log().get(0).get("became").asString()).isEqualTo("nothing");
    // What never was a prize waits for nobody, and is not free again either.
    wheel.spin(newAddress());
    assertThat(wheel.numbers().at("/counts/reserved").asLong()).isZero();
    assertThat(wheel.log("?became=RESERVED")).isEmpty();
    server.forward(Duration.ofDays(8));
    server.bean(FreeAgain.class).look();
    assertThat(wheel.numbers().at("/counts/freed").asLong()).isZero();
    assertThat(wheel.log("?became=FREED")).isEmpty();
    assertThat(person(email).at("/person/state").asString()).isEqualTo("ON_THE_LIST");
  }

  @Test
  void aCodeAsAPrize_isAGrantOfThatCoupon_shownAndMailed_andItsUseIsTheWheels() {
    SampleOffer coupon = new SampleOffer(OfferKind.COUPON, settings -> settings);
    SampleWheel wheel =
        new SampleWheel(
            false,
            ONCE_A_WEEK,
            slice("off", "10 % off", 10, null, Prize.offer("10 % off papers", coupon.id)),
            slice("b", "B", 1, 0, Prize.NONE));
    String email = newAddress();
    assertThat(wheel.spin(email).json().get("html").asString()).contains("10 % off papers");
    server.settle();
    JsonNode line = wheel.log().get(0);
    String code = line.get("code").asString();
    assertThat(code).isNotEmpty();
    assertThat(line.get("became").asString()).isEqualTo("won");
    assertThat(emails(email)).contains("Your code: " + code);
    String pass = wheel.offer.link(email, "/g/").replace(server.base, "");
    assertThat(wheel.offer.visitor.get(pass).body()).contains(code);
    JsonNode codes =
        server.owner().get("/api/offers/" + coupon.id + "/coupon/codes?words=" + code).json();
    assertThat(codes).hasSize(1);
    String used =
        "code,order,amount,when\n" + code + ",7001,20.00," + server.clock.instant() + "\n";
    Http.Answer broughtIn =
        server
            .owner()
            .upload(
                "/api/offers/" + coupon.id + "/coupon/used?counts=true",
                used.getBytes(java.nio.charset.StandardCharsets.UTF_8));
    assertThat(broughtIn.json().get("counted").asInt()).as(broughtIn.body()).isEqualTo(1);
    assertThat(wheel.log().get(0).get("became").asString()).isEqualTo("used");
  }

  @Test
  void anotherOfferAsAPrize_isBehindItsOwnPass() {
    SampleOffer download = new SampleOffer();
    SampleWheel wheel =
        new SampleWheel(
            false,
            ONCE_A_WEEK,
            slice("plan", "A plan", 10, null, Prize.offer("", download.id)),
            slice("b", "B", 1, 0, Prize.NONE));
    String email = newAddress();
    wheel.spin(email);
    server.settle();
    String pass = wheel.offer.link(email, "/g/").replace(server.base, "");
    assertThat(wheel.offer.visitor.get(pass).body()).contains(pass + "/prize");
    Http.Answer on = wheel.offer.visitor.get(pass + "/prize");
    assertThat(on.status()).isEqualTo(303);
    String other = on.header("Location");
    assertThat(wheel.offer.visitor.get(other).body()).contains("plan.pdf");
    assertThat(wheel.offer.visitor.get(other + "/files/1").bytes()).isEqualTo(SampleOffer.FILE);
    assertThat(wheel.log().get(0).get("became").asString()).isEqualTo("used");
  }

  @Test
  void whoWasWrittenToJustNow_getsTheirPrizeAllTheSame_aLittleLater() {
    SampleWheel wheel =
        new SampleWheel(false, ALWAYS, sheet(null), slice("b", "B", 1, 0, Prize.NONE));
    String email = newAddress();
    wheel.spin(email);
    server.settle();
    wheel.spin(email);
    server.settle();
    assertThat(wheel.offer.subjects(email)).hasSize(1);
    server.forward(Duration.ofMinutes(2));
    server.settle();
    assertThat(wheel.offer.subjects(email)).hasSize(2);
  }

  @Test
  void aPrizeNobodyConfirms_isFreeAgain_andWhoConfirmsLaterGetsOneIfThereIs() {
    SampleWheel wheel = new SampleWheel(true, ALWAYS, sheet(1), slice("b", "B", 1, 0, Prize.NONE));
    String late = newAddress();
    assertThat(wheel.spin(late).json().get("result").asString()).isEqualTo("sheet");
    // Nothing is left: the wheel does not show, and a spin that comes all the same is none.
    assertThat(wheel.offer.visitor.get("/o/" + wheel.offer.slug).body())
        .contains("This is resting");
    assertThat(wheel.spin(newAddress()).status()).isEqualTo(422);
    assertThat(wheel.log()).hasSize(1);
    server.settle();
    server.forward(Duration.ofDays(7).plusSeconds(1));
    jeton.harness.Awaiting.until(() -> wheel.log().get(0).get("became").asString().equals("freed"));
    assertThat(wheel.numbers().at("/slices/0/left").asInt()).isEqualTo(1);
    assertThat(wheel.offer.visitor.get("/o/" + wheel.offer.slug).body()).contains("data-wheel");
    String quick = newAddress();
    wheel.spin(quick);
    server.settle();
    wheel.offer.confirm(quick);
    server.settle();
    assertThat(wheel.offer.subjects(quick)).contains("You have won: Marbled sheet");
  }

  @Test
  void whoConfirmsWhenAllIsWonByOthers_isToldSo_andGetsNoEmailOfAPrize() {
    SampleWheel wheel = new SampleWheel(true, ALWAYS, sheet(1), slice("b", "B", 1, 0, Prize.NONE));
    String late = newAddress();
    wheel.spin(late);
    server.settle();
    String link = wheel.offer.link(late, "/c/").replace(server.base, "");
    server.forward(Duration.ofDays(7).plusSeconds(1));
    jeton.harness.Awaiting.until(
        () ->
            wheel.numbers().at("/counts/freed").asLong() == 1
                && wheel.spin(newAddress()).status() == 200);
    assertThat(wheel.offer.visitor.form(link + "/again", Map.of()).status()).isEqualTo(200);
    server.settle();
    String page = wheel.offer.confirm(late).body();
    server.settle();
    assertThat(wheel.log("?words=" + late).get(0).get("became").asString()).isEqualTo("too late");
    assertThat(wheel.offer.subjects(late)).doesNotContain("You have won: Marbled sheet");
    assertThat(page).doesNotContain("is on its way to you by email");
  }

  @Test
  void aPrizeTheOwnerKeeps_staysReserved() {
    SampleWheel wheel = new SampleWheel(true, ALWAYS, sheet(1), nothing(1));
    wheel.change(
        now ->
            new PrizeWheel(
                List.of(sheet(1), slice("b", "B", 1, 0, Prize.NONE)),
                now.currency(),
                now.rules(),
                true,
                now.looks(),
                now.words()));
    wheel.spin(newAddress());
    server.forward(Duration.ofDays(8));
    FreeAgain freeing = server.bean(FreeAgain.class);
    freeing.look();
    JsonNode numbers = wheel.numbers();
    assertThat(numbers.at("/counts/reserved").asLong()).isEqualTo(1);
    assertThat(numbers.at("/slices/0/left").asInt()).isZero();
  }
}
