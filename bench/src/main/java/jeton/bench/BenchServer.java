package jeton.bench;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Wait;
import jeton.core.form.FieldDefinition;
import jeton.core.form.FieldType;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.core.signup.VisitorChecks;
import jeton.server.JetonServer;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.business.SendingSettings;
import jeton.server.business.VisitorPages;
import jeton.server.database.PrivateDatabase;
import jeton.server.editing.SequenceEdits;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferFiles;
import jeton.server.offer.Offers;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * The real server on a real database, with one live offer. Emails stay in the outbox unless asked
 * for.
 */
final class BenchServer implements AutoCloseable {
  final ConfigurableApplicationContext context;
  final String base;
  final Offer offer;
  final Form form;
  private final Reached database;
  private final Runnable stop;

  private BenchServer(Reached database, Runnable stop, ConfigurableApplicationContext context) {
    this.database = database;
    this.stop = stop;
    this.context = context;
    this.base = "http://127.0.0.1:" + context.getEnvironment().getProperty("local.server.port");
    this.offer = makeOffer();
    this.form = bean(Forms.class).hosted(offer.id());
  }

  /** How a database is reached. */
  record Reached(String url, String user, String password) {}

  static BenchServer start(Path home) {
    PrivateDatabase database = PrivateDatabase.start(home.resolve("database"));
    return start(
        home,
        new Reached(database.url("jeton"), database.user(), database.password()),
        database::close);
  }

  /** One on a database that runs elsewhere. */
  static BenchServer start(Path home, Reached database) {
    return start(home, database, () -> {});
  }

  private static BenchServer start(Path home, Reached database, Runnable stop) {
    SpringApplication spring = new SpringApplication(JetonServer.class);
    spring.setLogStartupInfo(false);
    spring.setBannerMode(org.springframework.boot.Banner.Mode.OFF);
    ConfigurableApplicationContext context =
        spring.run(
            "--server.port=0",
            "--jeton.home=" + home,
            "--jeton.mail.workers=0",
            "--jeton.trusts-own-machine=true",
            "--jeton.proxies=127.0.0.1/32",
            "--jeton.private-networks=true",
            "--jeton.followup.engine=false",
            "--spring.datasource.url=" + database.url(),
            "--spring.datasource.username=" + database.user(),
            "--spring.datasource.password=" + database.password());
    return new BenchServer(database, stop, context);
  }

  <T> T bean(Class<T> type) {
    return context.getBean(type);
  }

  /** A connection of its own, past the server's pool. */
  Connection connect() throws SQLException {
    return DriverManager.getConnection(database.url(), database.user(), database.password());
  }

  /** The same for statements that read a file of this machine. */
  Connection connectForFiles() throws SQLException {
    String url = database.url();
    return DriverManager.getConnection(
        url + (url.contains("?") ? "&" : "?") + "allowLocalInfile=true",
        database.user(),
        database.password());
  }

  @Override
  public void close() {
    context.close();
    stop.run();
  }

  private Offer makeOffer() {
    bean(Business.class)
        .save(
            0,
            new BusinessSettings(
                "Quire & Thread",
                "4 Gable Yard",
                "Quire & Thread",
                "hello@quireandthread.example",
                "",
                "Europe/Dublin",
                List.of("#16423C"),
                "",
                Map.of(),
                List.of(
                    new FieldDefinition(
                        "paper", FieldType.SHORT_TEXT, "Favourite paper", List.of())),
                VisitorChecks.USUAL,
                SendingSettings.USUAL,
                VisitorPages.USUAL));
    Offers offers = bean(Offers.class);
    long id = offers.make("Plan", OfferKind.DOWNLOAD).id();
    bean(OfferFiles.class)
        .addFile(
            id, "plan.txt", new ByteArrayInputStream("a plan".getBytes(StandardCharsets.UTF_8)));
    EmailContent email = new EmailContent("Later", "", "<p>Hello</p>", EmailButton.NONE);
    SequenceDraft.StepDraft step =
        new SequenceDraft.StepDraft(Optional.empty(), true, 1, Wait.Unit.DAYS, email);
    bean(SequenceEdits.class)
        .save(
            bean(Sequences.class).ofOffer(id).id(),
            1,
            new SequenceDraft("Welcome", List.of(step, step)));
    return offers.changeState(id, OfferState.LIVE);
  }
}
