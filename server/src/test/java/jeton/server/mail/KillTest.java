package jeton.server.mail;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jeton.core.followup.Wait;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.standins.mailbox.ReceivedEmail;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A server killed in the middle of its work loses nothing, and repeats only what was in flight. */
class KillTest {
  private static final int NEW = 250;
  private static final int ON_THEIR_WAY = 250;
  private static final int EMAILS = NEW + 2 * ON_THEIR_WAY;
  private static final int WORKERS = 2;
  private static final int BATCH = 20;
  private static final String[] AT_WORK = {
    "--jeton.mail.workers=" + WORKERS, "--jeton.mail.batch=" + BATCH, "--jeton.mail.lease=4s"
  };

  @TempDir Path home;
  private ChildServer server;

  @BeforeEach
  void start() throws Exception {
    server = new ChildServer(home);
  }

  @AfterEach
  void stop() {
    server.close();
  }

  /**
   * Runs move, emails are claimed, sent and recorded, all at the same time: each kill hits some.
   */
  @Test
  void sigkillAgainAndAgain_losesNothing_keepsTheOrder_andRepeatsOnlyWhatWasInFlight()
      throws Exception {
    server.start("--jeton.mail.workers=0", "--jeton.followup.engine=false");
    Http owner = server.owner();
    String form = server.makeOffer(owner);
    server.follow(
        owner,
        ChildServer.letter(0, Wait.Unit.MINUTES, "First"),
        ChildServer.letter(0, Wait.Unit.MINUTES, "Second"));
    Http visitor = server.visitor();
    List<String> everybody = Stream.generate(SampleOffer::newAddress).limit(NEW).toList();
    for (String email : everybody) {
      Map<String, String> fields = Map.of("email", email, "consent", "yes");
      assertThat(visitor.form("/p/forms/" + form + "/signups", fields).status()).isEqualTo(303);
    }
    server.kill();
    setOnTheirWay();

    int kills = 0;
    for (int received : List.of(EMAILS / 3, EMAILS * 2 / 3)) {
      server.start(AT_WORK);
      server.await(() -> server.mailbox.all().size() >= received);
      server.kill();
      kills++;
    }
    assertThat(distinctIds()).as("killed in the middle").isLessThan(EMAILS);
    server.start(AT_WORK);
    server.await(
        () ->
            server.number("SELECT COUNT(*) FROM outbox WHERE state = 'SENT'") == EMAILS
                && server.number("SELECT COUNT(*) FROM run WHERE ended_at IS NULL") == 0);

    assertThat(distinctIds()).isEqualTo(EMAILS);
    assertThat(server.mailbox.all().size() - EMAILS)
        .as("repeats")
        .isBetween(0, kills * WORKERS * BATCH);
    Map<String, List<ReceivedEmail>> byAddress =
        oldestFirst().stream().collect(Collectors.groupingBy(ReceivedEmail::to));
    assertThat(byAddress).hasSize(NEW + ON_THEIR_WAY);
    assertThat(everybody)
        .allSatisfy(
            email ->
                assertThat(byAddress.get(email).stream().map(this::messageId).distinct())
                    .as("a repeat has the same Message-ID")
                    .hasSize(1));
    byAddress.keySet().removeAll(everybody);
    assertThat(byAddress.values())
        .allSatisfy(
            got ->
                assertThat(got.stream().map(ReceivedEmail::subject).distinct())
                    .containsExactly("First", "Second"));
  }

  private void setOnTheirWay() throws Exception {
    server.sql(
        """
        INSERT INTO person (email, email_key, first_name, state, state_since, created_at)
        SELECT CONCAT('p', seq, '@mail.example'), CONCAT('p', seq, '@mail.example'), 'Jo', 'ON_THE_LIST',
               UTC_TIMESTAMP(3), UTC_TIMESTAMP(3)
          FROM seq_1_to_%d
        """
            .formatted(ON_THEIR_WAY),
        """
        INSERT INTO run (sequence_id, person_id, offer_id, started_at, anchor_at, next_step_id, next_due_at)
        SELECT s.id, p.id, s.offer_id, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3),
               (SELECT MIN(t.id) FROM step t WHERE t.sequence_id = s.id), UTC_TIMESTAMP(3)
          FROM person p JOIN sequence s
         WHERE p.state = 'ON_THE_LIST'
        """);
  }

  private List<ReceivedEmail> oldestFirst() {
    List<ReceivedEmail> all = new java.util.ArrayList<>(server.mailbox.all());
    java.util.Collections.reverse(all);
    return all;
  }

  private long distinctIds() {
    return server.mailbox.all().stream().map(this::messageId).distinct().count();
  }

  private String messageId(ReceivedEmail received) {
    String raw =
        new String(server.mailbox.raw(received.id()).orElseThrow(), StandardCharsets.UTF_8);
    return raw.replaceAll("(?s).*?\\r\\nMessage-ID: (<[^>]+>).*", "$1");
  }
}
