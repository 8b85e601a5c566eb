package jeton.server.mailing;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.standins.mailbox.ReceivedEmail;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * An email to many, through kills, two instances and an edited segment: nobody misses it, and
 * nobody gets it twice beyond what was in flight. With {@code -Djeton.many=20000} as many as that.
 */
class ManyKillTest {
  private static final int PEOPLE = Integer.getInteger("jeton.many", 3000);
  private static final int WORKERS = 2;
  private static final int BATCH = 20;
  private static final int PROCESSES = 2;
  private static final String[] AT_WORK = {
    "--jeton.mail.workers=" + WORKERS, "--jeton.mail.batch=" + BATCH, "--jeton.mail.lease=4s"
  };

  @TempDir Path home;
  private ChildServer server;

  @BeforeEach
  void open() throws Exception {
    server = new ChildServer(home);
  }

  @AfterEach
  void close() {
    server.close();
  }

  @Test
  void killedAgainAndAgain_everybodyMeantGetsIt_once() throws Exception {
    server.start("--jeton.mail.workers=0", "--jeton.followup.engine=false");
    Http owner = server.owner();
    server.makeOffer(owner);
    people();
    long id = mailing(owner);
    owner.json("POST", "/api/mailings/" + id + "/schedule", Map.of("version", 2));
    server.kill();
    Random chance = new Random(5);
    int kills = 0;
    while (kills < 3) {
      server.start(AT_WORK);
      server.start(AT_WORK);
      long sofar = server.mailbox.all().size();
      long until = Math.min(PEOPLE - 200L, sofar + 200 + chance.nextInt(PEOPLE / 6));
      server.await(() -> server.mailbox.all().size() >= until);
      if (kills == 1) {
        server.sql("UPDATE person SET first_name = 'Renamed' WHERE id % 3 = 0");
      }
      server.killAll();
      kills++;
    }
    server.start(AT_WORK);
    server.await(
        () ->
            server.number("SELECT COUNT(*) FROM outbox WHERE kind = 'MAILING' AND state = 'SENT'")
                == PEOPLE);
    server.await(() -> server.number("SELECT COUNT(*) FROM issue WHERE state = 'DONE'") == 1);
    Map<String, Long> byAddress =
        server.mailbox.all().stream()
            .collect(Collectors.groupingBy(ReceivedEmail::to, Collectors.counting()));
    assertThat(byAddress).as("none is missing").hasSize(PEOPLE);
    assertThat(byAddress.values().stream().mapToLong(n -> n - 1).sum())
        .as("twice, at most what was in flight")
        .isBetween(0L, (long) kills * PROCESSES * WORKERS * BATCH);
  }

  @Test
  void confirmations_neverWaitBehindIt() throws Exception {
    server.start("--jeton.mail.workers=0", "--jeton.followup.engine=false");
    Http owner = server.owner();
    String form = server.makeOffer(owner);
    people();
    long id = mailing(owner);
    owner.json("POST", "/api/mailings/" + id + "/schedule", Map.of("version", 2));
    server.kill();
    server.start(AT_WORK);
    server.await(() -> server.mailbox.all().size() >= 50);
    String email = SampleOffer.newAddress();
    server
        .visitor()
        .form("/p/forms/" + form + "/signups", Map.of("email", email, "consent", "yes"));
    server.await(() -> !server.mailbox.to(email).isEmpty());
    assertThat(server.mailbox.all().size()).as("it is still going").isLessThan(PEOPLE);
  }

  private void people() throws Exception {
    server.sql(
        """
        INSERT INTO person (email, email_key, first_name, state, state_since, listed_since, created_at)
        SELECT CONCAT('p', seq, '@mail.example'), CONCAT('p', seq, '@mail.example'), 'Jo', 'ON_THE_LIST',
               UTC_TIMESTAMP(3), UTC_TIMESTAMP(3), UTC_TIMESTAMP(3)
          FROM seq_1_to_%d
        """
            .formatted(PEOPLE),
        "INSERT INTO list_member (list_id, person_id, since) SELECT 1, id, created_at FROM person");
  }

  private long mailing(Http owner) {
    EmailContent words =
        new EmailContent("To many", "", "<p>Hello {{first_name}}</p>", EmailButton.NONE);
    long id =
        owner.json("POST", "/api/mailings", Map.of("content", words)).json().get("id").asLong();
    Map<String, Object> who =
        Map.of(
            "kind", "GROUP",
            "match", "ALL",
            "parts",
                List.of(
                    Map.of(
                        "kind", "CONDITION",
                        "what", "FIELD",
                        "field", "first_name",
                        "op", "IS",
                        "value", "Jo")));
    var segment =
        owner.json("POST", "/api/segments", Map.of("name", "Jo", "question", who, "version", 0));
    assertThat(segment.status()).as(segment.body()).isEqualTo(200);
    Map<String, Object> settings =
        Map.of(
            "name",
            "",
            "content",
            words,
            "recipients",
            Map.of("listId", 1, "segments", List.of(segment.json().get("id").asLong())),
            "when",
            Map.of("kind", "NOW"),
            "staysAway",
            false);
    var saved =
        owner.json("PUT", "/api/mailings/" + id, Map.of("version", 1, "settings", settings));
    assertThat(saved.status()).as(saved.body()).isEqualTo(200);
    return id;
  }
}
