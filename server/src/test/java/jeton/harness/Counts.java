package jeton.harness;

import jeton.server.numbers.Counting;
import jeton.server.numbers.EmailDays;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Numbers by day, brought up to date. */
public final class Counts {
  private Counts() {}

  /** Counts until nothing is due; a day that took long rests for a moment, and is waited for. */
  public static void settle() {
    TestServer server = TestServer.get();
    Counting counting = server.bean(Counting.class);
    EmailDays days = server.bean(EmailDays.class);
    while (counting.work() || days.work() || isDue(server)) {
      Thread.onSpinWait();
    }
  }

  private static boolean isDue(TestServer server) {
    return server
        .bean(JdbcClient.class)
        .sql("SELECT EXISTS (SELECT 1 FROM email_day_due)")
        .query(Boolean.class)
        .single();
  }
}
