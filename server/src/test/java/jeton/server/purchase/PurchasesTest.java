package jeton.server.purchase;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
import jeton.harness.Counts;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.programkey.ProgramKeys;
import jeton.server.sequence.SequenceDraft;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Orders a shop tells of (H3). */
class PurchasesTest {
  private final TestServer server = TestServer.get();
  private final Http shop = new Http(server.base);
  private final String key = server.key("Shop", Set.of(ProgramKeys.May.values()));

  private static Map<String, Object> told(String email, String order) {
    return Map.of("email", email, "order", Map.of("id", order, "total", 2850, "currency", "EUR"));
  }

  private long kept(String order) {
    return server
        .bean(JdbcClient.class)
        .sql("SELECT COUNT(*) FROM purchase WHERE order_id = :id")
        .param("id", order)
        .query(Long.class)
        .single();
  }

  @Test
  void whoIsKnown_hasBought_once_howeverOftenItIsTold() {
    SampleOffer offer = new SampleOffer();
    String email = SampleOffer.newAddress();
    offer.join(email);
    server.forward(Duration.ofDays(8));
    String order = "QT-" + System.nanoTime();
    CompletableFuture.allOf(
            Stream.generate(
                    () ->
                        CompletableFuture.runAsync(
                            () ->
                                assertThat(
                                        shop.jsonWithKey("/api/purchases", key, told(email, order))
                                            .json()
                                            .get("known")
                                            .asBoolean())
                                    .isTrue()))
                .limit(6)
                .toArray(CompletableFuture[]::new))
        .join();
    assertThat(kept(order)).isEqualTo(1);
    assertThat(server.history(email)).contains("order " + order + ", ").contains("28.50");
    Counts.settle();
    server.forward(Duration.ofDays(14));
    JsonNode weeks =
        server.owner().get("/api/numbers/weeks?mark=BOUGHT&offerId=" + offer.id).json();
    assertThat(weeks.valueStream().filter(week -> week.get("people").asInt() > 0))
        .singleElement()
        .satisfies(
            week -> {
              assertThat(week.at("/byWeek/0/share").asDouble()).as("within a week").isZero();
              assertThat(week.at("/byWeek/1/share").asDouble()).as("within two").isEqualTo(1.0);
            });
    assertThat(
            server
                .owner()
                .get("/api/numbers/weeks?mark=CODE_USED&offerId=" + offer.id)
                .json()
                .valueStream()
                .flatMap(week -> week.get("byWeek").valueStream()))
        .as("no code was used")
        .allMatch(share -> share.get("share").asDouble() == 0);
  }

  @Test
  void aSequenceWhoseGoalItIs_ends() {
    SampleOffer offer = new SampleOffer();
    offer.follow(
        2,
        new SequenceDraft(
            "Until they buy",
            new SequenceRules(
                true, new Goal(Goal.Kind.BOUGHT, ""), Start.BY_SIGN_UP, RunAgain.NEVER),
            List.of(SampleOffer.step(1, "One"), SampleOffer.step(2, "Two")),
            false));
    String email = SampleOffer.newAddress();
    offer.join(email);
    server.forward(Duration.ofDays(1));
    server.clock.forward(Duration.ofMinutes(1));
    server.settle();
    shop.jsonWithKey("/api/purchases", key, told(email, "QT-" + System.nanoTime()));
    server.forward(Duration.ofDays(3));
    assertThat(offer.subjects(email)).contains("One").doesNotContain("Two");
  }

  @Test
  void ofAStranger_nothingIsKept_andWithoutAKeyNothingIsTold() {
    Map<String, Object> body = told(SampleOffer.newAddress(), "QT-stranger");
    assertThat(shop.jsonWithKey("/api/purchases", key, body).json().get("known").asBoolean())
        .isFalse();
    assertThat(kept("QT-stranger")).isZero();
    assertThat(shop.json("POST", "/api/purchases", body).status()).isEqualTo(401);
    String checks = server.key("Checks", Set.of(ProgramKeys.May.CHECK_COUPONS));
    assertThat(shop.jsonWithKey("/api/purchases", checks, body).status()).isEqualTo(401);
    Http.Answer empty = shop.jsonWithKey("/api/purchases", key, Map.of("email", "no address"));
    assertThat(empty.status()).isEqualTo(422);
    assertThat(empty.body()).contains("email").contains("order.id").contains("order.currency");
  }
}
