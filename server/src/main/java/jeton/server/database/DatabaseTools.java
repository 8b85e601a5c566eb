package jeton.server.database;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The database's own tools, and how they reach it: the one that is named (JETON_DB_URL), or the
 * private one of a home, which is started for them where it does not run.
 */
public final class DatabaseTools implements AutoCloseable {
  private static final String SCHEMA = "jeton";
  private final List<String> reach;
  private final String password;
  private final String schema;
  private final Optional<PrivateDatabase> started;

  private DatabaseTools(
      List<String> reach, String password, String schema, Optional<PrivateDatabase> started) {
    this.reach = reach;
    this.password = password;
    this.schema = schema;
    this.started = started;
  }

  /** By the environment, as {@code serve} is configured by it. */
  public static DatabaseTools of(Path home, Map<String, String> environment) {
    String url = environment.getOrDefault("JETON_DB_URL", "");
    if (url.isEmpty()) {
      return ofHome(home);
    }
    return at(
        url,
        environment.getOrDefault("JETON_DB_USER", SCHEMA),
        environment.getOrDefault("JETON_DB_PASSWORD", ""));
  }

  /** Those of a database that runs. */
  public static DatabaseTools at(String url, String user, String password) {
    DatabaseUrl place = DatabaseUrl.of(url);
    return new DatabaseTools(
        List.of(
            "--host=" + place.host(), "--port=" + place.port(), "--protocol=tcp", "--user=" + user),
        password,
        place.schema(),
        Optional.empty());
  }

  private static DatabaseTools ofHome(Path home) {
    Path folder = home.resolve("database");
    Path socket = folder.resolve("data/s");
    if (Files.exists(socket) && isRunning(folder)) {
      return new DatabaseTools(
          List.of("--socket=" + socket.toAbsolutePath(), "--user=root"),
          password(folder),
          SCHEMA,
          Optional.empty());
    }
    PrivateDatabase database = PrivateDatabase.start(folder);
    return new DatabaseTools(
        List.of(
            "--host=127.0.0.1",
            "--port=" + database.port(),
            "--protocol=tcp",
            "--user=" + database.user()),
        database.password(),
        SCHEMA,
        Optional.of(database));
  }

  private static boolean isRunning(Path folder) {
    try {
      long pid = Long.parseLong(Files.readString(folder.resolve("data/mariadbd.pid")).strip());
      return ProcessHandle.of(pid).isPresent();
    } catch (IOException | NumberFormatException none) {
      return false;
    }
  }

  private static String password(Path folder) {
    try {
      return Files.readString(folder.resolve("password")).strip();
    } catch (IOException unreadable) {
      throw new DatabaseTrouble(
          "the password of " + folder + " cannot be read: " + unreadable.getMessage(), unreadable);
    }
  }

  /** One consistent snapshot, while everybody goes on writing; a line for each row. */
  public Process dump() {
    return run(
        List.of(
            "mariadb-dump",
            "--no-defaults",
            "--single-transaction",
            "--quick",
            "--skip-extended-insert",
            "--skip-lock-tables",
            "--skip-add-locks",
            "--skip-dump-date",
            "--order-by-primary",
            "--hex-blob",
            "--default-character-set=utf8mb4",
            "--no-tablespaces"),
        schema);
  }

  /** Takes SQL into an empty schema; all in one transaction, or a million rows take an hour. */
  public void load(Reads sql) {
    Process client =
        run(List.of("mariadb", "--no-defaults", "--default-character-set=utf8mb4"), schema);
    try (OutputStream into = client.getOutputStream()) {
      into.write(
          "SET autocommit=0, unique_checks=0, foreign_key_checks=0;\n"
              .getBytes(StandardCharsets.US_ASCII));
      sql.into(into);
      into.write("COMMIT;\n".getBytes(StandardCharsets.US_ASCII));
    } catch (IOException broken) {
      await(client, "the database did not take the back-up");
      throw new DatabaseTrouble("the database did not take the back-up", broken);
    }
    await(client, "the database did not take the back-up");
  }

  /** Something that writes SQL. */
  public interface Reads {
    void into(OutputStream out) throws IOException;
  }

  /** What a question answers, its cells by tabs. */
  public List<String> ask(String sql) {
    List<String> command =
        new ArrayList<>(List.of("mariadb", "--no-defaults", "--batch", "--skip-column-names"));
    Process client = run(command, schema, "--execute=" + sql);
    try (InputStream said = client.getInputStream()) {
      List<String> lines = new String(said.readAllBytes(), StandardCharsets.UTF_8).lines().toList();
      await(client, "the database does not answer");
      return lines;
    } catch (IOException broken) {
      throw new DatabaseTrouble("the database does not answer", broken);
    }
  }

  private Process run(List<String> tool, String... more) {
    List<String> command = new ArrayList<>(tool);
    command.addAll(reach);
    command.addAll(List.of(more));
    ProcessBuilder builder = new ProcessBuilder(command);
    // Not on the command line, where everybody on this machine could read it.
    builder.environment().put("MYSQL_PWD", password);
    try {
      return builder.start();
    } catch (IOException missing) {
      throw new DatabaseTrouble(
          tool.get(0) + " is missing. Install it: apt-get install mariadb-client", missing);
    }
  }

  /** Waits for a tool; what it says goes along with the trouble. */
  public static void await(Process tool, String trouble) {
    try (InputStream errors = tool.getErrorStream()) {
      String said = new String(errors.readAllBytes(), StandardCharsets.UTF_8).strip();
      if (tool.waitFor() != 0) {
        throw new DatabaseTrouble(trouble + ": " + said, null);
      }
    } catch (IOException gone) {
      throw new DatabaseTrouble(trouble, gone);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new DatabaseTrouble("stopped", stopped);
    }
  }

  @Override
  public void close() {
    started.ifPresent(PrivateDatabase::close);
  }
}
