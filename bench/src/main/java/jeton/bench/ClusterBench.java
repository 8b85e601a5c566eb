package jeton.bench;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.server.business.Business;
import jeton.server.business.SmtpSettings;

/**
 * {@code ./jeton bench cluster}: sign-ups and sent emails a second over one and two instances on
 * one and three nodes of a replicated database, beside each other. No bar: all of it shares this
 * machine, so that it tells what replication costs and not what more machines bring.
 */
public final class ClusterBench {
  private static final String NETWORK = "10.77.77.";
  private static final Path SCRIPT = Path.of("e2e/galera.sh");
  private static final String USER = "jeton";
  private static final int WARM_UP = 6_000;
  private static final int PIECES = 2_000;
  private static final int ROUNDS = 3;
  private static final int CONNECTIONS = 4;

  private final Path folder;
  private final List<Process> running = new ArrayList<>();
  private String formKey;
  private String stamp;
  private int used;

  private ClusterBench(Path folder) {
    this.folder = folder;
  }

  public static void main(String[] args) throws Exception {
    Path folder = Files.createTempDirectory("jeton-bench");
    // Nodes run as another user than we do.
    Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
    ClusterBench bench = new ClusterBench(folder);
    PostfixTools postfix =
        PostfixTools.unpack(Path.of(System.getProperty("jeton.bench.cache", "/tmp")));
    int port = freePort();
    Process sink = postfix.sink(port);
    try {
      bench.run(port);
    } finally {
      bench.stop();
      bench.nodes("stop");
      sink.destroy();
      Bench.remove(folder);
    }
    System.exit(0);
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }

  private void run(int mailPort) throws Exception {
    nodes("make", "1");
    try (BenchServer server =
        BenchServer.start(folder.resolve("home"), new BenchServer.Reached(url(1), USER, USER))) {
      server
          .bean(Business.class)
          .saveSmtp(new SmtpSettings("127.0.0.1", mailPort, SmtpSettings.Security.NONE, "", ""));
      formKey = server.form.key();
      stamp = SignUpBench.stamp(server);
    }
    double[] first = null;
    for (int nodes : List.of(1, 3)) {
      if (nodes == 3) {
        nodes("join", "2");
        nodes("join", "3");
      }
      for (int instances : List.of(1, 2)) {
        double[] now = {signUps(instances, nodes), emails(instances, nodes)};
        first = first == null ? now : first;
        System.out.printf(
            "bench cluster nodes=%d instances=%d sign_ups_per_s=%.0f emails_per_s=%.0f ratios=%.2f,%.2f%n",
            nodes, instances, now[0], now[1], now[0] / first[0], now[1] / first[1]);
      }
    }
  }

  private double signUps(int instances, int nodes) throws Exception {
    List<String> bases = start(instances, nodes, 0);
    signUps(bases, WARM_UP);
    List<Double> rounds = new ArrayList<>();
    for (int round = 0; round < ROUNDS; round++) {
      rounds.add(signUps(bases, PIECES));
    }
    stop();
    return Rounds.median(rounds);
  }

  private double signUps(List<String> bases, int pieces) throws Exception {
    used += pieces;
    return SignUpBench.overHttp(bases, formKey, stamp, used - pieces, pieces).perSecond();
  }

  /** All that sign-ups left waiting, from when it is due at once until the last is sent. */
  private double emails(int instances, int nodes) throws Exception {
    update("UPDATE outbox SET try_at = UTC_TIMESTAMP(3) + INTERVAL 1 DAY WHERE try_at IS NOT NULL");
    start(instances, nodes, CONNECTIONS / instances);
    double waiting = number("SELECT COUNT(*) FROM outbox WHERE try_at IS NOT NULL");
    update("UPDATE outbox SET try_at = UTC_TIMESTAMP(3) WHERE try_at IS NOT NULL");
    long began = System.nanoTime();
    while (number("SELECT COUNT(*) FROM outbox WHERE try_at IS NOT NULL") > 0) {
      TimeUnit.MILLISECONDS.sleep(100);
    }
    double seconds = (System.nanoTime() - began) / 1e9;
    stop();
    return waiting / seconds;
  }

  private static String url(int first, int... others) {
    StringBuilder hosts = new StringBuilder(NETWORK + first);
    for (int other : others) {
      hosts.append(",").append(NETWORK).append(other);
    }
    return "jdbc:mariadb:sequential://" + hosts + "/jeton?connectTimeout=2000&socketTimeout=15000";
  }

  /** Instances, each with another node first; where they are reached. */
  private List<String> start(int instances, int nodes, int workers) throws Exception {
    List<String> bases = new ArrayList<>();
    for (int i = 0; i < instances; i++) {
      Path said = folder.resolve("instance-" + i + ".log");
      ProcessBuilder builder =
          new ProcessBuilder(
                  Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                  "-Xmx512m",
                  "-XX:+UseSerialGC",
                  "-Duser.timezone=UTC",
                  "-cp",
                  System.getProperty("java.class.path"),
                  "jeton.server.JetonServer",
                  "--server.port=0",
                  "--jeton.mail.workers=" + workers,
                  "--jeton.trusts-own-machine=true",
                  "--jeton.proxies=127.0.0.1/32")
              .redirectErrorStream(true)
              .redirectOutput(said.toFile());
      builder
          .environment()
          .putAll(
              Map.of(
                  "JETON_HOME",
                  folder.resolve("home").toString(),
                  "JETON_DB_URL",
                  nodes == 1 ? url(1) : url(i % 3 + 1, (i + 1) % 3 + 1),
                  "JETON_DB_USER",
                  USER,
                  "JETON_DB_PASSWORD",
                  USER));
      Process process = builder.start();
      running.add(process);
      bases.add(ready(process, said));
    }
    return bases;
  }

  private static String ready(Process process, Path said) throws Exception {
    Pattern ready = Pattern.compile("Jeton is ready at (\\S+)");
    while (process.isAlive()) {
      Matcher found = ready.matcher(Files.readString(said));
      if (found.find()) {
        return found.group(1);
      }
      TimeUnit.MILLISECONDS.sleep(100);
    }
    throw new IllegalStateException("An instance ended: " + Files.readString(said));
  }

  private void stop() throws InterruptedException {
    for (Process process : running) {
      process.destroy();
      process.waitFor();
    }
    running.clear();
  }

  private static void update(String sql) throws SQLException {
    try (Connection connection = DriverManager.getConnection(url(1), USER, USER);
        Statement statement = connection.createStatement()) {
      statement.execute(sql);
    }
  }

  private static double number(String sql) throws SQLException {
    try (Connection connection = DriverManager.getConnection(url(1), USER, USER);
        ResultSet found = connection.createStatement().executeQuery(sql)) {
      found.next();
      return found.getLong(1);
    }
  }

  private void nodes(String... words) throws IOException, InterruptedException {
    List<String> command =
        new ArrayList<>(List.of("bash", SCRIPT.toString(), folder.resolve("nodes").toString()));
    command.addAll(List.of(words));
    Process script =
        new ProcessBuilder(command)
            .redirectErrorStream(true)
            .redirectOutput(folder.resolve("nodes.log").toFile())
            .start();
    if (script.waitFor() != 0) {
      throw new IllegalStateException(
          String.join(" ", words) + ": " + Files.readString(folder.resolve("nodes.log")));
    }
  }
}
