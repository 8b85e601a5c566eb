package jeton.server.wheel;

import static jeton.harness.SampleOffer.newAddress;
import static jeton.server.wheel.SampleWheel.ALWAYS;
import static jeton.server.wheel.SampleWheel.nothing;
import static jeton.server.wheel.SampleWheel.sheet;
import static jeton.server.wheel.SampleWheel.slice;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.incentive.PrizeWheel;
import jeton.core.offer.OfferKind;
import jeton.core.wheel.Prize;
import jeton.core.wheel.PrizeSlice;
import jeton.core.wheel.SpinRules;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.tag.Tags;
import jeton.server.token.Tokens;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Rules W over HTTP. */
class WheelTest {
  private static final SpinRules ONCE_A_WEEK =
      new SpinRules(1, 7, LocalDate.of(2026, 1, 5), LocalTime.of(6, 0), 0);

  private final TestServer server = TestServer.get();

  private String emails(String email) {
    StringBuilder all = new StringBuilder();
    server
        .mailbox
        .to(email)
        .forEach(
            one -> all.append(SampleOffer.part(server.mailbox.message(one.id()).orElseThrow(), 0)));
    return all.toString();
  }

  private JsonNode person(String email) {
    JsonNode found = server.owner().get("/api/people?words=" + email).json();
    return server
        .owner()
        .get("/api/people/" + found.get("people").get(0).get("id").asLong())
        .json();
  }

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
  void theSameRenderedForm_isOneSpin_alsoWithItsAddressPutRight() {
    SampleWheel wheel =
        new SampleWheel(
            true, ONCE_A_WEEK, sheet(50), slice("b", "B", 10, 50, Prize.words("B", "")));
    String key = Tokens.random();
    String wrong = newAddress();
    String drawn = wheel.spin(wrong, key).json().get("result").asString();
    for (int i = 0; i < 5; i++) {
      assertThat(wheel.spin(wrong, key).json().get("result").asString()).isEqualTo(drawn);
    }
    String right = newAddress();
    assertThat(wheel.spin(right, key).json().get("result").asString()).isEqualTo(drawn);
    JsonNode log = wheel.log();
    assertThat(log).hasSize(1);
    assertThat(log.get(0).get("email").asString()).isEqualTo(right);
    server.settle();
    // The address it was put right from brings nothing any more.
    wheel.offer.confirm(wrong);
    wheel.offer.confirm(right);
    server.settle();
    assertThat(wheel.offer.subjects(wrong)).hasSize(1);
    assertThat(wheel.offer.subjects(right)).hasSize(2);
  }

  @Test
  void tooSoon_saysWhenTheNextOneIs_keepsNothing_andAddressesOfOneMailboxAreOne() {
    SampleWheel wheel = new SampleWheel(true, ONCE_A_WEEK, sheet(null), nothing(1));
    String local = "p" + UUID.randomUUID().toString().replace("-", "");
    wheel.spin(local + "@mail.example");
    for (String same :
        List.of(local + "@mail.example", local.toUpperCase() + "+again@Mail.Example")) {
      Http.Answer tooSoon = wheel.spin(same);
      assertThat(tooSoon.status()).isEqualTo(422);
      assertThat(tooSoon.problem()).isEqualTo("too_soon");
      assertThat(tooSoon.body()).contains("The next one is possible from Monday ", "at 06:00");
    }
    assertThat(wheel.log()).hasSize(1);
    assertThat(wheel.spin(newAddress()).status()).isEqualTo(200);
    server.forward(Duration.ofDays(7));
    assertThat(wheel.spin(local + "@mail.example").status()).isEqualTo(200);
    assertThat(wheel.spin(local + "@mail.example").status()).isEqualTo(422);
    // The owner gives this mailbox its spins back.
    JsonNode newest = wheel.log("?words=" + local).get(0);
    server
        .owner()
        .json(
            "POST",
            "/api/offers/"
                + wheel.offer.id
                + "/wheel/spins/"
                + newest.get("id").asLong()
                + "/give-back",
            Map.of());
    assertThat(wheel.spin(local + "@mail.example").status()).isEqualTo(200);
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
  void aStrangerWithSomebodysAddress_changesNothingOfTheirs_untilTheyCameByTheEmail() {
    server.bean(Tags.class).make("winner");
    PrizeSlice tagged =
        new PrizeSlice(
            "sheet",
            "Sheet",
            java.math.BigDecimal.TEN,
            java.util.Optional.empty(),
            Prize.words("Marbled sheet", ""),
            0,
            "#FFFFFF",
            PrizeSlice.Pattern.PLAIN,
            List.of("winner"));
    SampleWheel wheel = new SampleWheel(true, ALWAYS, tagged, slice("b", "B", 1, 0, Prize.NONE));
    String email = newAddress();
    new SampleOffer().join(email);
    wheel.spin(email);
    server.settle();
    server.forward(Duration.ofMinutes(3));
    server.settle();
    assertThat(person(email).at("/dossier/tags").toString()).doesNotContain("winner");
    String pass = wheel.offer.link(email, "/g/").replace(server.base, "");
    wheel.offer.visitor.json("POST", pass + "/told/looked", Map.of());
    assertThat(person(email).at("/dossier/tags").toString()).contains("winner");
  }

  @Test
  void whoIsBlocked_readsTheSame_andTakesNothing() {
    SampleWheel wheel = new SampleWheel(true, ALWAYS, sheet(5), slice("b", "B", 1, 0, Prize.NONE));
    String email = newAddress();
    wheel.spin(email);
    server.settle();
    wheel.offer.confirm(email);
    server.settle();
    long id = person(email).at("/person/id").asLong();
    assertThat(server.owner().json("POST", "/api/people/" + id + "/block", Map.of()).status())
        .isLessThan(300);
    int before = server.mailbox.to(email).size();
    JsonNode answer = wheel.spin(email).json();
    assertThat(answer.get("result").asString()).isEqualTo("sheet");
    server.settle();
    assertThat(server.mailbox.to(email)).hasSize(before);
    assertThat(wheel.numbers().at("/slices/0/left").asInt()).isEqualTo(4);
  }

  @Test
  void withoutScripts_aPageAnswers_andItsReloadSaysTheSame() {
    SampleWheel wheel = new SampleWheel(true, ONCE_A_WEEK, sheet(null), nothing(10));
    Http visitor = wheel.offer.visitor;
    String page = visitor.get("/o/" + wheel.offer.slug).body();
    assertThat(page)
        .contains("data-slice=\"sheet\"", "aria-label=\"A wheel with 2 slices: Sheet, Next time\"")
        .contains("name=\"email\"");
    Matcher key = Pattern.compile("name=\"submission_key\" value=\"([^\"]+)\"").matcher(page);
    assertThat(key.find()).isTrue();
    String email = newAddress();
    Map<String, String> fields =
        Map.of(
            "email",
            email,
            "first_name",
            "Aoife",
            "consent",
            "yes",
            "submission_key",
            key.group(1));
    Http.Answer sent = wheel.offer.signUp(fields);
    assertThat(sent.status()).isEqualTo(303);
    String answer = visitor.get(sent.header("Location")).body();
    assertThat(answer).containsPattern("You have won: Marbled sheet|Not this time");
    assertThat(visitor.get(sent.header("Location")).body()).isEqualTo(answer);
    // Somebody who comes too soon is told so beside the form, with what they typed.
    Http.Answer tooSoon =
        wheel.offer.signUp(Map.of("email", email, "first_name", "Aoife", "consent", "yes"));
    assertThat(tooSoon.status()).isEqualTo(422);
    assertThat(tooSoon.body()).contains("That was your turn already", email);
  }

  @Test
  void whatTheOwnerEditsWhileItTurns_changesNothingOfWhatWasDrawn() {
    SampleWheel wheel =
        new SampleWheel(true, ONCE_A_WEEK, sheet(null), slice("b", "B", 1, 0, Prize.NONE));
    String email = newAddress();
    wheel.spin(email);
    wheel.change(
        now ->
            now.with(
                List.of(
                    slice("other", "Other", 5, null, Prize.words("Something else", "")),
                    nothing(5))));
    server.settle();
    wheel.offer.confirm(email);
    server.settle();
    assertThat(emails(email)).contains("Marbled sheet").doesNotContain("Something else");
    assertThat(wheel.log().get(0).get("prize").asString()).isEqualTo("Marbled sheet");
  }

  @Test
  void theLastPiece_under200SpinsAtOnce_isWonOnce() {
    SampleWheel wheel = new SampleWheel(true, ALWAYS, sheet(1), nothing(1));
    List<CompletableFuture<String>> spins = new ArrayList<>();
    for (int i = 0; i < 200; i++) {
      spins.add(
          CompletableFuture.supplyAsync(
              () -> wheel.spin(newAddress()).json().get("result").asString()));
    }
    long won = spins.stream().map(CompletableFuture::join).filter("sheet"::equals).count();
    assertThat(won).isEqualTo(1);
    JsonNode numbers = wheel.numbers();
    assertThat(numbers.at("/slices/0/left").asInt()).isZero();
    assertThat(numbers.at("/counts/spins").asLong()).isEqualTo(200);
    assertThat(numbers.at("/slices/0/chance").asString()).isEmpty();
    assertThat(numbers.at("/fairness/p").asDouble()).isBetween(0.0, 1.0);
  }

  @Test
  void oneMailbox_atOnceFromManySides_spinsAsOftenAsItMay() {
    SampleWheel wheel = new SampleWheel(true, ONCE_A_WEEK, sheet(null), nothing(1));
    String local = "p" + UUID.randomUUID().toString().replace("-", "");
    List<CompletableFuture<Integer>> spins = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      String email = local + "+" + i + "@mail.example";
      spins.add(CompletableFuture.supplyAsync(() -> wheel.spin(email).status()));
    }
    assertThat(spins.stream().map(CompletableFuture::join).filter(s -> s == 200).count())
        .isEqualTo(1);
    assertThat(wheel.log()).hasSize(1);
  }

  @Test
  void slicesThatCannotBe_areRefused_eachAtItsPlace() {
    SampleWheel wheel = new SampleWheel(true, ALWAYS, sheet(null), nothing(1));
    String path = "/api/offers/" + wheel.offer.id + "/wheel/numbers";
    for (String weight : List.of("0", "-1", "1000000000", "0.001")) {
      PrizeWheel wrong =
          SampleWheel.wheel(
              ALWAYS, sheet(null).weighing(new java.math.BigDecimal(weight)), nothing(1));
      Http.Answer refused =
          server.owner().json("POST", path, server.bean(JsonMapper.class).valueToTree(wrong));
      assertThat(refused.status()).as(weight).isEqualTo(422);
      assertThat(refused.body()).contains("wheel.slices[0].weight");
    }
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

  @Test
  void aRehearsal_goesThroughIt_andForetellsAnEmailToWinnersAlone() {
    SampleWheel wheel = new SampleWheel(true, ONCE_A_WEEK, sheet(null), nothing(1));
    for (Map.Entry<String, Boolean> way : Map.of("sheet", true, "next", false).entrySet()) {
      Map<String, Object> wish =
          Map.of(
              "firstName",
              "Aoife",
              "answers",
              Map.of("slice", way.getKey()),
              "confirmsAfter",
              5,
              "usesAfter",
              10,
              "drafts",
              false);
      String frames =
          server.owner().json("POST", "/api/offers/" + wheel.offer.id + "/rehearsal", wish).body();
      assertThat(frames.contains("You have won: Marbled sheet"))
          .as(way.getKey())
          .isEqualTo(way.getValue());
    }
  }

  @Test
  void whatTheOwnerCouldDoWrong_isSaidByReadiness_atItsSlice() {
    SampleOffer quiz = new SampleOffer(OfferKind.COUPON, settings -> settings);
    SampleWheel wheel = new SampleWheel(true, ALWAYS, sheet(3), nothing(1));
    wheel.change(
        now ->
            now.with(
                List.of(
                    slice("gone", "Gone", 1, null, Prize.offer("", 999_999)),
                    slice("self", "Self", 1, null, Prize.offer("", wheel.offer.id)),
                    slice("fine", "Fine", 1, null, Prize.offer("", quiz.id)))));
    JsonNode view = server.owner().get("/api/offers/" + wheel.offer.id).json();
    assertThat(view.get("findings").toString())
        .contains("prize_gone", "prize_is_played", "slice-gone", "slice-self")
        .doesNotContain("slice-fine");
  }

  @Test
  void fitToABudget_showsWhatItWouldChange_andRefusesWhatMakesNoSense() {
    SampleWheel wheel = new SampleWheel(true, ALWAYS, sheet(null), nothing(10));
    JsonMapper json = server.bean(JsonMapper.class);
    JsonNode gives =
        server.owner().get("/api/offers/" + wheel.offer.id).json().at("/offer/settings/gives");
    String path = "/api/offers/" + wheel.offer.id + "/wheel/fit";
    JsonNode fitted =
        server.owner().json("POST", path, Map.of("wheel", gives, "mostCost", 20)).json();
    assertThat(fitted.get("possible").asBoolean()).isTrue();
    assertThat(fitted.get("changes")).hasSize(1);
    assertThat(fitted.at("/after/cost").asDouble()).isLessThanOrEqualTo(20);
    assertThat(
            json.valueToTree(
                    server
                        .owner()
                        .get("/api/offers/" + wheel.offer.id)
                        .json()
                        .at("/offer/settings/gives"))
                .toString())
        .as("nothing is saved")
        .isEqualTo(gives.toString());
    assertThat(server.owner().json("POST", path, Map.of("wheel", gives)).status()).isEqualTo(422);
    assertThat(server.owner().json("POST", path, Map.of("wheel", gives, "winners", 1.5)).status())
        .isEqualTo(422);
    assertThat(server.owner().get("/api/offers/" + new SampleOffer().id + "/wheel").status())
        .isEqualTo(404);
  }

  @Test
  void theLog_isSearched_takenAlong_andGuardedAgainstFormulas() {
    SampleWheel wheel =
        new SampleWheel(false, ALWAYS, sheet(null), slice("b", "B", 1, 0, Prize.NONE));
    String email = newAddress();
    wheel.spin(email);
    wheel.spin(newAddress());
    assertThat(wheel.log("?words=" + email.substring(0, 12))).hasSize(1);
    assertThat(wheel.log("?slice=sheet&became=WON")).hasSize(2);
    assertThat(wheel.log("?became=NOTHING")).isEmpty();
    assertThat(wheel.log("?words=%25")).isEmpty();
    String csv =
        server
            .owner()
            .get("/api/offers/" + wheel.offer.id + "/wheel/spins.csv?words=" + email)
            .body();
    assertThat(csv.lines()).hasSize(2);
    assertThat(csv).contains(email, "Marbled sheet", "won");
  }

  @Test
  void anAddressPutRightToSomebodyKnown_isTheirsAtOnce() {
    SampleWheel wheel = new SampleWheel(true, ALWAYS, sheet(5), slice("b", "B", 1, 0, Prize.NONE));
    String known = newAddress();
    new SampleOffer().join(known);
    String key = Tokens.random();
    wheel.spin(newAddress(), key);
    wheel.spin(known, key);
    assertThat(wheel.log().get(0).get("email").asString()).isEqualTo(known);
    assertThat(wheel.log().get(0).get("became").asString()).isEqualTo("won");
    assertThat(wheel.numbers().at("/slices/0/left").asInt()).isEqualTo(4);
  }
}
