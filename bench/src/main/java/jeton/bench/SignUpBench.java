package jeton.bench;

import java.io.IOException;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import jeton.server.token.Tokens;

/**
 * Sign-ups with confirmation over HTTP by 16 clients with new addresses, against the same rows
 * written by bare JDBC in one transaction each by as many clients. The two take turns, so that a
 * disk that slows down slows both.
 */
final class SignUpBench implements Bench.Measurement {
  private static final int CLIENTS = 16;
  private static final int LEAST_WARM_UP = 8;
  private static final int MOST_WARM_UP = 20;
  private static final int PIECES = 4000;
  private static final double BAR = 0.5;

  private static final String PERSON =
      "INSERT INTO person (email, email_key, first_name, state, state_since, zone, created_at)"
          + " VALUES (?, ?, 'Aoife', 'WAITING_TO_CONFIRM', ?, 'Europe/Dublin', ?)";
  private static final String SIGN_UP =
      "INSERT INTO sign_up (person_id, offer_id, form_id, submission_key, at, decision, page, zone, network,"
          + " consent_wording_id, consent_given) VALUES (?, ?, ?, ?, ?, 'ASK_TO_CONFIRM', '/o/plan', 'Europe/Dublin',"
          + " '127.0.0.0/24', ?, TRUE)";
  private static final String EVENT =
      "INSERT INTO event (at, kind, person_id, offer_id, detail) VALUES (?, 'SIGNED_UP', ?, ?, 'Plan')";
  private static final String OUTBOX =
      "INSERT INTO outbox (message_id, kind, person_id, offer_id, sign_up_id, state, due_at, try_at, created_at)"
          + " VALUES (?, 'CONFIRMATION', ?, ?, ?, 'WAITING', ?, ?, ?)";

  private int used;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    int warmUp = warmUp(server);
    long wordingId = wordingId(server);
    bare(server, wordingId, PIECES);
    Rounds rounds = new Rounds();
    Load.Measured last = null;
    for (int turn = 0; turn < Rounds.USUAL; turn++) {
      double floor = bare(server, wordingId, PIECES).perSecond();
      last = overHttp(server, PIECES);
      rounds.add(last.perSecond(), floor);
    }
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("warm_up", warmUp);
    more.put("http_per_s", Math.round(rounds.ours()));
    more.put("bare_per_s", Math.round(rounds.floor()));
    more.put("p50", last.millis(0.5));
    more.put("p99", last.millis(0.99));
    more.put("heap_used", heapUsed());
    more.put("heap_most", (Runtime.getRuntime().maxMemory() >> 20) + "MB");
    return rounds.result(BAR, more);
  }

  /**
   * A server runs for weeks; on two cores the compiler needs its minute. Goes on until four turns
   * in a row have brought nothing new.
   */
  int warmUp(BenchServer server) throws Exception {
    double best = 0;
    int sinceBest = 0;
    int turn = 0;
    while (turn < MOST_WARM_UP && (turn < LEAST_WARM_UP || sinceBest < 4)) {
      double now = overHttp(server, PIECES).perSecond();
      sinceBest = now > best * 1.02 ? 0 : sinceBest + 1;
      best = Math.max(best, now);
      turn++;
    }
    return turn * PIECES;
  }

  Load.Measured overHttp(BenchServer server, int pieces) throws Exception {
    return overHttp(List.of(server.base), server.form.key(), stamp(server), take(pieces), pieces);
  }

  /** As if the form had been on screen for some seconds: every check is made. */
  static String stamp(BenchServer server) {
    return server
        .bean(Tokens.class)
        .seal(Long.toString(Instant.now().minusSeconds(5).toEpochMilli(), Character.MAX_RADIX));
  }

  /**
   * Sign-ups over HTTP at one instance or several, whose clients are as many.
   *
   * @param first number of the first person, which nobody had before
   */
  static Load.Measured overHttp(
      List<String> bases, String formKey, String stamp, int first, int pieces) throws Exception {
    String path = "/p/forms/" + formKey + "/signups";
    AtomicInteger client = new AtomicInteger();
    return Load.run(
        CLIENTS,
        first,
        pieces,
        () -> {
          Wire wire = new Wire(bases.get(client.getAndIncrement() % bases.size()));
          return number -> post(wire, path, stamp, number);
        });
  }

  private static void post(Wire wire, String path, String stamp, int number) throws IOException {
    String body =
        "{\"stamp\":\"%s\",\"email\":\"p%d@mail.example\",\"first_name\":\"Aoife\",\"zone\":\"Europe/Dublin\",\"consent\":true}"
            .formatted(stamp, number);
    // Limits are per network, so each comes from one of its own.
    String from =
        "X-Forwarded-For: %d.%d.%d.1"
            .formatted(100 + (number >> 16), number >> 8 & 255, number & 255);
    int status = wire.postJson(path, body, from);
    if (status != 200) {
      throw new IllegalStateException("A sign-up answered " + status);
    }
  }

  private Load.Measured bare(BenchServer server, long wordingId, int pieces) throws Exception {
    return Load.run(
        CLIENTS,
        take(pieces),
        pieces,
        () -> {
          Connection connection = server.connect();
          connection.setAutoCommit(false);
          PreparedStatement person =
              connection.prepareStatement(PERSON, Statement.RETURN_GENERATED_KEYS);
          PreparedStatement signUp =
              connection.prepareStatement(SIGN_UP, Statement.RETURN_GENERATED_KEYS);
          PreparedStatement event = connection.prepareStatement(EVENT);
          PreparedStatement outbox = connection.prepareStatement(OUTBOX);
          return number -> {
            Timestamp now = Timestamp.from(Instant.now());
            String email = "p" + number + "@mail.example";
            long personId = insertedId(person, email, email, now, now);
            long signUpId =
                insertedId(
                    signUp, personId, server.offer.id(), server.form.id(), key(), now, wordingId);
            insert(event, now, personId, server.offer.id());
            insert(outbox, key(), personId, server.offer.id(), signUpId, now, now, now);
            connection.commit();
          };
        });
  }

  private int take(int pieces) {
    used += pieces;
    return used - pieces;
  }

  private static String key() {
    return UUID.randomUUID().toString().replace("-", "").substring(0, 27);
  }

  private static void insert(PreparedStatement statement, Object... values) throws SQLException {
    for (int i = 0; i < values.length; i++) {
      statement.setObject(i + 1, values[i]);
    }
    statement.executeUpdate();
  }

  private static long insertedId(PreparedStatement statement, Object... values)
      throws SQLException {
    insert(statement, values);
    try (ResultSet keys = statement.getGeneratedKeys()) {
      keys.next();
      return keys.getLong(1);
    }
  }

  private static long wordingId(BenchServer server) throws Exception {
    try (Connection connection = server.connect();
        ResultSet row =
            connection.createStatement().executeQuery("SELECT MIN(id) FROM consent_wording")) {
      row.next();
      return row.getLong(1);
    }
  }

  private static String heapUsed() {
    System.gc();
    Runtime runtime = Runtime.getRuntime();
    return ((runtime.totalMemory() - runtime.freeMemory()) >> 20) + "MB";
  }
}
