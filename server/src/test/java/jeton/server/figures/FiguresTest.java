package jeton.server.figures;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.form.ViewCounter;
import jeton.server.numbers.Counting;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Numbers over HTTP: ranges, comparisons, tables, and what is worth trying. */
class FiguresTest {
  private final TestServer server = TestServer.get();
  private final Http owner = server.owner();

  private void count() {
    server.bean(ViewCounter.class).flush();
    while (server.bean(Counting.class).work()) {
      // Until nobody is due.
    }
  }

  private LocalDate today() {
    return LocalDate.ofInstant(server.clock.instant(), ZoneId.of("Europe/Dublin"));
  }

  private static JsonNode of(JsonNode all, String list, long id) {
    return all.get(list)
        .valueStream()
        .filter(one -> one.get("id").asLong() == id)
        .findFirst()
        .orElseThrow();
  }

  @Test
  void anOffersTrack_isOfThoseWhoCameInTheseDays_besideTheDaysBefore() {
    SampleOffer offer = new SampleOffer();
    offer.join(SampleOffer.newAddress());
    server.forward(Duration.ofDays(10));
    offer.join(SampleOffer.newAddress());
    offer.signUp(SampleOffer.newAddress());
    count();
    JsonNode week =
        owner.get("/api/numbers?from=" + today().minusDays(6) + "&to=" + today()).json();
    JsonNode mine = of(week, "offers", offer.id);
    assertThat(mine.at("/track/signedUp").asInt()).isEqualTo(2);
    assertThat(mine.at("/track/confirmed").asInt()).isEqualTo(1);
    assertThat(mine.at("/before/signedUp").asInt()).isEqualTo(1);
    assertThat(mine.at("/stretches/1/share/share").asDouble()).isEqualTo(0.5);
    assertThat(mine.at("/stretches/1/points").asInt()).isEqualTo(-50);
    assertThat(week.get("signUps")).hasSize(7);
    assertThat(week.at("/signUps/6/signUps").asInt()).isGreaterThanOrEqualTo(2);
    assertThat(week.at("/before/to").asString()).isEqualTo(today().minusDays(7).toString());
    JsonNode usual = owner.get("/api/numbers").json();
    assertThat(usual.get("signUps")).hasSize(28);
    assertThat(of(usual, "offers", offer.id).at("/track/signedUp").asInt()).isEqualTo(3);
    assertThat(owner.get("/api/numbers/offers.csv").body())
        .startsWith("offer,from,to,seen,signed up,confirmed,handed over,used,followed up");
    assertThat(owner.get("/api/numbers/forms.csv").body()).contains("Hosted page");
  }

  @Test
  void whatAFormBrought_staysTheOffers_whenTheFormGoes() {
    SampleOffer offer = new SampleOffer();
    String forms = "/api/offers/" + offer.id + "/forms";
    JsonNode layout = owner.get("/api/offers/" + offer.id + "/form-layouts").json().get(0);
    JsonNode made =
        owner
            .json(
                "POST",
                forms,
                Map.of("shape", layout.get("shape"), "settings", layout.get("settings")))
            .json();
    JdbcClient db = server.bean(JdbcClient.class);
    db.sql(
            """
            INSERT INTO track_day (day, offer_id, form_id, signed_up, confirmed, handed_over, used, followed_up)
            VALUES (:day, :offer, :form, 5, 4, 4, 3, 0)
            """)
        .param("day", today())
        .param("offer", offer.id)
        .param("form", made.get("id").asLong())
        .update();
    JsonNode before = owner.get("/api/numbers").json();
    JsonNode form = of(before, "forms", made.get("id").asLong());
    assertThat(form.at("/track/signedUp").asInt()).isEqualTo(5);
    assertThat(form.get("asks").asInt()).as("name and address, not the box").isEqualTo(2);
    assertThat(owner.delete(forms + "/" + made.get("id").asLong()).status()).isEqualTo(204);
    JsonNode after = owner.get("/api/numbers").json();
    assertThat(of(after, "offers", offer.id).at("/track/signedUp").asInt()).isEqualTo(5);
    assertThat(after.get("forms").valueStream())
        .noneMatch(one -> one.get("id").asLong() == made.get("id").asLong());
    db.sql("DELETE FROM track_day WHERE offer_id = :id").param("id", offer.id).update();
  }

  @Test
  void aRangeThatCannotBe_isRefusedWhereItWasTyped() {
    Http.Answer turned = owner.get("/api/numbers?from=2026-11-27&to=2026-11-26");
    assertThat(turned.status()).isEqualTo(422);
    assertThat(turned.body()).contains("The last day is before the first.");
    assertThat(owner.get("/api/numbers?from=2001-01-01").status()).isEqualTo(422);
    assertThat(owner.get("/api/numbers?from=soon").status()).isEqualTo(400);
    assertThat(new Http(server.base).get("/api/numbers").status()).isEqualTo(401);
    assertThat(owner.json("POST", "/api/numbers/recount", Map.of()).status()).isEqualTo(202);
  }

  @Test
  void whatIsWorthTrying_canBeHidden_andToldAgain() {
    SampleOffer offer = new SampleOffer();
    server
        .bean(JdbcClient.class)
        .sql(
            """
            INSERT INTO track_day (day, offer_id, form_id, signed_up, confirmed, handed_over, used, followed_up)
            SELECT :day, :offer, MIN(id), 1000, 10, 10, 10, 0 FROM form WHERE offer_id = :offer
            """)
        .param("day", today())
        .param("offer", offer.id)
        .update();
    SampleOffer other = new SampleOffer();
    server
        .bean(JdbcClient.class)
        .sql(
            """
            INSERT INTO track_day (day, offer_id, form_id, signed_up, confirmed, handed_over, used, followed_up)
            SELECT :day, :offer, MIN(id), 1000, 900, 900, 900, 0 FROM form WHERE offer_id = :offer
            """)
        .param("day", today())
        .param("offer", other.id)
        .update();
    String key = "confirm-" + offer.id;
    assertThat(told(key)).isTrue();
    owner.json("PUT", "/api/numbers/worth-trying/" + key + "/hidden", Map.of());
    assertThat(told(key)).isFalse();
    assertThat(owner.get("/api/numbers/worth-trying").json().get("hidden").asInt()).isEqualTo(1);
    owner.delete("/api/numbers/worth-trying/" + key + "/hidden");
    assertThat(told(key)).isTrue();
    assertThat(owner.json("PUT", "/api/numbers/worth-trying/No%20idea/hidden", Map.of()).status())
        .isEqualTo(422);
    server
        .bean(JdbcClient.class)
        .sql("DELETE FROM track_day WHERE offer_id IN (:ids)")
        .param("ids", List.of(offer.id, other.id))
        .update();
  }

  private boolean told(String key) {
    return owner
        .get("/api/numbers/worth-trying")
        .json()
        .get("ideas")
        .valueStream()
        .anyMatch(idea -> idea.get("key").asString().equals(key));
  }
}
