package jeton.server.database;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import jeton.standins.mailbox.ReceivedEmail;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * An install from before emails had blocks goes on as it was: words, waits, people on their way.
 */
class OlderInstallTest {
  private static final String CONFIRM =
      """
      {"on":true,"email":{"subject":"Confirm, \\"please\\"","preview":"One press","body":"<p>Hello {{first_name}}</p>",
       "button":{"label":"Confirm","target":"CONFIRM","href":""}},
       "waiting":{"heading":"Look","text":"In your mailbox"},"confirmed":{"heading":"Done","text":"Thanks"},
       "daysGood":3,"opensIncentive":true}
      """;
  private static final String HAND_OVER =
      """
      {"onTheSpot":false,"byEmail":true,"email":{"subject":"Your plan","preview":"","body":"<p>Here it is</p>",
       "button":{"label":"Open the plan","target":"PASS","href":""}},
       "page":{"heading":"Your plan","text":"Enjoy"},"limits":{"days":30},"runAgain":{"when":"AFTER_DAYS","days":90}}
      """;
  private static final String FIRST =
      """
      {"subject":"Did it hold?","preview":"Two fixes","body":"<p>Waxed \\"linen\\" thread 🧵</p>",
       "button":{"label":"See both","target":"LINK","href":"https://quireandthread.example/knots"}}
      """;
  private static final String SECOND =
      """
      {"subject":"Still a draft","preview":"","body":"<p>y</p>","button":{"label":"","target":"NONE","href":""}}
      """;

  private static final String BUSINESS =
      """
      {"name":"Quire & Thread","postalAddress":"4 Gable Yard\\nTillbrook","senderName":"Quire & Thread",
       "senderEmail":"hello@quireandthread.example","replyTo":"","zone":"Europe/Dublin","palette":["#16423C"],"logo":"",
       "whenUnknown":{"first_name":"there"},"fields":[]}
      """;

  @TempDir Path home;

  @Test
  void offersEmailsAndPeopleOnTheirWay_goOnAfterTheUpdate() throws Exception {
    try (ChildServer server = new ChildServer(home)) {
      Flyway.configure()
          .dataSource(
              server.database.url("jeton"), server.database.user(), server.database.password())
          .target("3")
          .load()
          .migrate();
      server.sql(
          "INSERT INTO business VALUES (1, %s, NULL, 4, '2026-01-05')".formatted(text(BUSINESS)),
          "INSERT INTO offer VALUES (7, 'plan', 'The plan', 'DOWNLOAD', 'LIVE', %s, %s, 3, '2026-01-05', '2026-01-05', '2026-01-05')"
              .formatted(text(CONFIRM), text(HAND_OVER)),
          "INSERT INTO sequence (id, offer_id, name, version) VALUES (4, 7, 'Welcome', 2)",
          "INSERT INTO step VALUES (9, 4, 1000, TRUE, 90, 'MINUTES', %s, NULL), (11, 4, 2000, FALSE, 3, 'DAYS', %s, NULL)"
              .formatted(text(FIRST), text(SECOND)),
          "INSERT INTO person (id, email, email_key, first_name, state, state_since, created_at) VALUES (5, 'ana@mail.example', 'ana@mail.example', 'Ana', 'ON_THE_LIST', '2026-01-06', '2026-01-06')",
          "INSERT INTO run (sequence_id, person_id, offer_id, started_at, anchor_at, next_step_id, next_due_at) VALUES (4, 5, 7, '2026-01-06', '2026-01-06', 9, '2026-01-06 01:30:00')");

      server.start("--jeton.mail.workers=1");
      Http owner = server.owner();
      var offer = owner.get("/api/offers/7").json().at("/offer/settings");
      assertThat(offer.at("/confirm/email/subject").asString()).isEqualTo("Confirm, \"please\"");
      assertThat(offer.at("/confirm/email/blocks/1/target").asString()).isEqualTo("CONFIRM");
      assertThat(offer.at("/handOver/email/blocks/1/label").asString()).isEqualTo("Open the plan");
      assertThat(offer.at("/handOver/runAgain/days").asInt()).isEqualTo(90);
      var sequence = owner.get("/api/offers/7/follow-up").json();
      assertThat(sequence.at("/steps").size()).isEqualTo(2);
      assertThat(sequence.at("/steps/0/rules/waitAmount").asInt()).isEqualTo(90);
      assertThat(sequence.at("/steps/1/ready").asBoolean()).isFalse();

      server.await(() -> !server.mailbox.all().isEmpty());
      List<ReceivedEmail> received = server.mailbox.to("ana@mail.example");
      assertThat(received).extracting(ReceivedEmail::subject).containsExactly("Did it hold?");
      String raw =
          new String(
              server.mailbox.raw(received.get(0).id()).orElseThrow(), StandardCharsets.UTF_8);
      assertThat(raw).contains("Waxed \"linen\" thread", "See both");
      server.await(
          () -> server.number("SELECT COUNT(*) FROM run WHERE end_reason IS NOT NULL") == 1);
    }
  }

  private static String text(String json) {
    return "'" + json.replace("\\", "\\\\").replace("'", "''") + "'";
  }
}
