package jeton.server.wheel;

import static jeton.harness.SampleOffer.newAddress;
import static jeton.server.wheel.SampleWheel.ALWAYS;
import static jeton.server.wheel.SampleWheel.nothing;
import static jeton.server.wheel.SampleWheel.sheet;
import static jeton.server.wheel.SampleWheel.slice;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.wheel.Prize;
import jeton.core.wheel.PrizeSlice;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.server.tag.Tags;
import jeton.server.token.Tokens;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** One rendered form is one spin, whoever sends it and how often (W1, W2). */
class SpinTest extends OnTheWheel {
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
