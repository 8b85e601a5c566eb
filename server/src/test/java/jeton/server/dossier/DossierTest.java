package jeton.server.dossier;

import static jeton.harness.SampleOffer.newAddress;
import static jeton.harness.SampleOffer.step;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import jeton.core.mailing.Recipients;
import jeton.core.mailing.SendWhen;
import jeton.harness.Http;
import jeton.harness.MailingSteps;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.mailing.GoingOut;
import jeton.server.mailing.Mailing;
import jeton.server.mailing.Mailings;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** One person's page: history, notes, fields, merging, erasing (L6). */
class DossierTest {
  private final TestServer server = TestServer.get();
  private final Http owner = server.owner();
  private final MailingSteps steps = new MailingSteps(server);
  private final JdbcClient db = server.bean(JdbcClient.class);

  private long id(String email) {
    return owner.get("/api/people?words=" + email).json().at("/people/0/id").asLong();
  }

  private String timeline(long id, String what) {
    return owner.get("/api/people/" + id + "/timeline?what=" + what).body();
  }

  @Test
  void everything_isInOneHistory_narrowedByWhatItIs() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.join(email);
    long id = id(email);
    steps.opens(id);
    assertThat(timeline(id, "SIGNED_UP"))
        .contains("SIGNED_UP", "CONFIRMED")
        .doesNotContain("SENT\"");
    assertThat(timeline(id, "SENT")).contains("DELIVERY_SENT");
    assertThat(timeline(id, "OPENED")).contains("\"what\":\"OPENED\"").doesNotContain("CONFIRMED");
    assertThat(timeline(id, "CLICKED")).isEqualTo("[]");
    JsonNode all = owner.get("/api/people/" + id + "/timeline").json();
    assertThat(all.size()).isGreaterThan(4);
  }

  @Test
  void notesAndFields_sayWhoAndWhen() {
    long id = steps.people(1, 1L).get(0);
    owner.json("POST", "/api/people/" + id + "/notes", Map.of("words", "Met at the fair"));
    JsonNode desk = owner.get("/api/people/" + id + "/desk").json();
    assertThat(desk.at("/notes/0/words").asString()).isEqualTo("Met at the fair");
    assertThat(desk.at("/notes/0/author").asString()).isEqualTo(TestServer.OWNER);
    assertThat(
            owner
                .json(
                    "PUT",
                    "/api/people/" + id + "/fields",
                    Map.of("firstName", "Bea", "answers", Map.of()))
                .status())
        .isEqualTo(204);
    assertThat(timeline(id, "CHANGED")).contains("First name is now “Bea”, by " + TestServer.OWNER);
    assertThat(
            owner
                .json(
                    "PUT",
                    "/api/people/" + id + "/fields",
                    Map.of("answers", Map.of("no_such_field", "x")))
                .status())
        .isEqualTo(422);
  }

  @Test
  void twoAddressesOfOne_areTakenTogether_andApartAgain() {
    SampleOffer offer = new SampleOffer(step(2, "A"));
    String first = newAddress();
    String second = newAddress();
    offer.join(first);
    offer.join(second);
    long kept = id(first);
    long gone = id(second);
    steps.tag(gone, "merged tag");
    JsonNode preview = owner.get("/api/people/" + kept + "/merge?with=" + gone).json();
    assertThat(preview.at("/moves/passes").asLong()).isEqualTo(1);
    owner.json("POST", "/api/people/" + kept + "/merge", Map.of("with", gone));
    JsonNode whole = owner.get("/api/people/" + kept).json();
    assertThat(whole.at("/dossier/passes").size()).isEqualTo(2);
    assertThat(whole.at("/dossier/tags").toString()).contains("merged tag");
    assertThat(owner.get("/api/people?words=" + second).json().get("total").asLong()).isZero();
    server.forward(Duration.ofDays(2));
    assertThat(offer.subjects(second)).doesNotContain("A");
    server.clock.back(Duration.ofDays(2));
    assertThat(owner.json("POST", "/api/people/" + kept + "/unmerge", Map.of()).status())
        .isEqualTo(204);
    server.clock.forward(Duration.ofDays(2));
    assertThat(owner.get("/api/people/" + gone).json().at("/dossier/passes").size()).isEqualTo(1);
    assertThat(owner.get("/api/people/" + kept).json().at("/dossier/tags").toString())
        .doesNotContain("merged tag");
  }

  @Test
  void afterADay_aMergeStays() {
    List<Long> people = steps.people(2, 1L);
    owner.json("POST", "/api/people/" + people.get(0) + "/merge", Map.of("with", people.get(1)));
    server.clock.forward(Duration.ofHours(25));
    assertThat(owner.json("POST", "/api/people/" + people.get(0) + "/unmerge", Map.of()).status())
        .isEqualTo(404);
  }

  @Test
  void whoIsErased_isNowhereAnyMore_andNoImportBringsThemBack() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.join(email);
    long id = id(email);
    owner.json("POST", "/api/people/" + id + "/notes", Map.of("words", "about " + email));
    String everything = owner.get("/api/people/" + id + "/everything.json").body();
    assertThat(everything).contains(email, "plan.pdf", "about " + email);
    long signUps = count("SELECT COUNT(*) FROM sign_up WHERE person_id = " + id);
    assertThat(owner.json("POST", "/api/people/" + id + "/erase", Map.of()).status())
        .isEqualTo(204);
    assertThat(owner.json("POST", "/api/people/" + id + "/erase", Map.of()).status())
        .isEqualTo(204);
    for (String table : db.sql("SHOW TABLES").query(String.class).list()) {
      String rows = db.sql("SELECT * FROM `" + table + "`").query().listOfRows().toString();
      assertThat(rows).as(table).doesNotContain(email);
    }
    assertThat(count("SELECT COUNT(*) FROM sign_up WHERE person_id = " + id)).isEqualTo(signUps);
    var imported =
        owner.upload("/api/imports?name=back.csv", ("email\n" + email + "\n").getBytes()).json();
    JsonNode preview =
        owner
            .json(
                "POST",
                "/api/imports/" + imported.get("id").asLong() + "/preview",
                imported.get("plan"))
            .json();
    assertThat(preview.at("/rows/0/why").asString()).isEqualTo("was erased");
  }

  @Test
  void erasedWhileAnEmailGoesOut_theyGetItNoMore() {
    long list = steps.list("Erased meanwhile");
    List<Long> people = steps.people(2, list);
    Mailing mailing = steps.draft("x", Recipients.of(list), SendWhen.now());
    server.bean(Mailings.class).schedule(mailing.id(), mailing.version());
    while (server.bean(GoingOut.class).work()) {
      // Until all are in the outbox.
    }
    owner.json("POST", "/api/people/" + people.get(0) + "/erase", Map.of());
    server.settle();
    assertThat(steps.readers(mailing)).containsExactly(people.get(1));
  }

  private long count(String sql) {
    return db.sql(sql).query(Long.class).single();
  }
}
