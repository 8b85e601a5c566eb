package jeton.harness;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.SQLTransactionRollbackException;
import java.sql.Statement;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Wait;
import jeton.server.database.PrivateDatabase;
import jeton.server.sequence.SequenceDraft;
import jeton.standins.mailbox.Mailbox;
import jeton.standins.mailbox.MailboxServer;
import jeton.standins.mailbox.Manners;

/**
 * The application in processes of their own, which can be killed and started again, with a database
 * and a mail server that outlive them.
 */
public final class ChildServer implements AutoCloseable {
  private static final int MOST_MEETINGS = 5;
  private static final Duration PATIENCE = Duration.ofSeconds(180);

  /** None where another database was named. */
  public final PrivateDatabase database;

  public final Mailbox mailbox;
  public final Manners manners = new Manners();
  private final Path home;
  private final MailboxServer mailServer;
  private final List<Process> processes = new ArrayList<>();
  private final String user;
  private final String password;
  private String databaseUrl;
  private List<String> javaOptions = List.of();
  private Map<String, String> environment = Map.of();
  private int port;
  private String main = "jeton.server.JetonServer";
  private String classPath = System.getProperty("java.class.path");

  public ChildServer(Path home) throws IOException {
    this(home, PrivateDatabase.start(home.resolve("database")));
  }

  private ChildServer(Path home, PrivateDatabase database) throws IOException {
    this(home, database, database.url("jeton"), database.user(), database.password());
  }

  /** On a database that runs elsewhere. */
  public ChildServer(Path home, String url, String user, String password) throws IOException {
    this(home, null, url, user, password);
  }

  private ChildServer(Path home, PrivateDatabase database, String url, String user, String password)
      throws IOException {
    this.home = home;
    this.database = database;
    this.user = user;
    this.password = password;
    databaseUrl = url;
    mailbox = new Mailbox(home.resolve("mailbox"));
    mailServer =
        MailboxServer.start(
            mailbox, 0, to -> Optional.empty(), new MailboxServer.Conduct(manners, message -> {}));
  }

  /** Has processes started from now on reach the database by another address. */
  public void reachDatabaseBy(String url) {
    databaseUrl = url;
  }

  /** Has processes started from now on begin with another class. */
  public void beginWith(Class<?> itsMain) {
    main = itsMain.getName();
  }

  /** Has processes started from now on listen there; 0 takes a free port. */
  public void listenAt(int itsPort) {
    port = itsPort;
  }

  /** Has processes started from now on run with further options of Java. */
  public void withJava(String... options) {
    javaOptions = List.of(options);
  }

  /** Has processes started from now on find more in their environment. */
  public void withEnvironment(Map<String, String> more) {
    environment = more;
  }

  /** The newest process. */
  public ProcessHandle process() {
    return processes.get(processes.size() - 1).toHandle();
  }

  /** Whether the newest process lives. */
  public boolean isAlive() {
    return processes.get(processes.size() - 1).isAlive();
  }

  /** Has processes started from now on be of another version. */
  public void runsFrom(String otherClassPath) {
    classPath = otherClassPath;
  }

  /** Starts a process; what ran before must have been killed. */
  public void start(String... arguments) throws IOException {
    List<String> command =
        new ArrayList<>(
            List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-cp",
                classPath,
                main,
                "--server.port=" + port,
                "--jeton.trusts-own-machine=true"));
    command.addAll(1, javaOptions);
    command.addAll(List.of(arguments));
    ProcessBuilder builder =
        new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(log().toFile());
    builder
        .environment()
        .putAll(
            Map.of(
                "JETON_HOME",
                home.toString(),
                "JETON_DB_URL",
                databaseUrl,
                "JETON_DB_USER",
                user,
                "JETON_DB_PASSWORD",
                password,
                "JETON_SMTP_URL",
                "smtp://127.0.0.1:" + mailServer.port(),
                "JETON_OWNER_EMAIL",
                TestServer.OWNER,
                "JETON_OWNER_PASSWORD",
                TestServer.PASSWORD));
    builder.environment().putAll(environment);
    processes.add(builder.start());
  }

  /** A visitor of the process, once it is ready. */
  public Http visitor() {
    await(() -> said().contains("Jeton is ready at "));
    return new Http(said().replaceAll("(?s).*Jeton is ready at (\\S+).*", "$1"));
  }

  /** A visitor of one of several processes that run at the same time, counted from 0. */
  public Http visitor(int process) {
    await(() -> said(process).contains("Jeton is ready at "));
    return new Http(said(process).replaceAll("(?s).*Jeton is ready at (\\S+).*", "$1"));
  }

  /** The owner at one of them. */
  public Http owner(int process) {
    return visitor(process).signIn(TestServer.OWNER, TestServer.PASSWORD);
  }

  /** The owner, signed in. */
  public Http owner() {
    return visitor().signIn(TestServer.OWNER, TestServer.PASSWORD);
  }

  /**
   * The sample business, and a live offer of a file.
   *
   * @return its form's key
   */
  public String makeOffer(Http owner) {
    int version = owner.get("/api/business").json().get("version").asInt();
    owner.json(
        "PUT",
        "/api/business",
        Map.of("version", version, "settings", TestServer.quireAndThread()));
    Map<String, String> plan = Map.of("name", "Plan", "kind", "DOWNLOAD");
    String path =
        "/api/offers/" + owner.json("POST", "/api/offers", plan).json().at("/offer/id").asLong();
    owner.upload(path + "/files?name=plan.pdf", SampleOffer.FILE);
    int status = owner.json("PUT", path + "/state", Map.of("state", "LIVE")).status();
    if (status != 200) {
      throw new AssertionError("The offer could not be opened: " + status);
    }
    return owner.get(path + "/forms").json().get(0).get("key").asString();
  }

  /** The follow-up of the only offer. */
  public void follow(Http owner, SequenceDraft.StepDraft... steps) {
    Map<String, Object> save =
        Map.of(
            "version",
            number("SELECT version FROM sequence"),
            "sequence",
            new SequenceDraft("Welcome", List.of(steps)));
    String path = "/api/sequences/" + number("SELECT id FROM sequence");
    int status = owner.json("PUT", path, save).status();
    if (status != 200) {
      throw new AssertionError("The follow-up could not be saved: " + status);
    }
  }

  /** A short email, so long after the one before. */
  public static SequenceDraft.StepDraft letter(int amount, Wait.Unit unit, String subject) {
    EmailContent words = new EmailContent(subject, "", "<p>x</p>", EmailButton.NONE);
    return new SequenceDraft.StepDraft(Optional.empty(), true, amount, unit, words);
  }

  /** Ends the process at once, as a loss of power would (SIGKILL). */
  public void kill() {
    kill(processes.size() - 1);
  }

  /** Ends one of several processes at once, counted from 0. */
  public void kill(int process) {
    try {
      processes.get(process).destroyForcibly().waitFor();
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(stopped);
    }
  }

  /** Ends all processes at once. */
  public void killAll() {
    processes.forEach(Process::destroyForcibly);
    kill();
  }

  /** Runs statements on the database; each again where it met another's, as ours are. */
  public void sql(String... statements) throws SQLException {
    try (Connection connection = connect();
        Statement statement = connection.createStatement()) {
      for (String sql : statements) {
        int rest = MOST_MEETINGS;
        while (!isDone(statement, sql, rest > 0)) {
          rest--;
        }
      }
    }
  }

  private static boolean isDone(Statement statement, String sql, boolean mayBeRepeated)
      throws SQLException {
    try {
      statement.execute(sql);
      return true;
    } catch (SQLTransactionRollbackException met) {
      if (!mayBeRepeated) {
        throw met;
      }
      return false;
    }
  }

  /** One number from the database. */
  public long number(String sql) {
    try (Connection connection = connect();
        ResultSet found = connection.createStatement().executeQuery(sql)) {
      found.next();
      return found.getLong(1);
    } catch (SQLException away) {
      throw new AssertionError(away);
    }
  }

  private Connection connect() throws SQLException {
    // Of several nodes, the one that is asked waits until it has what the others were told.
    String url =
        database == null
            ? databaseUrl + "&sessionVariables=wsrep_sync_wait=7"
            : database.url("jeton");
    return DriverManager.getConnection(url, user, password);
  }

  /** Waits for a condition as long as the process lives. */
  public void await(BooleanSupplier condition) {
    long until = System.nanoTime() + PATIENCE.toNanos();
    while (!condition.getAsBoolean()) {
      boolean died = !processes.get(processes.size() - 1).isAlive();
      if (died || System.nanoTime() > until) {
        throw new AssertionError("The server is gone or too slow. It said: " + said());
      }
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(20));
    }
  }

  /** What the newest process said. */
  public String said() {
    return said(processes.size() - 1);
  }

  private String said(int process) {
    try {
      return Files.readString(home.resolve("server-" + process + ".log"));
    } catch (IOException notYet) {
      return "";
    }
  }

  private Path log() {
    return home.resolve("server-" + processes.size() + ".log");
  }

  @Override
  public void close() {
    try {
      for (Process process : processes) {
        process.destroyForcibly().waitFor();
      }
      mailServer.close();
      if (database != null) {
        database.close();
      }
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(stopped);
    }
  }
}
