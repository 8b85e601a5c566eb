package jeton.server.database;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Duration;
import java.util.HexFormat;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import jeton.server.disk.Durable;
import org.springframework.util.FileSystemUtils;

/**
 * A MariaDB of our own: a folder, a free port on loopback, a secret password. Used by demo, serve
 * and tests alike. Commits are durable; text is utf8mb4; SQL is strict. One that ends by itself,
 * for want of memory or room on its disk, is started again on the same port.
 */
public final class PrivateDatabase implements AutoCloseable {
  private static final long LEAST_FREE_BYTES = 500L << 20;
  private static final int PATIENCE_SECONDS = 60;

  private final Path folder;
  private final int port;
  private final String password;
  private final KeptRunning server;
  private final RandomAccessFile lockFile;

  private PrivateDatabase(
      Path folder, int port, String password, KeptRunning server, RandomAccessFile lockFile) {
    this.folder = folder;
    this.port = port;
    this.password = password;
    this.server = server;
    this.lockFile = lockFile;
  }

  /**
   * Makes the database when the folder has none, starts it and waits until it answers.
   *
   * @throws DatabaseTrouble with one line for the person at the keyboard
   */
  public static PrivateDatabase start(Path folder) {
    try {
      Files.createDirectories(folder);
      requireRoom(folder);
      RandomAccessFile lock = lock(folder);
      stopLeftOver(folder);
      String password = password(folder);
      if (!Files.isDirectory(folder.resolve("data/mysql"))) {
        install(folder);
      }
      int port = freePort();
      KeptRunning server = new KeptRunning("The database", () -> launch(folder, port, password));
      PrivateDatabase database = new PrivateDatabase(folder, port, password, server, lock);
      database.awaitAnswer();
      server.watch();
      return database;
    } catch (IOException trouble) {
      throw new DatabaseTrouble(
          "the database folder " + folder + " cannot be used: " + trouble.getMessage(), trouble);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new DatabaseTrouble("interrupted while the database was starting", stopped);
    }
  }

  /** JDBC address of a schema, which is made when missing. */
  public String url(String schema) {
    return url(schema, port);
  }

  /** JDBC address of a schema by way of another port. */
  public String url(String schema, int by) {
    return "jdbc:mariadb://127.0.0.1:"
        + by
        + "/"
        + schema
        + "?createDatabaseIfNotExist=true&useServerPrepStmts=true&cachePrepStmts=true&useBulkStmts=true&tcpKeepAlive=true";
  }

  /** Where it listens on loopback. */
  public int port() {
    return port;
  }

  public String user() {
    return "jeton";
  }

  public String password() {
    return password;
  }

  /** Stops the server and waits until its files are closed. */
  @Override
  public void close() {
    try {
      server.close(Duration.ofSeconds(PATIENCE_SECONDS));
      lockFile.close();
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    } catch (IOException alreadyClosed) {
      // Nothing is held any more, which is what closing is for.
    }
  }

  private static void requireRoom(Path folder) {
    // By the folder rather than its mount, which is not always to be seen.
    long free = folder.toFile().getUsableSpace();
    if (free < LEAST_FREE_BYTES) {
      throw new DatabaseTrouble(
          "only "
              + (free >> 20)
              + " MB are free under "
              + folder
              + "; the database needs 500 MB. Make room, or choose another --home.",
          null);
    }
  }

  private static RandomAccessFile lock(Path folder) throws IOException {
    RandomAccessFile file = new RandomAccessFile(folder.resolve("lock").toFile(), "rw");
    try {
      FileLock lock = file.getChannel().tryLock();
      if (lock != null) {
        return file;
      }
    } catch (OverlappingFileLockException heldByThisProcess) {
      // Told below, as when another process holds it.
    }
    file.close();
    throw new DatabaseTrouble(
        "another Jeton already runs on " + folder + ". Stop it, or choose another --home.", null);
  }

  /** A killed Jeton leaves its database running: it still holds the files we need. */
  private static void stopLeftOver(Path folder) throws IOException, InterruptedException {
    Path pidFile = folder.resolve("data/mariadbd.pid");
    String pid = Files.exists(pidFile) ? Files.readString(pidFile).strip() : "";
    // It is empty where the power was lost soon after it was written: then nothing runs, either.
    if (!pid.matches("\\d{1,18}")) {
      return;
    }
    ProcessHandle leftOver =
        ProcessHandle.of(Long.parseLong(pid)).filter(p -> isOurs(p, folder)).orElse(null);
    if (leftOver != null) {
      leftOver.destroy();
      leftOver
          .onExit()
          .orTimeout(PATIENCE_SECONDS, TimeUnit.SECONDS)
          .exceptionally(late -> leftOver)
          .join();
    }
  }

  private static boolean isOurs(ProcessHandle process, Path folder) {
    String data = "--datadir=" + folder.resolve("data").toAbsolutePath();
    return process.info().arguments().map(List::of).orElse(List.of()).contains(data);
  }

  private static String password(Path folder) throws IOException {
    Path file = folder.resolve("password");
    if (!Files.exists(file) || Files.size(file) == 0) {
      byte[] random = new byte[20];
      new SecureRandom().nextBytes(random);
      Files.deleteIfExists(file);
      Files.createFile(
          file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
      Durable.write(file, HexFormat.of().formatHex(random));
    }
    return Files.readString(file).strip();
  }

  /** Making it has been seen to crash once in a thousand times: it is begun anew, once. */
  private static void install(Path folder) throws IOException, InterruptedException {
    if (installed(folder)) {
      return;
    }
    FileSystemUtils.deleteRecursively(folder.resolve("data"));
    if (!installed(folder)) {
      throw new DatabaseTrouble("the database could not be made: " + lastLine(folder), null);
    }
  }

  private static boolean installed(Path folder) throws IOException, InterruptedException {
    Process install =
        process(
            folder,
            "mariadb-install-db",
            "--no-defaults",
            "--user=" + System.getProperty("user.name"),
            "--datadir=" + folder.resolve("data").toAbsolutePath(),
            "--auth-root-authentication-method=normal",
            "--skip-test-db",
            // A machine that cannot look up its own name has a database all the same.
            "--force");
    return install.waitFor() == 0;
  }

  private static Process launch(Path folder, int port, String password) throws IOException {
    Path setUp = folder.resolve("set-up.sql");
    Files.deleteIfExists(setUp);
    Files.createFile(
        setUp, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
    Files.writeString(
        setUp,
        """
        ALTER USER IF EXISTS root@localhost IDENTIFIED BY '%1$s';
        CREATE OR REPLACE USER jeton@'127.0.0.1' IDENTIFIED BY '%1$s';
        GRANT ALL ON *.* TO jeton@'127.0.0.1';
        """
            .formatted(password));
    return process(
        folder,
        mariadbd(),
        "--no-defaults",
        "--user=" + System.getProperty("user.name"),
        "--datadir=" + folder.resolve("data").toAbsolutePath(),
        "--socket=" + folder.resolve("data/s").toAbsolutePath(),
        "--pid-file=" + folder.resolve("data/mariadbd.pid").toAbsolutePath(),
        // Of its own: a server that starts clears what others have in a folder they share.
        "--tmpdir=" + Files.createDirectories(folder.resolve("tmp")).toAbsolutePath(),
        "--init-file=" + setUp.toAbsolutePath(),
        "--port=" + port,
        "--bind-address=127.0.0.1",
        "--skip-name-resolve",
        "--character-set-server=utf8mb4",
        "--collation-server=utf8mb4_unicode_520_ci",
        "--default-time-zone=+00:00",
        "--sql-mode=STRICT_TRANS_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION",
        "--innodb-flush-log-at-trx-commit=1",
        "--innodb-buffer-pool-size=512M",
        "--innodb-log-file-size=256M",
        "--transaction-isolation=READ-COMMITTED",
        "--max-connections=200");
  }

  private static String mariadbd() {
    return Stream.of("/usr/sbin/mariadbd", "/usr/libexec/mariadbd")
        .filter(path -> Files.isExecutable(Path.of(path)))
        .findFirst()
        .orElse("mariadbd");
  }

  private static Process process(Path folder, String... command) throws IOException {
    try {
      return new ProcessBuilder(command)
          .redirectErrorStream(true)
          .redirectOutput(ProcessBuilder.Redirect.appendTo(folder.resolve("mariadb.log").toFile()))
          .start();
    } catch (IOException missing) {
      throw new DatabaseTrouble(
          command[0]
              + " is missing. Install it: apt-get install mariadb-server-core mariadb-client-core",
          missing);
    }
  }

  private void awaitAnswer() throws IOException, InterruptedException {
    long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(PATIENCE_SECONDS);
    while (server.isAlive() && System.nanoTime() < until) {
      try (Connection answered = DriverManager.getConnection(url("jeton"), user(), password)) {
        return;
      } catch (SQLException notYet) {
        Thread.sleep(50);
      }
    }
    close();
    throw new DatabaseTrouble("the database does not come up: " + lastLine(folder), null);
  }

  private static String lastLine(Path folder) throws IOException {
    List<String> lines = Files.readAllLines(folder.resolve("mariadb.log"));
    String telling =
        lines.stream()
            .filter(line -> line.contains("[ERROR]"))
            .reduce((a, b) -> b)
            .orElse("no reason given");
    return telling + " (whole log: " + folder.resolve("mariadb.log") + ")";
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
      return socket.getLocalPort();
    }
  }
}
