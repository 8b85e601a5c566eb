package jeton.server.mail;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.database.PrivateDatabase;
import jeton.standins.mailbox.Mailbox;
import jeton.standins.mailbox.MailboxServer;
import jeton.standins.mailbox.ReceivedEmail;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A server killed in the middle of its work loses nothing, and repeats only what was in flight. */
class KillTest {
  private static final int EMAILS = 500;
  private static final int WORKERS = 2;
  private static final int BATCH = 20;

  @TempDir Path home;
  private final List<Process> processes = new ArrayList<>();
  private PrivateDatabase database;
  private MailboxServer mailServer;
  private Mailbox mailbox;

  @AfterEach
  void stop() throws Exception {
    for (Process process : processes) {
      process.destroyForcibly().waitFor();
    }
    mailServer.close();
    database.close();
  }

  @Test
  void sigkillInTheMiddleOf500Emails_losesNone_andRepeatsOnlyWhatWasInFlight() throws Exception {
    database = PrivateDatabase.start(home.resolve("database"));
    mailbox = new Mailbox(home.resolve("mailbox"));
    mailServer = MailboxServer.start(mailbox, 0, to -> Optional.empty());

    Process collecting = start(0);
    String form =
        makeOffer(new Http(base(collecting)).signIn(TestServer.OWNER, TestServer.PASSWORD));
    List<String> everybody = Stream.generate(SampleOffer::newAddress).limit(EMAILS).toList();
    Http visitor = new Http(base(collecting));
    for (String email : everybody) {
      Map<String, String> fields = Map.of("email", email, "consent", "yes");
      assertThat(visitor.form("/p/forms/" + form + "/signups", fields).status()).isEqualTo(303);
    }
    collecting.destroyForcibly().waitFor();

    Process killed = start(WORKERS);
    await(() -> mailbox.all().size() >= EMAILS / 4);
    killed.destroyForcibly().waitFor();
    assertThat(mailbox.all()).as("killed in the middle").hasSizeLessThan(EMAILS);

    start(WORKERS);
    await(() -> mailbox.all().stream().map(ReceivedEmail::to).distinct().count() == EMAILS);

    Map<String, List<String>> idsByAddress =
        mailbox.all().stream()
            .collect(
                Collectors.groupingBy(
                    ReceivedEmail::to, Collectors.mapping(this::messageId, Collectors.toList())));
    assertThat(idsByAddress.keySet()).containsExactlyInAnyOrderElementsOf(everybody);
    assertThat(idsByAddress.values())
        .allSatisfy(
            ids -> assertThat(ids).as("a repeat has the same Message-ID").containsOnly(ids.get(0)));
    assertThat(mailbox.all().size() - EMAILS).as("repeats").isBetween(0, WORKERS * BATCH);
  }

  private Process start(int workers) throws IOException {
    Path log = home.resolve("server-" + processes.size() + ".log");
    ProcessBuilder builder =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("java.class.path"),
                "jeton.server.JetonServer",
                "--server.port=0",
                "--jeton.mail.workers=" + workers,
                "--jeton.mail.batch=" + BATCH,
                "--jeton.mail.lease=4s")
            .redirectErrorStream(true)
            .redirectOutput(log.toFile());
    builder
        .environment()
        .putAll(
            Map.of(
                "JETON_HOME", home.toString(),
                "JETON_DB_URL", database.url("jeton"),
                "JETON_DB_USER", database.user(),
                "JETON_DB_PASSWORD", database.password(),
                "JETON_SMTP_URL", "smtp://127.0.0.1:" + mailServer.port(),
                "JETON_OWNER_EMAIL", TestServer.OWNER,
                "JETON_OWNER_PASSWORD", TestServer.PASSWORD));
    Process process = builder.start();
    processes.add(process);
    if (workers == 0) {
      await(() -> said(log).contains("Jeton is ready at "));
    }
    return process;
  }

  private String base(Process process) {
    String log = said(home.resolve("server-" + processes.indexOf(process) + ".log"));
    return log.replaceAll("(?s).*Jeton is ready at (\\S+).*", "$1");
  }

  private static String makeOffer(Http owner) {
    var business = owner.get("/api/business").json();
    owner.json(
        "PUT",
        "/api/business",
        Map.of(
            "version", business.get("version").asInt(), "settings", TestServer.quireAndThread()));
    String path =
        "/api/offers/"
            + owner
                .json("POST", "/api/offers", Map.of("name", "Plan", "kind", "DOWNLOAD"))
                .json()
                .get("offer")
                .get("id");
    owner.upload(path + "/files?name=plan.pdf", SampleOffer.FILE);
    assertThat(owner.json("PUT", path + "/state", Map.of("state", "LIVE")).status()).isEqualTo(200);
    return owner.get(path + "/forms").json().get(0).get("key").asString();
  }

  private String messageId(ReceivedEmail received) {
    String raw = new String(mailbox.raw(received.id()).orElseThrow(), StandardCharsets.UTF_8);
    return raw.replaceAll("(?s).*?\\r\\nMessage-ID: (<[^>]+>).*", "$1");
  }

  private static String said(Path log) {
    try {
      return Files.readString(log);
    } catch (IOException notYet) {
      return "";
    }
  }

  private void await(BooleanSupplier condition) {
    long until = System.nanoTime() + Duration.ofSeconds(90).toNanos();
    while (!condition.getAsBoolean()) {
      boolean died = !processes.get(processes.size() - 1).isAlive();
      if (died || System.nanoTime() > until) {
        throw new AssertionError(
            "The server is gone or too slow. The last server said: "
                + said(home.resolve("server-" + (processes.size() - 1) + ".log")));
      }
      java.util.concurrent.locks.LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(20));
    }
  }
}
