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
    questions.put("emails", "/api/numbers/emails?days=90");
    questions.put("coupons", "/api/numbers/tables/COUPONS?days=90");
    questions.put("sequences", "/api/numbers/tables/SEQUENCES?days=90");
    questions.put("sites", "/api/numbers/tables/SITES?days=90");
    questions.put("weeks", "/api/numbers/weeks?mark=OPENED");
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
      sql.execute("DELETE FROM track_week");
      sql.execute(
          "INSERT INTO track_week SELECT day - INTERVAL WEEKDAY(day) DAY AS week, offer_id, form_id,"
              + " SUM(signed_up), SUM(confirmed), SUM(handed_over), SUM(used), SUM(followed_up)"
              + " FROM track_day GROUP BY week, offer_id, form_id");
      sql.execute("DELETE FROM form_view_week");
      sql.execute(
          "INSERT INTO form_view_week SELECT day - INTERVAL WEEKDAY(day) DAY AS week, form_id,"
              + " SUM(views) FROM form_view GROUP BY week, form_id");
      fillEmails(sql);
      fillMarks(sql);
      sql.execute("ANALYZE TABLE track_day, form_view, track_week, form_view_week");
      sql.execute("ANALYZE TABLE email_day, email_week, mark_day, mark_week, source_day");
    }
  }

  /** Each offer's confirmation, delivery and three emails of its sequence, each day. */
  private static void fillEmails(Statement sql) throws SQLException {
    sql.execute("DELETE FROM email_day_due");
    sql.execute(
        "INSERT IGNORE INTO email_day (day, kind, source_id, sent, refused, opened, machine_opened,"
            + " clicked, gone) SELECT UTC_DATE() - INTERVAL d.seq DAY, k.kind, k.source_id, "
            + A_DAY
            + ", 0, 6, 1, 3, 0 FROM (SELECT 'CONFIRMATION' AS kind, id AS source_id FROM offer UNION"
            + " ALL SELECT 'DELIVERY', id FROM offer UNION ALL SELECT 'FOLLOW_UP', id * 3 + s.seq"
            + " FROM offer JOIN seq_0_to_2 s) k JOIN seq_0_to_"
            + (DAYS - 1)
            + " d");
    sql.execute("DELETE FROM email_week");
    sql.execute(
        "INSERT INTO email_week (week, kind, source_id, sent, refused, opened, machine_opened,"
            + " clicked, gone) SELECT day - INTERVAL WEEKDAY(day) DAY AS week, kind, source_id,"
            + " SUM(sent), SUM(refused), SUM(opened), SUM(machine_opened), SUM(clicked), SUM(gone)"
            + " FROM email_day GROUP BY week, kind, source_id");
  }

  private static void fillMarks(Statement sql) throws SQLException {
    sql.execute(
        "INSERT IGNORE INTO email_kind_day SELECT day, kind, SUM(sent), SUM(opened) FROM email_day"
            + " GROUP BY day, kind");
    sql.execute(
        "INSERT IGNORE INTO mark_day (day, offer_id, mark, people) SELECT UTC_DATE() - INTERVAL"
            + " d.seq DAY, o.id, m.mark, 5 FROM offer o JOIN (SELECT 'COPIED' AS mark UNION ALL"
            + " SELECT 'CODE_USED') m JOIN seq_0_to_"
            + (DAYS - 1)
            + " d");
    sql.execute(
        "INSERT IGNORE INTO mark_sum SELECT day - INTERVAL WEEKDAY(day) DAY AS week, offer_id, mark,"
            + " SUM(people) FROM mark_day GROUP BY week, offer_id, mark");
    sql.execute(
        "INSERT IGNORE INTO mark_week (week, offer_id, mark, after, people) SELECT DISTINCT w.week,"
            + " o.id, 'OPENED', a.seq, 9 FROM track_week w JOIN (SELECT id FROM offer UNION ALL"
            + " SELECT 0) o ON o.id IN (0, w.offer_id) JOIN seq_0_to_12 a");
    sql.execute(
        "INSERT IGNORE INTO source (id, kind, name) SELECT 1000 + seq, IF(seq MOD 2, 'SITE',"
            + " 'CAMPAIGN'), CONCAT('source-', seq, '.example') FROM seq_0_to_199");
    sql.execute(
        "INSERT IGNORE INTO source_day SELECT UTC_DATE() - INTERVAL d.seq DAY, 1000 + s.seq, 50, 40,"
            + " 40, 30, 30 FROM seq_0_to_199 s JOIN seq_0_to_"
            + (DAYS - 1)
            + " d");
  }
}
