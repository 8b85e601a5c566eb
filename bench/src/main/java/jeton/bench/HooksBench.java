package jeton.bench;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;

/**
 * Messages told per second to a receiver on the same machine, signed and eight at a time, beside
 * the same bodies posted to it by the JDK's client, eight at a time.
 */
final class HooksBench implements Bench.Measurement {
  private static final double BAR = 0.4;
  private static final int MESSAGES = 6_000;
  private static final int WARM = 1_500;
  private static final int AT_ONCE = 8;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    try (CountingReceiver receiver = CountingReceiver.start();
        Connection connection = server.connect()) {
      long hook = hook(connection, receiver.address());
      List<String> bodies = bodies();
      post(receiver, bodies.subList(0, WARM));
      double floor = MESSAGES / post(receiver, bodies);
      tell(receiver, connection, hook, bodies.subList(0, WARM));
      double told = MESSAGES / tell(receiver, connection, hook, bodies);
      Map<String, Object> more = new LinkedHashMap<>();
      more.put("told_per_s", Math.round(told));
      more.put("posted_per_s", Math.round(floor));
      return new Bench.Result(told / floor, BAR, more);
    }
  }

  static List<String> bodies() {
    return IntStream.range(0, MESSAGES)
        .mapToObj(
            i ->
                """
                {"type":"person.signed_up","timestamp":"2026-11-26T10:00:00Z","version":1,"data":{"person":{"id":%1$d,\
                "email":"reader%1$d@mail.example","first_name":"Aoife","state":"waiting_to_confirm","tags":[],"lists":[],\
                "fields":{}},"offer":{"id":1,"name":"First-notebook plan","kind":"download"},"detail":""}}"""
                    .formatted(i))
        .toList();
  }

  static long hook(Connection connection, String url) throws SQLException {
    try (Statement sql = connection.createStatement()) {
      sql.execute(
          "INSERT INTO hook (name, url, kinds, offers, secret, state, version, made_at) VALUES"
              + " ('Bench', '"
              + url
              + "', 'SIGNED_UP', '', 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw', 'PAUSED', 1,"
              + " UTC_TIMESTAMP(3))",
          Statement.RETURN_GENERATED_KEYS);
      long id;
      try (ResultSet keys = sql.getGeneratedKeys()) {
        keys.next();
        id = keys.getLong(1);
      }
      sql.execute("UPDATE configuration SET version = version + 1");
      return id;
    }
  }

  /** Seconds the JDK's client takes. */
  private static double post(CountingReceiver receiver, List<String> bodies) throws Exception {
    HttpClient client = HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
    ExecutorService lanes = Executors.newFixedThreadPool(AT_ONCE);
    URI url = URI.create(receiver.address());
    long begun = System.nanoTime();
    List<Callable<Integer>> all =
        bodies.stream()
            .<Callable<Integer>>map(
                body ->
                    () ->
                        client
                            .send(
                                HttpRequest.newBuilder(url)
                                    .header("Content-Type", "application/json")
                                    .POST(HttpRequest.BodyPublishers.ofString(body))
                                    .build(),
                                HttpResponse.BodyHandlers.discarding())
                            .statusCode())
            .toList();
    for (var answer : lanes.invokeAll(all)) {
      if (answer.get() != 200) {
        throw new IllegalStateException("answered " + answer.get());
      }
    }
    double seconds = (System.nanoTime() - begun) / 1e9;
    lanes.shutdown();
    return seconds;
  }

  /** Seconds from turning the hook on until the last of the messages that wait was taken. */
  static double tell(
      CountingReceiver receiver, Connection connection, long hook, List<String> bodies)
      throws Exception {
    try (PreparedStatement add =
        connection.prepareStatement(
            "INSERT INTO hook_message (hook_id, message_id, person_id, kind, at, body, state, due_at)"
                + " VALUES (?, ?, ?, 'SIGNED_UP', UTC_TIMESTAMP(3), ?, 'WAITING', UTC_TIMESTAMP(3))")) {
      for (int i = 0; i < bodies.size(); i++) {
        add.setLong(1, hook);
        add.setString(2, "msg_%023d".formatted(i));
        add.setLong(3, i + 1L);
        add.setString(4, bodies.get(i));
        add.addBatch();
      }
      add.executeBatch();
    }
    try (Statement sql = connection.createStatement()) {
      sql.execute(
          "INSERT INTO hook_queue (hook_id, person_id, waiting) SELECT hook_id, person_id, 1 FROM"
              + " hook_message WHERE state = 'WAITING' AND hook_id = "
              + hook);
      long before = receiver.taken();
      sql.execute("UPDATE hook SET state = 'ON' WHERE id = " + hook);
      receiver.awaitTaken(before + 1);
      long begun = System.nanoTime();
      receiver.awaitTaken(before + bodies.size());
      double seconds = (System.nanoTime() - begun) / 1e9;
      awaitNoted(sql, hook);
      sql.execute("UPDATE hook SET state = 'PAUSED' WHERE id = " + hook);
      return seconds;
    }
  }

  /** What was taken is noted a moment later; whatever comes next would meet those writes. */
  private static void awaitNoted(Statement sql, long hook) throws Exception {
    while (true) {
      try (ResultSet left =
          sql.executeQuery(
              "SELECT COALESCE(SUM(waiting), 0) FROM hook_queue WHERE hook_id = " + hook)) {
        left.next();
        if (left.getLong(1) == 0) {
          return;
        }
      }
      Thread.sleep(20);
    }
  }
}
