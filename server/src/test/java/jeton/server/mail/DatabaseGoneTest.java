package jeton.server.mail;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import jeton.harness.Cable;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.standins.mailbox.Manners.Manner;
import jeton.standins.mailbox.ReceivedEmail;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The database goes away in the middle of sending, and comes back. */
class DatabaseGoneTest {
  private static final int EMAILS = 60;

  /** How long it is away at least; {@code -Djeton.outage=60} for a minute. */
  private static final Duration AWAY = Duration.ofSeconds(Integer.getInteger("jeton.outage", 0));

  @TempDir Path home;

  @Test
  void theDatabaseGone_losesNothing_repeatsNothing_andVisitorsAreToldToTryAgain() throws Exception {
    try (ChildServer server = new ChildServer(home);
        Cable cable = new Cable(server.database.port())) {
      server.reachDatabaseBy(server.database.url("jeton", cable.port()));
      server.manners.become(new Manner("", 30, 0, false, false, false));
      server.start(
          "--jeton.mail.workers=2",
          "--jeton.mail.batch=10",
          "--spring.datasource.hikari.connection-timeout=500");
      Http owner = server.owner();
      String form = server.makeOffer(owner);
      Http visitor = server.visitor();
      List<String> everybody = Stream.generate(SampleOffer::newAddress).limit(EMAILS).toList();
      everybody.forEach(email -> signUp(visitor, form, email));

      server.await(() -> server.mailbox.all().size() >= EMAILS / 4);
      cable.cut();
      long gone = System.nanoTime();
      Http.Answer answer =
          visitor.form(
              "/p/forms/" + form + "/signups",
              Map.of("email", SampleOffer.newAddress(), "consent", "yes"));
      assertThat(answer.status()).as(server.said()).isEqualTo(503);
      assertThat(answer.body()).contains("try again");
      Http.Answer told = owner.get("/api/today");
      assertThat(told.status()).isEqualTo(503);
      assertThat(told.body()).contains("urn:jeton:problem:database-away");
      assertThat(server.mailbox.all()).as("cut in the middle").hasSizeLessThan(EMAILS);
      server.await(() -> System.nanoTime() - gone >= AWAY.toNanos());
      cable.mend();

      server.await(
          () -> server.mailbox.all().stream().map(ReceivedEmail::to).distinct().count() == EMAILS);
      server.await(() -> server.number("SELECT COUNT(*) FROM outbox WHERE state = 'WAITING'") == 0);
      assertThat(server.mailbox.all().stream().map(ReceivedEmail::to))
          .as("each once")
          .containsExactlyInAnyOrderElementsOf(everybody);
    }
  }

  private static void signUp(Http visitor, String form, String email) {
    Map<String, String> fields = Map.of("email", email, "consent", "yes");
    assertThat(visitor.form("/p/forms/" + form + "/signups", fields).status()).isEqualTo(303);
  }
}
