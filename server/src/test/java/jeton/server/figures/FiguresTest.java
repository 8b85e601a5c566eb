package jeton.server.figures;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import jeton.harness.Counts;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.form.ViewCounter;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Numbers over HTTP: ranges, comparisons, tables, and what is worth trying. */
class FiguresTest {
  private final TestServer server = TestServer.get();
  private final Http owner = server.owner();

  private void count() {
    server.bean(ViewCounter.class).flush();
    Counts.settle();
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
    addUpWeeks(offer.id);
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
    addUpWeeks(offer.id);
  }

  /** Has the weeks follow days that were written by hand. */
  private void addUpWeeks(long offerId) {
    JdbcClient db = server.bean(JdbcClient.class);
    db.sql("DELETE FROM track_week WHERE offer_id = :id").param("id", offerId).update();
    db.sql(
            """
            INSERT INTO track_week
            SELECT day - INTERVAL WEEKDAY(day) DAY AS week, offer_id, form_id, SUM(signed_up), SUM(confirmed),
                   SUM(handed_over), SUM(used), SUM(followed_up)
              FROM track_day WHERE offer_id = :id GROUP BY week, offer_id, form_id
            """)
        .param("id", offerId)
        .update();
  }

  @Test
  void emails_areTold_withTheirRates_andHowMailboxesTookThem() {
    SampleOffer offer = new SampleOffer(SampleOffer.step(1, "Did it hold?"));
    String email = SampleOffer.newAddress();
    offer.join(email);
    server.forward(Duration.ofDays(1));
    server.clock.forward(Duration.ofMinutes(1));
    String html = SampleOffer.part(offer.newest(email), 1);
    String dot = html.replaceAll("(?s).*src=\"([^\"]*/l/[^\"]*\\.gif)\".*", "$1");
    offer.visitor.get(dot, "User-Agent", "Mozilla/5.0 (X11; Linux x86_64) Firefox/140.0");
    count();
    JsonNode week =
        owner.get("/api/numbers/emails?from=" + today().minusDays(2) + "&to=" + today()).json();
    JsonNode step =
        week.get("emails")
            .valueStream()
            .filter(
                one ->
                    one.at("/fared/source/kind").asString().equals("FOLLOW_UP")
                        && one.at("/fared/source/id").asLong()
                            == offer.sequence().steps().get(0).step().id())
            .findFirst()
            .orElseThrow();
    assertThat(step.get("subject").asString()).isEqualTo("Did it hold?");
    assertThat(step.get("where").asString()).startsWith("/sequences/" + offer.sequence().id());
    assertThat(step.at("/fared/sent").asInt()).isEqualTo(1);
    assertThat(step.at("/opened/share/share").asDouble()).isEqualTo(1.0);
    assertThat(step.get("countsClicks").asBoolean()).as("it has no link").isFalse();
    assertThat(week.get("domains").valueStream())
        .anyMatch(domain -> domain.get("domain").asString().equals("mail.example"));
    assertThat(owner.get("/api/numbers/emails.csv").body())
        .startsWith("subject,of,from,to,sent,refused or came back")
        .contains("Did it hold?");
    assertThat(owner.get("/api/numbers/worth-trying").status()).isEqualTo(200);
  }

  private int found(JsonNode question) {
    return owner
        .json(
            "POST",
            "/api/people/search",
            Map.of("words", "", "question", question, "page", 0, "size", 50))
        .json()
        .get("total")
        .asInt();
  }

  @Test
  void aCountsQuestion_findsAsManyPeople() {
    SampleOffer offer = new SampleOffer(SampleOffer.step(1, "Did it hold?"));
    String early = SampleOffer.newAddress();
    String late = SampleOffer.newAddress();
    offer.join(early);
    server.forward(Duration.ofDays(10));
    offer.join(late);
    // Once more does not make them new.
    offer.join(early);
    offer.signUp(SampleOffer.newAddress());
    offer.visitor.get(offer.link(late, "/g/") + "/files/1");
    server.forward(Duration.ofDays(1));
    server.clock.forward(Duration.ofMinutes(1));
    count();
    String range = "?from=" + today().minusDays(6) + "&to=" + today();
    JsonNode mine = of(owner.get("/api/numbers" + range).json(), "offers", offer.id);
    assertThat(mine.at("/track/signedUp").asInt()).isEqualTo(2);
    assertThat(found(mine.get("signedUp"))).isEqualTo(2);
    assertThat(mine.at("/track/used").asInt()).isEqualTo(1);
    assertThat(found(mine.get("used"))).isEqualTo(1);
    JsonNode email =
        owner
            .get("/api/numbers/emails" + range)
            .json()
            .get("emails")
            .valueStream()
            .filter(one -> one.at("/fared/source/id").asLong() == stepId(offer))
            .filter(one -> one.at("/fared/source/kind").asString().equals("FOLLOW_UP"))
            .findFirst()
            .orElseThrow();
    assertThat(found(email.at("/people/sent"))).isEqualTo(email.at("/fared/sent").asInt());
    assertThat(found(email.at("/people/opened"))).isZero();
  }

  private static long stepId(SampleOffer offer) {
    return offer.sequence().steps().get(0).step().id();
  }

  @Test
  void whereTheyCameFrom_isCounted_andSequencesAddUpTheirEmails() {
    SampleOffer offer = new SampleOffer(SampleOffer.step(1, "Did it hold?"));
    String email = SampleOffer.newAddress();
    offer.signUp(
        Map.of(
            "email", email,
            "first_name", "Aoife",
            "consent", "yes",
            "page", "https://autumn.example/binding",
            "campaign", "utm_campaign=leaves"));
    server.settle();
    offer.confirm(email);
    server.forward(Duration.ofDays(1));
    server.clock.forward(Duration.ofMinutes(1));
    count();
    JsonNode site = named(table("SITES"), "autumn.example");
    assertThat(site.at("/cells/0/count").asInt()).isEqualTo(1);
    assertThat(site.at("/cells/1/rate/share/share").asDouble()).isEqualTo(1.0);
    assertThat(named(table("CAMPAIGNS"), "leaves").at("/cells/1/count").asInt()).isEqualTo(1);
    JsonNode sequence = named(table("SEQUENCES"), offer.sequence().name());
    assertThat(sequence.at("/cells/0/count").asInt()).isPositive();
    assertThat(owner.get("/api/numbers/tables/SITES.csv").body())
        .startsWith("site,from,to,signed up,confirmed,handed over,used")
        .contains("autumn.example");
    for (String kind : List.of("QUIZZES", "WHEELS", "COUPONS", "PAGES")) {
      assertThat(table(kind).get("columns").size()).as(kind).isGreaterThan(3);
    }
    assertThat(owner.get("/api/numbers/tables/ANYTHING").status()).isEqualTo(400);
  }

  private JsonNode table(String kind) {
    return owner.get("/api/numbers/tables/" + kind).json();
  }

  private static JsonNode named(JsonNode table, String name) {
    return table
        .get("lines")
        .valueStream()
        .filter(line -> line.get("name").asString().contains(name))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void eachWeeksSignUps_areFollowedByTheWeek() {
    SampleOffer offer = new SampleOffer();
    // From a Monday, so that both are of one week.
    server.forward(Duration.ofDays(8 - today().getDayOfWeek().getValue()));
    offer.join(SampleOffer.newAddress());
    offer.signUp(SampleOffer.newAddress());
    server.forward(Duration.ofDays(21));
    count();
    JsonNode weeks = owner.get("/api/numbers/weeks?mark=CONFIRMED&offerId=" + offer.id).json();
    assertThat(weeks).hasSize(13);
    JsonNode mine = weeks.get(9);
    assertThat(mine.get("people").asInt()).isEqualTo(2);
    assertThat(mine.get("byWeek")).hasSize(2);
    assertThat(mine.at("/byWeek/0/share").asDouble()).isEqualTo(0.5);
    assertThat(owner.get("/api/numbers/weeks?mark=LEFT").json()).hasSize(13);
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
    addUpWeeks(offer.id);
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
    addUpWeeks(other.id);
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

  @Test
  void aChangeThatWasMade_isToldUntilItCanBeSaidWhetherItHelped() {
    SampleOffer offer = new SampleOffer();
    SampleOffer other = new SampleOffer();
    LocalDate first = today();
    tracked(offer, first, 1000, 10);
    tracked(other, first, 1000, 900);
    String key = "confirm-" + offer.id;
    assertThat(told(key)).isTrue();
    assertThat(owner.json("PUT", "/api/numbers/worth-trying/confirm-0/changed", Map.of()).status())
        .isEqualTo(404);
    for (int twice = 0; twice < 2; twice++) {
      assertThat(
              owner.json("PUT", "/api/numbers/worth-trying/" + key + "/changed", Map.of()).status())
          .isEqualTo(204);
    }
    assertThat(told(key)).as("it waits for what comes of it").isFalse();
    assertThat(change(key).get("verdict").asString()).isEqualTo("TOO_EARLY");
    assertThat(change(key).at("/before/share").asDouble()).isEqualTo(0.01);
    server.forward(Duration.ofDays(2));
    tracked(offer, first.plusDays(1), 200, 180);
    JsonNode helped = change(key);
    assertThat(helped.get("verdict").asString()).isEqualTo("HELPED");
    assertThat(helped.at("/since/of").asInt())
        .as("the day of the change does not count")
        .isEqualTo(200);
    owner.delete("/api/numbers/worth-trying/" + key + "/changed");
    assertThat(told(key)).isTrue();
    server
        .bean(JdbcClient.class)
        .sql("DELETE FROM track_day WHERE offer_id IN (:ids)")
        .param("ids", List.of(offer.id, other.id))
        .update();
    addUpWeeks(offer.id);
    addUpWeeks(other.id);
  }

  private void tracked(SampleOffer offer, LocalDate day, int signedUp, int confirmed) {
    server
        .bean(JdbcClient.class)
        .sql(
            """
            INSERT INTO track_day (day, offer_id, form_id, signed_up, confirmed, handed_over, used, followed_up)
            SELECT :day, :offer, MIN(id), :signedUp, :confirmed, :confirmed, :confirmed, 0
              FROM form WHERE offer_id = :offer
            """)
        .param("day", day)
        .param("offer", offer.id)
        .param("signedUp", signedUp)
        .param("confirmed", confirmed)
        .update();
    addUpWeeks(offer.id);
  }

  private JsonNode change(String key) {
    return owner
        .get("/api/numbers/worth-trying")
        .json()
        .get("changes")
        .valueStream()
        .filter(change -> change.get("key").asString().equals(key))
        .findFirst()
        .orElseThrow();
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
