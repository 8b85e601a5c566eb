package jeton.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Comparator;
import java.util.Map;
import java.util.stream.Stream;
import jeton.server.database.Start;
import jeton.server.dkim.Dkim;
import jeton.standins.hookreceiver.HookReceiver;
import jeton.standins.listservice.ListService;
import jeton.standins.mailbox.Mailbox;
import jeton.standins.mailbox.MailboxPages;
import jeton.standins.mailbox.MailboxServer;
import jeton.standins.mailbox.Manners;
import jeton.standins.resolver.Resolver;
import jeton.standins.samplesite.SampleSite;
import jeton.standins.verifier.Verifier;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.context.event.EventListener;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;

/** What {@code ./jeton demo} starts: {@code --port N}, {@code --home DIR}, {@code --fresh}. */
@SpringBootApplication(scanBasePackages = {"jeton.server", "jeton.demo"})
@ConfigurationPropertiesScan("jeton.server")
public class DemoApplication {
  static final String OWNER = "owner@quireandthread.example";
  static final String PASSWORD = "marbled paper";

  // One per process: the application is built around them and stops them last.
  private static Mailbox mailbox;
  private static MailboxServer mailboxServer;
  private static SampleSite sampleSite;
  private static HookReceiver hookReceiver;
  private static Resolver resolver;
  private static final Manners MANNERS = new Manners();

  public static void main(String[] args) {
    Start.orExplain(() -> start(args));
  }

  /** Starts the demo; also what the browser tests call. */
  public static ConfigurableApplicationContext start(String... args) {
    Arguments arguments = Arguments.of(args);
    if (arguments.fresh()) {
      remove(arguments.home());
    }
    System.setProperty("JETON_HOME", arguments.home().toString());
    System.setProperty("JETON_PORT", Integer.toString(arguments.port()));
    mailbox = new Mailbox(arguments.home().resolve("mailbox"));
    resolver = Resolver.start();
    SpringApplication.getShutdownHandlers().add(resolver::close);
    Path bounces = arguments.home().resolve("bounces");
    mailboxServer =
        MailboxServer.start(
            mailbox,
            0,
            MailboxServer.GONE,
            new MailboxServer.Conduct(MANNERS, mail -> sendBack(bounces, mail)));
    SpringApplication.getShutdownHandlers().add(mailboxServer::close);
    sampleSite = SampleSite.start(0);
    SpringApplication.getShutdownHandlers().add(sampleSite::close);
    hookReceiver = HookReceiver.start(0);
    SpringApplication.getShutdownHandlers().add(hookReceiver::close);
    return Start.with(
        DemoApplication.class,
        Map.of(
            "jeton.dns-server", resolver.address(),
            "server.address", "127.0.0.1",
            "jeton.clock", "demo",
            "jeton.trusts-own-machine", "true",
            "jeton.private-networks", "true",
            "jeton.smtp-url", "smtp://127.0.0.1:" + mailboxServer.port(),
            "jeton.verifier-url", "/standins/verifier"));
  }

  @Bean
  Mailbox mailbox() {
    return mailbox;
  }

  @Bean
  SampleSite sampleSite() {
    return sampleSite;
  }

  @Bean
  HookReceiver hookReceiver() {
    return hookReceiver;
  }

  @Bean(destroyMethod = "close")
  ListService listService(Clock clock) {
    return ListService.start(0, clock);
  }

  @Bean
  Verifier verifier() {
    return new Verifier();
  }

  @Bean
  MailboxPages mailboxPages() {
    return new MailboxPages(mailbox, MANNERS);
  }

  @Bean
  Resolver resolver() {
    return resolver;
  }

  /** Into the folder that is watched, by a move, so that no half of it is ever read. */
  private static void sendBack(Path folder, byte[] mail) {
    try {
      Files.createDirectories(folder);
      Path written = Files.createTempFile(folder, "returned", ".part");
      Files.write(written, mail);
      Files.move(written, folder.resolve(written.getFileName() + ".eml"));
    } catch (IOException unwritable) {
      throw new UncheckedIOException(unwritable);
    }
  }

  @EventListener(ApplicationReadyEvent.class)
  @Order(Ordered.LOWEST_PRECEDENCE)
  void tell(ApplicationReadyEvent event) {
    publish(event.getApplicationContext().getBean(Dkim.class));
    System.out.println("Sign in with " + OWNER + " and the password: " + PASSWORD);
    System.out.println(
        "The mailbox stand-in takes SMTP on port "
            + mailboxServer.port()
            + ", the sample site is at "
            + sampleSite.origin()
            + ", a program that is told what happens at "
            + hookReceiver.origin()
            + ". Ctrl+C stops everything.");
  }

  /** The sample business has put its records into its domain's DNS. */
  private static void publish(Dkim dkim) {
    dkim.key()
        .ifPresent(
            key -> {
              resolver.says(key.name(), key.record());
              resolver.says(key.domain(), "v=spf1 a:mailbox.example ~all");
              resolver.says("_dmarc." + key.domain(), "v=DMARC1; p=none");
            });
  }

  /** What the command line says. */
  record Arguments(int port, Path home, boolean fresh) {

    static Arguments of(String... args) {
      int port = 8080;
      Path home = Path.of(System.getProperty("user.home"), ".jeton-demo");
      boolean fresh = false;
      for (int i = 0; i < args.length; i++) {
        switch (args[i]) {
          case "--port" -> port = port(value(args, ++i, "--port"));
          case "--home" -> home = Path.of(value(args, ++i, "--home"));
          case "--fresh" -> fresh = true;
          default ->
              throw new IllegalArgumentException(
                  "There is no option "
                      + args[i]
                      + ". There are --port N, --home DIR and --fresh.");
        }
      }
      return new Arguments(port, home.toAbsolutePath(), fresh);
    }

    private static int port(String text) {
      if (!text.matches("\\d{1,5}") || Integer.parseInt(text) > 65535) {
        throw new IllegalArgumentException("A port is a number up to 65535, not " + text + ".");
      }
      return Integer.parseInt(text);
    }

    private static String value(String[] args, int at, String option) {
      if (at >= args.length) {
        throw new IllegalArgumentException(option + " needs a value.");
      }
      return args[at];
    }
  }

  /** Removes what an earlier demo left; anything else in the folder stays. */
  private static void remove(Path home) {
    for (String ours :
        new String[] {"database", "files", "mailbox", DemoClock.FILE, SampleShop.FILE}) {
      Path part = home.resolve(ours);
      if (Files.exists(part)) {
        try (Stream<Path> all = Files.walk(part)) {
          for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
            Files.delete(path);
          }
        } catch (IOException inUse) {
          throw new UncheckedIOException(inUse);
        }
      }
    }
  }
}
