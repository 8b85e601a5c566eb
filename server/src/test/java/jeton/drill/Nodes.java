package jeton.drill;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;

/**
 * Three nodes of a replicated database on this machine, each in a network of its own
 * (e2e/galera.sh).
 */
public final class Nodes implements AutoCloseable {
  public static final int MANY = 3;
  public static final String USER = "jeton";
  private static final String NETWORK = "10.77.77.";
  private static final Path SCRIPT =
      Path.of(System.getProperty("jeton.drill.root", ".")).resolve("e2e/galera.sh");

  private final Path folder;

  private Nodes(Path folder) {
    this.folder = folder;
  }

  /** Makes three, which have each other's data. */
  public static Nodes make() throws IOException {
    Path folder = Files.createTempDirectory("jeton-nodes");
    // They run as another user than we do.
    Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
    Nodes nodes = new Nodes(folder);
    nodes.tell("make");
    return nodes;
  }

  /** Tells the script a word, and a node; what it says. */
  String tell(String... words) {
    List<String> command = new ArrayList<>(List.of("bash", SCRIPT.toString(), folder + "/nodes"));
    command.addAll(List.of(words));
    try {
      Process script = new ProcessBuilder(command).redirectErrorStream(true).start();
      String said = new String(script.getInputStream().readAllBytes());
      if (script.waitFor() != 0) {
        throw new IllegalStateException(String.join(" ", words) + ": " + said);
      }
      return said.strip();
    } catch (IOException away) {
      throw new UncheckedIOException(away);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(stopped);
    }
  }

  /**
   * By which an instance reaches them: one first, and whoever reaches it not goes on to the next.
   */
  public static String url(int first) {
    StringBuilder hosts = new StringBuilder();
    for (int i = 0; i < MANY; i++) {
      hosts.append(i == 0 ? "" : ",").append(NETWORK).append((first - 1 + i) % MANY + 1);
    }
    return "jdbc:mariadb:sequential://" + hosts + "/jeton?connectTimeout=2000&socketTimeout=15000";
  }

  /** One number, as a node has it. */
  static long number(int node, String sql) throws SQLException {
    try (Connection connection =
            DriverManager.getConnection("jdbc:mariadb://" + NETWORK + node + "/jeton", USER, USER);
        ResultSet found = connection.createStatement().executeQuery(sql)) {
      found.next();
      return found.getLong(1);
    }
  }

  @Override
  public void close() {
    tell("stop");
  }
}
