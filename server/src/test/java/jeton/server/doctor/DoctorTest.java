package jeton.server.doctor;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jeton.harness.TestServer;
import jeton.server.business.JetonSettings;
import jeton.standins.mailbox.Mailbox;
import jeton.standins.mailbox.MailboxServer;
import jeton.standins.mailbox.Manners;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.core.env.Environment;
import org.springframework.jdbc.core.simple.JdbcClient;

/** What is wrong with an install is said, with its cure; by looking from outside. */
class DoctorTest {
  @TempDir Path folder;
  private final TestServer server = TestServer.get();
  private final JdbcClient db = server.bean(JdbcClient.class);
  private final Environment spring = server.context.getEnvironment();
  private final Map<String, String> environment = new HashMap<>();

  DoctorTest() {
    server.settle();
    environment.put("JETON_HOME", server.bean(JetonSettings.class).home().toString());
    environment.put("JETON_DB_URL", spring.getProperty("spring.datasource.url"));
    environment.put("JETON_DB_USER", spring.getProperty("spring.datasource.username"));
    environment.put("JETON_DB_PASSWORD", spring.getProperty("spring.datasource.password"));
    environment.put("JETON_SMTP_URL", spring.getProperty("jeton.smtp-url"));
    environment.put("JETON_PORT", spring.getProperty("local.server.port"));
    environment.put("JETON_PUBLIC_URL", server.base);
  }

  @AfterEach
  void noBackups() {
    db.sql("DELETE FROM backup_run").update();
  }

  /** The symptoms of one part, as level and words. */
  private List<String> found(String part) {
    return found(part, Clock.systemUTC());
  }

  private List<String> found(String part, Clock clock) {
    Examined install = new Examined(environment, server.resolver.address());
    return DoctorCommand.examine(install, clock).stream()
        .filter(one -> one.part().equals(part))
        .map(one -> one.level() + " " + one.words())
        .toList();
  }

  private void backedUp(Instant at) {
    db.sql(
            "INSERT INTO backup_run (by_whom, began_at, beat_at, state) VALUES ('HAND', :at, :at, 'GOOD')")
        .param("at", LocalDateTime.ofInstant(at, ZoneOffset.UTC))
        .update();
  }

  @Test
  void anInstallThatIsWell() {
    backedUp(Instant.now().minus(Duration.ofHours(3)));
    Examined install = new Examined(environment, server.resolver.address());
    List<Symptom> all = DoctorCommand.examine(install, Clock.systemUTC());
    assertThat(all).extracting(Symptom::level).doesNotContain(Symptom.Level.WRONG);
    assertThat(all)
        .extracting(Symptom::part)
        .contains(
            "java",
            "tools",
            "home",
            "disk",
            "key",
            "database",
            "clock",
            "schema",
            "back-ups",
            "emails",
            "mail",
            "dns",
            "server",
            "public");
    assertThat(found("mail")).singleElement().asString().endsWith("greets us");
    assertThat(found("server")).singleElement().asString().startsWith("FINE is well");
  }

  @Test
  void aDatabaseThatDoesNotLetUsIn_andOneThatIsOfAnotherTime() {
    Clock ahead = Clock.offset(Clock.systemUTC(), Duration.ofMinutes(3));
    assertThat(found("clock", ahead))
        .hasSize(2)
        .allMatch(words -> words.startsWith("WRONG this machine"));
    environment.put("JETON_DB_PASSWORD", "mistyped");
    assertThat(found("database"))
        .singleElement()
        .asString()
        .startsWith("WRONG")
        .contains("Access denied");
  }

  @Test
  void tablesOfANewerVersion_areNotOurs() {
    db.sql(
            "INSERT INTO flyway_schema_history (installed_rank, version, description, type, script, installed_by, execution_time, success)"
                + " VALUES (9999, '9999', '', 'SQL', '', 'test', 1, 1)")
        .update();
    try {
      assertThat(found("schema"))
          .singleElement()
          .asString()
          .startsWith("WRONG version 9999 is newer");
    } finally {
      db.sql("DELETE FROM flyway_schema_history WHERE installed_rank = 9999").update();
    }
  }

  @Test
  void aMailServerThatIsAway_orTurnsUsAway() throws Exception {
    MailboxServer busy =
        MailboxServer.start(
            new Mailbox(folder),
            0,
            MailboxServer.GONE,
            new MailboxServer.Conduct(new Manners(), sent -> {}));
    int port = busy.port();
    busy.close();
    environment.put("JETON_SMTP_URL", "smtp://127.0.0.1:" + port);
    assertThat(found("mail"))
        .singleElement()
        .asString()
        .startsWith("WRONG 127.0.0.1:" + port + " is not reached");
    environment.remove("JETON_SMTP_URL");
    assertThat(found("mail"))
        .singleElement()
        .asString()
        .startsWith("WRONG no mail server is named");
  }

  @Test
  void nobodyOrSomebodyElse_onThePort() throws Exception {
    HttpServer other =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    other.createContext("/", exchange -> exchange.sendResponseHeaders(404, -1));
    other.start();
    environment.put("JETON_PORT", Integer.toString(other.getAddress().getPort()));
    assertThat(found("server"))
        .singleElement()
        .asString()
        .startsWith("WRONG something else listens");
    other.stop(0);
    assertThat(found("server")).singleElement().asString().startsWith("LOOK nothing listens");
  }

  @Test
  void aHomeThatIsOpenToOthers_orHasNoKey() throws Exception {
    Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
    environment.put("JETON_HOME", folder.toString());
    assertThat(found("home"))
        .singleElement()
        .asString()
        .startsWith("LOOK")
        .contains("open to others");
    Files.createDirectories(folder.resolve("database/data"));
    assertThat(found("key")).singleElement().asString().startsWith("WRONG");
    Files.writeString(folder.resolve("secret.key"), "not a key");
    assertThat(found("key")).singleElement().asString().startsWith("WRONG it is not 32 octets");
  }

  @Test
  void backUpsThatStopped() {
    assertThat(found("back-ups")).singleElement().asString().startsWith("LOOK none was made yet");
    backedUp(Instant.now().minus(Duration.ofDays(3)));
    assertThat(found("back-ups")).singleElement().asString().startsWith("WRONG the last good one");
  }
}
