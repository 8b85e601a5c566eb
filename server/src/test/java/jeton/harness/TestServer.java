package jeton.harness;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Function;
import jeton.core.signup.VisitorChecks;
import jeton.server.JetonServer;
import jeton.server.account.Owners;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.business.SendingSettings;
import jeton.server.business.VisitorPages;
import jeton.server.database.PrivateDatabase;
import jeton.server.followup.DueStarts;
import jeton.server.followup.RunMover;
import jeton.server.mail.Dispatcher;
import jeton.server.mailing.GoingOut;
import jeton.server.programkey.ProgramKeys;
import jeton.standins.mailbox.Mailbox;
import jeton.standins.mailbox.MailboxServer;
import jeton.standins.mailbox.Manners;
import jeton.standins.resolver.Resolver;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.util.FileSystemUtils;

/**
 * The real application on a real MariaDB, once per JVM, with a clock and a mail server that do as
 * told. Nothing is sent or moved on by itself: {@link #settle} does it.
 */
public final class TestServer {
  public static final String OWNER = "owner@quireandthread.example";
  public static final String PASSWORD = "waxed linen thread";

  private static final int MOST_KEYS = 40;

  private static TestServer started;

  public final ConfigurableApplicationContext context;
  public final TestClock clock;
  public final Mailbox mailbox;
  public final Manners manners = new Manners();

  /** Mails that the mailbox has sent back. */
  public final List<byte[]> sentBack = new CopyOnWriteArrayList<>();

  public final Resolver resolver;
  public final String base;
  private final Map<String, MailboxServer.Refusal> refusals = new ConcurrentHashMap<>();
  private final MailboxServer mailServer;
  private Http owner;

  @Configuration
  static class ClockThatStands {
    @Bean
    Clock clock() {
      return new TestClock();
    }
  }

  private TestServer() throws IOException {
    Path home = Files.createTempDirectory("jeton-test");
    PrivateDatabase database = PrivateDatabase.start(home.resolve("database"));
    mailbox = new Mailbox(home.resolve("mailbox"));
    Function<String, Optional<MailboxServer.Refusal>> refuse =
        to -> Optional.ofNullable(refusals.get(to));
    mailServer =
        MailboxServer.start(mailbox, 0, refuse, new MailboxServer.Conduct(manners, sentBack::add));
    resolver = Resolver.start();
    SpringApplication.getShutdownHandlers()
        .add(
            () -> {
              database.close();
              // Tests fill several hundred megabytes.
              FileSystemUtils.deleteRecursively(home.toFile());
            });
    SpringApplication spring = new SpringApplication(JetonServer.class, ClockThatStands.class);
    spring.setLogStartupInfo(false);
    spring.setBannerMode(org.springframework.boot.Banner.Mode.OFF);
    context =
        spring.run(
            "--server.port=0",
            "--jeton.home=" + home,
            "--jeton.clock=test",
            "--jeton.mail.workers=0",
            "--jeton.trusts-own-machine=true",
            "--jeton.private-networks=true",
            "--jeton.proxies=127.0.0.1/32",
            "--jeton.dns-server=" + resolver.address(),
            "--jeton.followup.engine=false",
            "--jeton.hooks.engine=false",
            "--jeton.owner-email=" + OWNER,
            "--jeton.owner-password=" + PASSWORD,
            "--jeton.smtp-url=smtp://127.0.0.1:" + mailServer.port(),
            "--spring.datasource.url=" + database.url("jeton"),
            "--spring.datasource.username=" + database.user(),
            "--spring.datasource.password=" + database.password());
    clock = (TestClock) context.getBean(Clock.class);
    base = "http://127.0.0.1:" + context.getEnvironment().getProperty("local.server.port");
    // Losing the last second of a test's database with the machine is no loss.
    context.getBean(JdbcClient.class).sql("SET GLOBAL innodb_flush_log_at_trx_commit = 0").update();
    context.getBean(Business.class).save(0, quireAndThread());
  }

  /** The one server of this JVM. */
  public static synchronized TestServer get() {
    if (started == null) {
      java.util.TimeZone.setDefault(java.util.TimeZone.getTimeZone("UTC"));
      try {
        started = new TestServer();
      } catch (IOException failed) {
        throw new UncheckedIOException(failed);
      }
    }
    return started;
  }

  public static BusinessSettings quireAndThread() {
    return new BusinessSettings(
        "Quire & Thread",
        "4 Gable Yard\nTillbrook",
        "Quire & Thread",
        "hello@quireandthread.example",
        "",
        "Europe/Dublin",
        List.of("#16423C"),
        "",
        Map.of("first_name", "there"),
        List.of(),
        VisitorChecks.USUAL,
        SendingSettings.USUAL,
        VisitorPages.USUAL);
  }

  public <T> T bean(Class<T> type) {
    return context.getBean(type);
  }

  /** The owner, signed in. Signing in is slow on purpose: the session is kept for the next test. */
  public synchronized Http owner() {
    if (owner == null || owner.get("/api/business").status() != 200) {
      if (!bean(Owners.class).any()) {
        bean(Owners.class).make(OWNER, PASSWORD);
      }
      owner = new Http(base).signIn(OWNER, PASSWORD);
    }
    return owner;
  }

  /** A key for a program. Old ones are revoked before there are too many: a test needs its own. */
  public String key(String name, Set<ProgramKeys.May> may) {
    List<Long> good =
        bean(JdbcClient.class)
            .sql("SELECT id FROM program_key WHERE revoked_at IS NULL ORDER BY id")
            .query(Long.class)
            .list();
    if (good.size() > MOST_KEYS) {
      good.forEach(id -> bean(ProgramKeys.class).revoke(id));
    }
    return bean(ProgramKeys.class).make(name, may).key();
  }

  /** What happened with somebody, newest first, as JSON. */
  public String history(String email) {
    long id =
        bean(JdbcClient.class)
            .sql("SELECT id FROM person WHERE email = :email")
            .param("email", email)
            .query(Long.class)
            .single();
    return owner().get("/api/people/" + id + "/timeline").body();
  }

  /** Has the mail server refuse an address until {@link #takeAgain}. */
  public void refuse(String address, int code) {
    refusals.put(
        address,
        new MailboxServer.Refusal(code, (code == 550 ? "5.1.1 " : "") + "as told by the test"));
  }

  public void takeAgain(String address) {
    refusals.remove(address);
  }

  /** Does all that is due now. */
  public void settle() {
    int moved;
    do {
      moved =
          bean(DueStarts.class).startDue(100)
              + bean(RunMover.class).moveDue(100)
              + (bean(GoingOut.class).work() ? 1 : 0)
              + bean(Dispatcher.class).dispatchAllDue();
    } while (moved > 0);
  }

  /** Lets time pass and does what is due then, in one step. */
  public void forward(Duration by) {
    clock.forward(by);
    settle();
  }
}
