package jeton.bench;

import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.Statement;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.server.mailing.GoingOut;
import jeton.server.mailing.Issues;
import jeton.server.mailing.Mailing;
import jeton.server.mailing.Mailings;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * An email to 100,000 people put into the outbox, against INSERT … SELECT of the same rows in one
 * statement. Meanwhile people sign up: how long the slowest waits until their confirmation is due.
 */
final class ManyBench implements Bench.Measurement {
  private static final double BAR = 0.3;
  private static final int PEOPLE = 100_000;
  private static final double MOST_MS = 1000;
  private BenchServer server;

  @Override
  public Bench.Result run(BenchServer on) throws Exception {
    server = on;
    fill();
    mailing();
    Rounds rounds = new Rounds();
    long longest = 0;
    long signUps = 0;
    for (int round = 0; round < Rounds.USUAL; round++) {
      double floor = bare(round);
      Visitors visitors = new Visitors(round);
      Thread street = new Thread(visitors);
      street.start();
      double ours = mailing();
      visitors.goesOn.set(false);
      street.join();
      longest = Math.max(longest, visitors.longestNanos.get());
      signUps += visitors.signUps.get();
      rounds.add(PEOPLE / ours, PEOPLE / floor);
    }
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("rows_per_s", Math.round(rounds.ours()));
    more.put("bare_per_s", Math.round(rounds.floor()));
    more.put("people", PEOPLE);
    more.put("sign_ups_meanwhile", signUps);
    more.put("slowest_sign_up_ms", Math.round(longest / 1e6));
    return longest / 1e6 <= MOST_MS ? rounds.result(BAR, more) : new Bench.Result(0, BAR, more);
  }

  private void fill() throws Exception {
    try (Connection connection = server.connect();
        Statement sql = connection.createStatement()) {
      sql.execute(
          """
          INSERT INTO person (email, email_key, first_name, state, state_since, listed_since, created_at)
          SELECT CONCAT('y', seq, '@mail.example'), CONCAT('y', seq, '@mail.example'), 'Ada', 'ON_THE_LIST',
                 UTC_TIMESTAMP(3), UTC_TIMESTAMP(3), UTC_TIMESTAMP(3)
            FROM seq_1_to_%d
          """
              .formatted(PEOPLE));
      sql.execute(
          "INSERT INTO mailing_list (id, name, sentence, list_key, created_at) VALUES (77, 'Many', 'x', 'many', UTC_TIMESTAMP(3))");
      sql.execute(
          "INSERT INTO list_member (list_id, person_id, since) SELECT 77, id, created_at FROM person WHERE email LIKE 'y%'");
    }
  }

  /** Seconds until all are in the outbox. */
  private double mailing() {
    Mailings mailings = server.bean(Mailings.class);
    Issues issues = server.bean(Issues.class);
    Mailing made =
        mailings.add(new EmailContent("Many", "", "<p>Hello {{first_name}}</p>", EmailButton.NONE));
    long issue = issue(made.id());
    long began = System.nanoTime();
    while (issues.get(issue).state() == jeton.server.mailing.Issue.State.FILLING) {
      server.bean(GoingOut.class).work();
    }
    double seconds = (System.nanoTime() - began) / 1e9;
    long rows = issues.get(issue).people();
    if (rows != PEOPLE) {
      throw new IllegalStateException(rows + " rows for " + PEOPLE + " people");
    }
    issues.stop(issue);
    return seconds;
  }

  private long issue(long mailingId) {
    JdbcClient db = server.bean(JdbcClient.class);
    db.sql(
            "INSERT INTO issue (mailing_id, number, list_id, settings, question, planned_at, begun_at, state, last_id)"
                + " SELECT id, 0, 77, settings, '{\"kind\":\"GROUP\"}', UTC_TIMESTAMP(3), UTC_TIMESTAMP(3), 'FILLING',"
                + " (SELECT MAX(id) FROM person WHERE email LIKE 'y%') FROM mailing WHERE id = :id")
        .param("id", mailingId)
        .update();
    db.sql(
            "UPDATE issue SET after_id = (SELECT MIN(id) - 1 FROM person WHERE email LIKE 'y%') WHERE mailing_id = :id")
        .param("id", mailingId)
        .update();
    return db.sql("SELECT MAX(id) FROM issue WHERE mailing_id = :id")
        .param("id", mailingId)
        .query(Long.class)
        .single();
  }

  /** Seconds for the same rows in one statement. */
  private double bare(int round) throws Exception {
    try (Connection connection = server.connect();
        Statement sql = connection.createStatement()) {
      long began = System.nanoTime();
      sql.execute(
          """
          INSERT INTO outbox (message_id, kind, urgent, person_id, state, due_at, try_at, created_at, issue_id, version)
          SELECT CONCAT('<', MD5(CONCAT('bare%d', p.id)), '@q.example>'), 'MAILING', FALSE, p.id, 'WAITING', UTC_TIMESTAMP(3),
                 UTC_TIMESTAMP(3), UTC_TIMESTAMP(3), %d, 'A'
            FROM person p JOIN list_member m ON m.person_id = p.id AND m.list_id = 77
          """
              .formatted(round, -1 - round));
      double seconds = (System.nanoTime() - began) / 1e9;
      sql.execute("DELETE FROM outbox WHERE issue_id = " + (-1 - round));
      return seconds;
    }
  }

  /** People who sign up meanwhile, one after the other. */
  private final class Visitors implements Runnable {
    private final int round;
    private final AtomicBoolean goesOn = new AtomicBoolean(true);
    private final AtomicLong longestNanos = new AtomicLong();
    private final AtomicLong signUps = new AtomicLong();

    Visitors(int round) {
      this.round = round;
    }

    @Override
    public void run() {
      HttpClient http = HttpClient.newHttpClient();
      URI to = URI.create(server.base + "/p/forms/" + server.form.key() + "/signups");
      while (goesOn.get()) {
        String email = "meanwhile" + round + "." + signUps.incrementAndGet() + "@mail.example";
        String body = "consent=yes&email=" + URLEncoder.encode(email, StandardCharsets.UTF_8);
        long began = System.nanoTime();
        try {
          http.send(
              HttpRequest.newBuilder(to)
                  .header("Content-Type", "application/x-www-form-urlencoded")
                  .POST(HttpRequest.BodyPublishers.ofString(body))
                  .build(),
              HttpResponse.BodyHandlers.discarding());
        } catch (Exception failed) {
          throw new IllegalStateException(failed);
        }
        longestNanos.accumulateAndGet(System.nanoTime() - began, Math::max);
      }
    }
  }
}
