package jeton.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.Statement;
import java.util.LinkedHashMap;
import java.util.Map;
import jeton.server.followup.RunMover;

/**
 * Moving 5,000 due runs on with 1,000,000 waiting, against the same with 10,000 waiting on a server
 * of its own. The two take turns.
 */
final class DueBench implements Bench.Measurement {
  private static final int DUE = 5_000;
  private static final int FEW = 10_000;
  private static final int MANY = 1_000_000;
  private static final int BATCH = 200;
  private static final int WARM_UP = 2;
  private static final double BAR = 0.8;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    Path home = Files.createTempDirectory("jeton-bench-few");
    try (BenchServer other = BenchServer.start(home)) {
      Crowd many = new Crowd(server);
      Crowd few = new Crowd(other);
      many.wait(MANY);
      few.wait(FEW);
      for (int turn = 0; turn < WARM_UP; turn++) {
        few.moveOn();
        many.moveOn();
      }
      Rounds rounds = new Rounds();
      for (int turn = 0; turn < Rounds.USUAL; turn++) {
        double floor = few.moveOn();
        rounds.add(many.moveOn(), floor);
      }
      Map<String, Object> more = new LinkedHashMap<>();
      more.put("moved_per_s_few", Math.round(rounds.floor()));
      more.put("moved_per_s_many", Math.round(rounds.ours()));
      more.put("waiting", MANY);
      return rounds.result(BAR, more);
    } finally {
      Bench.remove(home);
    }
  }

  /** People of a server, each of whom is on the way once. */
  private static final class Crowd {
    private static final int PIECE = 100_000;

    private final BenchServer server;
    private int used;

    Crowd(BenchServer server) {
      this.server = server;
    }

    void wait(int runs) throws Exception {
      for (int left = runs; left > 0; left -= PIECE) {
        begin("UTC_TIMESTAMP(3) + INTERVAL 10 DAY + INTERVAL p.id SECOND", Math.min(left, PIECE));
      }
    }

    /** Runs a second. */
    double moveOn() throws Exception {
      begin("UTC_TIMESTAMP(3) - INTERVAL 1 MINUTE", DUE);
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

    /** Runs that began two days ago: the first step, a day later, is what they wait for. */
    private void begin(String dueAt, int runs) throws Exception {
      String people =
          """
          INSERT INTO person (email, email_key, first_name, state, state_since, created_at)
          SELECT CONCAT('due', %1$d + seq, '@mail.example'), CONCAT('due', %1$d + seq, '@mail.example'), '',
                 'ON_THE_LIST', UTC_TIMESTAMP(3), UTC_TIMESTAMP(3)
            FROM seq_1_to_%2$d
          """
              .formatted(used, runs);
      String going =
          """
          INSERT INTO run (sequence_id, person_id, offer_id, started_at, anchor_at, next_step_id, next_due_at)
          SELECT s.sequence_id, p.id, o.offer_id, UTC_TIMESTAMP(3) - INTERVAL 2 DAY,
                 UTC_TIMESTAMP(3) - INTERVAL 2 DAY, s.id, %s
            FROM seq_1_to_%d q
            JOIN person p ON p.email_key = CONCAT('due', %d + q.seq, '@mail.example')
            JOIN (SELECT id, sequence_id FROM step ORDER BY id LIMIT 1) s
            JOIN (SELECT id, offer_id FROM sequence) o ON o.id = s.sequence_id
          """
              .formatted(dueAt, runs, used);
      used += runs;
      try (Connection connection = server.connect();
          Statement statement = connection.createStatement()) {
        statement.executeUpdate(people);
        statement.executeUpdate(going);
        statement.executeQuery("ANALYZE TABLE run").close();
      }
    }
  }
}
