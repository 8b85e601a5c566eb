package jeton.bench;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.SQLTransactionRollbackException;
import java.sql.Statement;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * Sign-ups per second while three hooks are told of each, beside sign-ups without any: the two take
 * turns. What waits to be told goes on being told meanwhile.
 */
final class HookedBench implements Bench.Measurement {
  private static final double BAR = 0.85;
  private static final int PIECES = 4_000;
  private static final int HOOKS = 3;
  // How long other instances may take to hear of a change of settings, and some more.
  private static final long HEARD_MS = 3_000;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    try (CountingReceiver receiver = CountingReceiver.start();
        Connection connection = server.connect();
        Statement sql = connection.createStatement()) {
      for (int i = 0; i < HOOKS; i++) {
        sql.execute(
            "INSERT INTO hook (name, url, kinds, offers, secret, state, version, made_at, removed_at)"
                + " VALUES ('Bench', '"
                + receiver.address()
                + "', 'SIGNED_UP', '', 'whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw', 'ON', 1,"
                + " UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))");
      }
      SignUpBench signUps = new SignUpBench();
      signUps.warmUp(server);
      Rounds rounds = new Rounds();
      for (int turn = 0; turn < Rounds.USUAL; turn++) {
        turn(sql, false);
        double without = signUps.overHttp(server, PIECES).perSecond();
        turn(sql, true);
        rounds.add(signUps.overHttp(server, PIECES).perSecond(), without);
      }
      Map<String, Object> more = new LinkedHashMap<>();
      more.put("hooked_per_s", Math.round(rounds.ours()));
      more.put("without_per_s", Math.round(rounds.floor()));
      more.put("told", receiver.taken());
      return rounds.result(BAR, more);
    }
  }

  private static void turn(Statement sql, boolean on) throws SQLException, InterruptedException {
    again(sql, "UPDATE hook SET removed_at = " + (on ? "NULL" : "UTC_TIMESTAMP(3)"));
    again(sql, "UPDATE configuration SET version = version + 1");
    Thread.sleep(HEARD_MS);
  }

  /** Whoever meets the engine's own work does theirs again, as the server does. */
  private static void again(Statement sql, String statement) throws SQLException {
    for (int rest = 5; ; rest--) {
      try {
        sql.execute(statement);
        return;
      } catch (SQLTransactionRollbackException met) {
        if (rest == 0) {
          throw met;
        }
      }
    }
  }
}
