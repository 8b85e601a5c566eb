package jeton.bench;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Messages told per second to a receiver while a million wait for another that is dead, beside the
 * same without those.
 */
final class HookWaitBench implements Bench.Measurement {
  private static final double BAR = 0.8;
  private static final int WAITING = 1_000_000;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    try (CountingReceiver receiver = CountingReceiver.start();
        Connection connection = server.connect()) {
      long hook = HooksBench.hook(connection, receiver.address());
      List<String> bodies = HooksBench.bodies();
      HooksBench.tell(receiver, connection, hook, bodies);
      double alone = bodies.size() / HooksBench.tell(receiver, connection, hook, bodies);
      long dead = HooksBench.hook(connection, "http://127.0.0.1:9/told");
      wait(connection, dead);
      double beside = bodies.size() / HooksBench.tell(receiver, connection, hook, bodies);
      Map<String, Object> more = new LinkedHashMap<>();
      more.put("alone_per_s", Math.round(alone));
      more.put("beside_per_s", Math.round(beside));
      return new Bench.Result(beside / alone, BAR, more);
    }
  }

  /** All are due, each the first of its person: the most there can be to look through. */
  private static void wait(Connection connection, long dead) throws SQLException {
    try (Statement sql = connection.createStatement()) {
      sql.execute(
          "INSERT INTO hook_message (hook_id, message_id, person_id, kind, at, body, state, due_at)"
              + " SELECT "
              + dead
              + ", LPAD(seq, 27, '0'), seq, 'SIGNED_UP', UTC_TIMESTAMP(3), '{}', 'WAITING',"
              + " UTC_TIMESTAMP(3) FROM seq_1_to_"
              + WAITING);
      sql.execute(
          "INSERT INTO hook_queue (hook_id, person_id, waiting) SELECT hook_id, person_id, 1 FROM"
              + " hook_message WHERE hook_id = "
              + dead);
      sql.execute("UPDATE hook SET state = 'ON' WHERE id = " + dead);
    }
  }
}
