package jeton.server.coupon;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import jeton.core.coupon.Worth;
import jeton.core.handover.HandOverSettings;
import jeton.core.incentive.Coupon;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.signup.SignUps;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Pools of codes: brought in, given once each, run dry (C5). */
class PoolTest extends CouponSteps {

  @Test
  void aTableOfCodes_withDoublesAndBlanks_saysWhatCameOfEach() {
    String a = poolCode();
    String b = poolCode();
    SampleOffer offer = pool();
    JsonNode told = bringIn(offer, "code;note\n" + a + ";x\n\n;\n" + b + ";y\n" + a + ";z\n---;\n");
    assertThat(told.get("added").asLong()).isEqualTo(2);
    assertThat(told.get("twice").asLong()).isEqualTo(1);
    assertThat(told.get("unfitRows").asLong()).isEqualTo(1);
    JsonNode again = bringIn(offer, a + "\n" + b + "\n");
    assertThat(again.get("added").asLong()).isZero();
    assertThat(again.get("known").asLong()).isEqualTo(2);
  }

  @Test
  void aTableInAnotherEncoding_isRead_andWhatIsNoTable_isRefused() {
    SampleOffer offer = pool();
    String accented = "ÉTÉ" + poolCode();
    JsonNode told =
        bringIn(offer, accented.getBytes(java.nio.charset.Charset.forName("windows-1252")));
    assertThat(told.get("added").asLong()).isEqualTo(1);
    Http.Answer answer =
        server
            .owner()
            .upload("/api/offers/" + offer.id + "/coupon/pool", new byte[] {1, 0, 2, 0, 3});
    assertThat(answer.problem()).isEqualTo("not_a_table");
  }

  @Test
  void aDryPool_stopsAsking_andWhoeverConfirmedMeanwhile_getsACodeWhenThereIsOne() {
    SampleOffer offer = pool(poolCode());
    String first = newAddress();
    String second = newAddress();
    offer.signUp(first);
    offer.signUp(second);
    server.settle();
    offer.confirm(first);
    offer.confirm(second);
    server.settle();
    assertThat(offer.subjects(first)).hasSize(2);
    assertThat(offer.subjects(second)).as("no code, no delivery yet").hasSize(1);
    assertThat(offer.visitor.get(path(offer.link(second, "/c/"))).body())
        .contains("All codes are given out just now");
    assertThat(offer.visitor.get("/o/" + offer.slug).body()).contains("This is resting");
    assertThat(findings(offer)).contains("no_codes");
    String later = poolCode();
    bringIn(offer, later);
    server.settle();
    assertThat(offer.subjects(second)).hasSize(2);
    assertThat(offer.visitor.get(path(offer.link(second, "/g/"))).body()).contains(later);
  }

  @Test
  void manyAtOnce_neverGetOneCodeTwice() throws Exception {
    int people = 40;
    SampleOffer offer =
        pool(IntStream.range(0, people).mapToObj(i -> poolCode()).toArray(String[]::new));
    List<String> emails = IntStream.range(0, people).mapToObj(i -> newAddress()).toList();
    emails.forEach(offer::signUp);
    server.settle();
    together(emails.stream().<Callable<Integer>>map(e -> () -> offer.confirm(e).status()).toList());
    server.settle();
    Set<String> given = new HashSet<>();
    Pattern code = Pattern.compile("P[0-9A-F]{32}");
    emails.forEach(
        e -> given.add(first(code, offer.visitor.get(path(offer.link(e, "/g/"))).body())));
    assertThat(given).hasSize(people);
  }

  @Test
  void addressesOfOneMailbox_thatWaitForACode_getOne() {
    SampleOffer offer = pool(poolCode());
    String taker = newAddress();
    String email = newAddress();
    String plus = email.replace("@", "+shop@");
    List<String> all = List.of(taker, email, plus);
    all.forEach(offer::signUp);
    server.settle();
    all.forEach(offer::confirm);
    server.settle();
    String first = poolCode();
    String second = poolCode();
    bringIn(offer, first + "\n" + second);
    server.settle();
    String page = offer.visitor.get(path(offer.link(email, "/g/"))).body();
    assertThat(page).contains(first);
    assertThat(offer.visitor.get(path(offer.link(plus, "/g/"))).body()).contains(first);
    JsonNode numbers = server.owner().get("/api/offers/" + offer.id + "/coupon/numbers").json();
    assertThat(numbers.get("free").asLong()).as("the second code is still there").isEqualTo(1);
  }

  @Test
  void whoeverWaitsWithoutHavingConfirmed_isSentNothing_whenCodesCome() {
    SampleOffer offer =
        offer(
            coupon(
                terms(Worth.percent(1200), Optional.of(1), Optional.empty()),
                Coupon.Source.POOL,
                ""),
            s ->
                new OfferSettings(
                    s.name(),
                    s.slug(),
                    s.confirm(),
                    new HandOverSettings(
                        true,
                        true,
                        s.handOver().email(),
                        s.handOver().page(),
                        s.handOver().limits(),
                        s.handOver().runAgain()),
                    s.gives()));
    bringIn(offer, poolCode());
    String taker = newAddress();
    String stranger = newAddress();
    // The form is open when both send it: the second finds the pool empty.
    SignUps signUps = server.bean(SignUps.class);
    Offer live = server.bean(Offers.class).get(offer.id);
    long form = server.bean(Forms.class).hosted(offer.id).id();
    for (String one : List.of(taker, stranger)) {
      signUps.signUp(
          live,
          form,
          new SignUps.Submission(
              one,
              "",
              List.of(),
              poolCode().substring(0, 27),
              "/",
              "",
              "",
              "127.0.0.0/24",
              Map.of(),
              java.util.Set.of(1L),
              Optional.empty(),
              Optional.empty()));
    }
    server.settle();
    String code = poolCode();
    bringIn(offer, code);
    server.settle();
    assertThat(offer.subjects(stranger)).as("the confirmation alone").hasSize(1);
    offer.confirm(stranger);
    server.settle();
    assertThat(offer.subjects(stranger)).hasSize(2);
    assertThat(offer.visitor.get(path(offer.link(stranger, "/g/"))).body()).contains(code);
  }
}
