package jeton.bench;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.LinkedHashMap;
import java.util.Map;
import jeton.server.followup.RunMover;

/** Moving 5,000 due runs on with 1,000,000 waiting, against the same with 10,000 waiting. */
final class DueBench implements Bench.Measurement {
  private static final int DUE = 5_000;
  private static final int FEW = 10_000;
  private static final int MANY = 1_000_000;
  private static final int BATCH = 200;
  private static final int TURNS = 3;
  private static final double BAR = 0.8;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    people(server);
    waiting(server, FEW);
    best(server);
    double few = best(server);
    waiting(server, MANY - FEW);
    double many = best(server);
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("moved_per_s_few", Math.round(few));
    more.put("moved_per_s_many", Math.round(many));
    more.put("waiting", MANY);
    return new Bench.Result(many / few, BAR, more);
  }

  private double best(BenchServer server) throws Exception {
    double best = 0;
    for (int turn = 0; turn < TURNS; turn++) {
      best = Math.max(best, moveOn(server));
    }
    return best;
  }

  private double moveOn(BenchServer server) throws Exception {
    update(server, insertRuns("UTC_TIMESTAMP(3) - INTERVAL 1 MINUTE", DUE));
    RunMover runs = server.bean(RunMover.class);
    long began = System.nanoTime();
    int moved = 0;
    for (int n = runs.moveDue(BATCH); n > 0; n = runs.moveDue(BATCH)) {
      moved += n;
    }
    double seconds = (System.nanoTime() - began) / 1e9;
    if (moved != DUE) {
      throw new IllegalStateException(moved + " runs were moved on, " + DUE + " were due");
    }
    return moved / seconds;
  }

  private static void people(BenchServer server) throws Exception {
    update(
        server,
        """
        INSERT INTO person (email, email_key, first_name, state, state_since, created_at)
        SELECT CONCAT('due', seq, '@mail.example'), CONCAT('due', seq, '@mail.example'), '', 'ON_THE_LIST',
               UTC_TIMESTAMP(3), UTC_TIMESTAMP(3)
          FROM seq_1_to_%d
        """
            .formatted(DUE));
  }

  private static void waiting(BenchServer server, int runs) throws Exception {
    int left = runs;
    while (left > 0) {
      int some = Math.min(left, 100_000);
      update(
          server, insertRuns("UTC_TIMESTAMP(3) + INTERVAL 10 DAY + INTERVAL q.seq SECOND", some));
      left -= some;
    }
  }

  /** Runs that began two days ago: the first step, a day later, is what they wait for. */
  private static String insertRuns(String dueAt, int runs) {
    return """
        INSERT INTO run (sequence_id, person_id, offer_id, started_at, anchor_at, next_step_id, next_due_at)
        SELECT s.sequence_id, p.first + MOD(q.seq, %d), o.offer_id, UTC_TIMESTAMP(3) - INTERVAL 2 DAY,
               UTC_TIMESTAMP(3) - INTERVAL 2 DAY, s.id, %s
          FROM seq_1_to_%d q
          JOIN (SELECT id, sequence_id FROM step ORDER BY id LIMIT 1) s
          JOIN (SELECT id AS first FROM person WHERE email_key = 'due1@mail.example') p
          JOIN (SELECT id, offer_id FROM sequence) o ON o.id = s.sequence_id
        """
        .formatted(DUE, dueAt, runs);
  }

  private static void update(BenchServer server, String sql) throws Exception {
    try (Connection connection = server.connect();
        Statement statement = connection.createStatement()) {
      statement.executeUpdate(sql);
      try (ResultSet analysed = statement.executeQuery("ANALYZE TABLE run")) {
        analysed.next();
      }
    }
  }
}
