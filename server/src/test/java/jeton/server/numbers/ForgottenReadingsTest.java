package jeton.server.numbers;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Wait;
import jeton.harness.Counts;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.sequence.SequenceDraft;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Who read what goes; what was counted of it stays, however often it is counted again. */
class ForgottenReadingsTest {
  private static final String BROWSER = "Mozilla/5.0 (X11; Linux x86_64) Firefox/140.0";
  private static final int YEAR = 365;
  private final TestServer server = TestServer.get();
  private final JdbcClient db = server.bean(JdbcClient.class);
  private final ForgottenReadings forgotten = server.bean(ForgottenReadings.class);
  private final Http owner = server.owner();
  private final SampleOffer offer =
      new SampleOffer(
          new SequenceDraft.StepDraft(
              Optional.empty(),
              true,
              0,
              Wait.Unit.DAYS,
              new EmailContent(
                  "Two fixes",
                  "",
                  "<p><a href=\"https://q.example/\">x</a></p>",
                  new EmailButton("Look", EmailButton.Target.LINK, "https://q.example/fixes"))));

  /** Other tests have days forgotten of that these are to be counted for. */
  @BeforeEach
  void countAllDays() {
    db.sql("UPDATE email_day_turn SET counted_from = NULL").update();
  }

  /** Signs up, and presses what the follow-up shows. */
  private String reader() {
    String email = newAddress();
    offer.join(email);
    server.forward(Duration.ofHours(1));
    String html = SampleOffer.part(offer.newest(email), 1);
    String link = html.replaceAll("(?s).*href=\"([^\"]*/l/[^\"]*)\".*", "$1");
    assertThat(offer.visitor.get(link, "User-Agent", BROWSER).status()).isEqualTo(302);
    return email;
  }

  /** As if all of theirs had happened so many days before. */
  private void age(String email, int days) {
    String theirs = " WHERE person_id = (SELECT id FROM person WHERE email = :email)";
    String ofTheirs = " WHERE outbox_id IN (SELECT id FROM outbox" + theirs + ")";
    for (String sql :
        List.of(
            "UPDATE sign_up SET at = at - INTERVAL :days DAY, confirmed_at = confirmed_at - INTERVAL :days DAY"
                + theirs,
            "UPDATE outbox SET due_at = due_at - INTERVAL :days DAY, settled_at = settled_at - INTERVAL :days DAY"
                + theirs,
            "UPDATE email_reading SET opened_at = opened_at - INTERVAL :days DAY,"
                + " clicked_at = clicked_at - INTERVAL :days DAY"
                + ofTheirs,
            "UPDATE link_click SET at = at - INTERVAL :days DAY" + ofTheirs)) {
      db.sql(sql).param("days", days).param("email", email).update();
    }
  }

  private void recount() {
    assertThat(owner.json("POST", "/api/numbers/recount", Map.of()).status()).isEqualTo(202);
    Counts.settle();
  }

  /** Until nothing is left to forget. */
  private void forget() {
    int some;
    do {
      some = forgotten.forget(server.clock.instant().minus(Duration.ofDays(YEAR)), 2);
    } while (some > 0);
  }

  private long readings(String email, String table) {
    return db.sql(
            "SELECT COUNT(*) FROM "
                + table
                + " r JOIN outbox o ON o.id = r.outbox_id JOIN person p ON p.id = o.person_id"
                + " WHERE p.email = :email")
        .param("email", email)
        .query(Long.class)
        .single();
  }

  private List<Map<String, Object>> days() {
    return db.sql(
            "SELECT day, kind, sent, opened, clicked, gone FROM email_day WHERE source_id = :step"
                + " AND kind = 'FOLLOW_UP' ORDER BY day")
        .param("step", offer.sequence().steps().get(0).step().id())
        .query()
        .listOfRows();
  }

  private List<Map<String, Object>> marks() {
    return db.sql(
            "SELECT day, mark, people FROM mark_day WHERE offer_id = :offer ORDER BY day, mark")
        .param("offer", offer.id)
        .query()
        .listOfRows();
  }

  private JsonNode step() {
    return owner.get("/api/sequences/" + offer.sequence().id()).json().at("/steps/0/numbers");
  }

  @Test
  void whoReadItGoes_andWhatWasCountedStays() {
    String old = reader();
    String young = reader();
    age(old, YEAR + 35);
    recount();
    JsonNode numbers = step();
    List<Map<String, Object>> days = days();
    List<Map<String, Object>> marks = marks();
    assertThat(numbers.get("clicked").asInt()).isEqualTo(2);
    assertThat(days).hasSize(2);
    assertThat(marks).extracting(row -> row.get("mark")).contains("CLICKED", "OPENED");
    assertThat(server.history(old)).contains("CLICKED");

    forget();
    assertThat(readings(old, "email_reading")).isZero();
    assertThat(readings(old, "link_click")).isZero();
    assertThat(readings(young, "email_reading")).isEqualTo(1);
    assertThat(readings(young, "link_click")).isEqualTo(1);
    assertThat(server.history(old)).doesNotContain("CLICKED");
    assertThat(step()).isEqualTo(numbers);

    recount();
    assertThat(days()).isEqualTo(days);
    assertThat(marks()).isEqualTo(marks);
    forget();
    assertThat(step()).as("nothing is added up twice").isEqualTo(numbers);
  }

  @Test
  void whatIsNotCountedYet_waitsUntilItIs() {
    String old = reader();
    age(old, YEAR + 70);
    Counts.settle();
    db.sql(
            "INSERT INTO track_due (offer_id, person_id) SELECT :offer, id FROM person WHERE email = :email")
        .param("offer", offer.id)
        .param("email", old)
        .update();
    forget();
    assertThat(readings(old, "email_reading")).isEqualTo(1);
    Counts.settle();
    forget();
    assertThat(readings(old, "email_reading")).isZero();
  }

  @Test
  void anOldEmailThatIsReadToday_isKeptAsLongAsThat() {
    String late = reader();
    age(late, YEAR + 50);
    Counts.settle();
    db.sql(
            "UPDATE email_reading SET clicked_at = :now WHERE outbox_id IN"
                + " (SELECT o.id FROM outbox o JOIN person p ON p.id = o.person_id WHERE p.email = :email)")
        .param("now", jeton.server.database.Utc.bind(server.clock.instant()))
        .param("email", late)
        .update();
    forget();
    assertThat(readings(late, "email_reading")).isEqualTo(1);
  }
}
