package jeton.bench;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * The owner's numbers over a large install: a thousand offers of which every form was met and used
 * each day for two years, ten million sign-ups in all, beside the five million events of {@link
 * SizeBench}. Each question over HTTP, beside the smallest one over the same line.
 */
final class NumbersBench implements Bench.Measurement {
  private static final double MOST_MS = 200;
  private static final int DAYS = 730;
  private static final int A_DAY = 14;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    SizeBench.fill(server);
    fill(server);
    String[] session = SizeBench.session(server);
    Map<String, Object> more = new LinkedHashMap<>();
    double slowest = 0;
    try (Wire wire = new Wire(server.base)) {
      double floor = SizeBench.median(() -> wire.get("/api/session", session));
      more.put("floor_ms", SizeBench.ms(floor));
      for (Map.Entry<String, String> question : questions().entrySet()) {
        double took = SizeBench.median(() -> wire.get(question.getValue(), session));
        slowest = Math.max(slowest, took);
        more.put(question.getKey(), "%sms:%.1fx".formatted(SizeBench.ms(took), took / floor));
      }
    }
    more.put("slowest_ms", SizeBench.ms(slowest));
    return new Bench.Result(MOST_MS / slowest, 1, more);
  }

  private static Map<String, String> questions() {
    Map<String, String> questions = new LinkedHashMap<>();
    questions.put("week", "/api/numbers?days=7");
    questions.put("month", "/api/numbers?days=28");
    questions.put("quarter", "/api/numbers?days=90");
    questions.put("quarter_a_year_ago", "/api/numbers?days=90&against=YEAR_BEFORE");
    questions.put("worth_trying", "/api/numbers/worth-trying");
    return questions;
  }

  private static void fill(BenchServer server) throws SQLException {
    try (Connection connection = server.connect();
        Statement sql = connection.createStatement()) {
      sql.execute("DELETE FROM track_due");
      sql.execute(
          "INSERT IGNORE INTO track_day (day, offer_id, form_id, signed_up, confirmed, handed_over,"
              + " used, followed_up) SELECT UTC_DATE() - INTERVAL d.seq DAY, f.offer_id, f.id, "
              + A_DAY
              + ", 12, 12, 8 + f.id MOD 4, 10 FROM form f JOIN seq_0_to_"
              + (DAYS - 1)
              + " d");
      sql.execute(
          "INSERT IGNORE INTO form_view (form_id, day, views) SELECT f.id, UTC_DATE() - INTERVAL"
              + " d.seq DAY, 100 FROM form f JOIN seq_0_to_"
              + (DAYS - 1)
              + " d");
      sql.execute("ANALYZE TABLE track_day, form_view");
    }
  }
}
