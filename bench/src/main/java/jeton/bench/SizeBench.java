package jeton.bench;

import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import jeton.core.offer.OfferKind;
import jeton.server.account.Owners;
import jeton.server.offer.Offers;

/**
 * The owner's screens on a large install: 1,000 offers, each with a sequence of its own, 100,000
 * people, 5,000,000 events. Each is asked over HTTP as its screen asks it, beside the cheapest
 * question there is on the same line (who is signed in) and a {@code SELECT 1}. The slowest must
 * stay under 150 ms.
 */
final class SizeBench implements Bench.Measurement {
  private static final double MOST_MS = 150;
  private static final int OFFERS = 1000;
  private static final int PEOPLE = 100_000;
  private static final int EVENTS_EACH = 50;
  private static final int MOST_EVENTS_OF_ONE = 5_000;
  private static final int ROUNDS = 9;
  private static final int WARM = 5;
  private static final String EMAIL = "owner@quireandthread.example";
  private static final String PASSWORD = "marbled paper";

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    fill(server);
    String[] session = session(server);
    Map<String, Object> more = new LinkedHashMap<>();
    double slowest = 0;
    try (Wire wire = new Wire(server.base);
        Connection connection = server.connect();
        Statement sql = connection.createStatement()) {
      double floor = median(() -> wire.get("/api/session", session));
      more.put("select_1_ms", ms(median(() -> sql.execute("SELECT 1") ? 200 : 0)));
      more.put("floor_ms", ms(floor));
      for (Map.Entry<String, Asked> screen : screens(server, sql).entrySet()) {
        Asked asked = screen.getValue();
        double took =
            median(
                () ->
                    asked.body().isEmpty()
                        ? wire.get(asked.path(), session)
                        : wire.postJson(asked.path(), asked.body(), session));
        slowest = Math.max(slowest, took);
        more.put(screen.getKey(), "%sms:%.1fx".formatted(ms(took), took / floor));
      }
    }
    more.put("slowest_ms", ms(slowest));
    return new Bench.Result(MOST_MS / slowest, 1, more);
  }

  /**
   * A question.
   *
   * @param body posted, if it is not empty
   */
  private record Asked(String path, String body) {
    Asked(String path) {
      this(path, "");
    }
  }

  private static Map<String, Asked> screens(BenchServer server, Statement sql) throws SQLException {
    long busiest = one(sql, "SELECT MAX(id) FROM person WHERE email_key = 'm7@mail.example'");
    long sequence = one(sql, "SELECT sequence_id FROM offer WHERE id = " + server.offer.id());
    String everybody = "{\"match\":\"ALL\",\"parts\":[]}";
    Map<String, Asked> screens = new LinkedHashMap<>();
    screens.put("today", new Asked("/api/today"));
    screens.put("offers", new Asked("/api/offers?words=&page=0"));
    screens.put("offers_last_page", new Asked("/api/offers?words=&page=19"));
    screens.put("offers_by_words", new Asked("/api/offers?words=plan+77&page=0"));
    screens.put("offer_names", new Asked("/api/offers/names"));
    screens.put("emails", new Asked("/api/emails?words=&page=0"));
    screens.put("emails_by_words", new Asked("/api/emails?words=later&page=3"));
    screens.put("sequences", new Asked("/api/sequences?words=&page=0"));
    screens.put("sequence", new Asked("/api/sequences/" + sequence));
    screens.put("people", new Asked("/api/people/search", people("", everybody, 0)));
    screens.put("people_far", new Asked("/api/people/search", people("", everybody, 1500)));
    screens.put("people_by_words", new Asked("/api/people/search", people("m777", everybody, 0)));
    screens.put("person", new Asked("/api/people/" + busiest));
    screens.put("history", new Asked("/api/people/" + busiest + "/timeline"));
    screens.put("opened", new Asked("/api/people/" + busiest + "/timeline?what=OPENED"));
    screens.put("mail_engine", new Asked("/api/mail/outbox?pile=SENT"));
    screens.put("to_many", new Asked("/api/mailings?page=0"));
    return screens;
  }

  private static String people(String words, String question, int page) {
    return "{\"words\":\"%s\",\"question\":%s,\"page\":%d,\"size\":50}"
        .formatted(words, question, page);
  }

  private static long one(Statement sql, String query) throws SQLException {
    try (var row = sql.executeQuery(query)) {
      row.next();
      return row.getLong(1);
    }
  }

  @FunctionalInterface
  interface Question {
    int status() throws Exception;
  }

  /** Milliseconds, the middle of several; what is asked first is not what is measured. */
  static double median(Question question) throws Exception {
    List<Double> times = new ArrayList<>();
    for (int round = 0; round < WARM + ROUNDS; round++) {
      long began = System.nanoTime();
      int status = question.status();
      if (status != 200) {
        throw new IllegalStateException("answered " + status);
      }
      if (round >= WARM) {
        times.add((System.nanoTime() - began) / 1e6);
      }
    }
    return Rounds.median(times);
  }

  static String ms(double ms) {
    return "%.1f".formatted(ms);
  }

  /** Signs in; the headers that say so. */
  static String[] session(BenchServer server) throws Exception {
    if (!server.bean(Owners.class).any()) {
      server.bean(Owners.class).make(EMAIL, PASSWORD);
    }
    CookieManager cookies = new CookieManager();
    HttpClient client = HttpClient.newBuilder().cookieHandler(cookies).build();
    URI uri = URI.create(server.base + "/api/session");
    client.send(HttpRequest.newBuilder(uri).build(), HttpResponse.BodyHandlers.ofString());
    HttpRequest signIn =
        HttpRequest.newBuilder(uri)
            .header("Content-Type", "application/json")
            .header("X-XSRF-TOKEN", csrf(cookies))
            .POST(
                HttpRequest.BodyPublishers.ofString(
                    "{\"email\":\"%s\",\"password\":\"%s\"}".formatted(EMAIL, PASSWORD)))
            .build();
    if (client.send(signIn, HttpResponse.BodyHandlers.ofString()).statusCode() != 200) {
      throw new IllegalStateException("the owner could not sign in");
    }
    client.send(HttpRequest.newBuilder(uri).build(), HttpResponse.BodyHandlers.ofString());
    String kept =
        cookies.getCookieStore().getCookies().stream()
            .map(cookie -> cookie.getName() + "=" + cookie.getValue())
            .collect(Collectors.joining("; "));
    return new String[] {"Cookie: " + kept, "X-XSRF-TOKEN: " + csrf(cookies)};
  }

  private static String csrf(CookieManager cookies) {
    return cookies.getCookieStore().getCookies().stream()
        .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
        .map(HttpCookie::getValue)
        .findFirst()
        .orElse("");
  }

  static void fill(BenchServer server) throws SQLException {
    Offers offers = server.bean(Offers.class);
    List<Long> kinds = new ArrayList<>(List.of(server.offer.id()));
    for (OfferKind kind : OfferKind.values()) {
      if (kind != OfferKind.DOWNLOAD) {
        kinds.add(offers.make("Plan of kind " + kind, kind).id());
      }
    }
    try (Connection connection = server.connect();
        Statement sql = connection.createStatement()) {
      sql.execute("SET SESSION unique_checks = 0, foreign_key_checks = 0");
      int each = OFFERS / 10;
      copies(sql, kinds.get(0), OFFERS - each * (kinds.size() - 1));
      for (long kind : kinds.subList(1, kinds.size())) {
        copies(sql, kind, each);
      }
      for (String insert : people(server.offer.id(), server.form.id())) {
        sql.execute(insert);
      }
      sql.execute(
          "ANALYZE TABLE offer, form, sequence, step, email, person, list_member, sign_up, pass, run,"
              + " run_step, outbox, email_reading, event");
    }
    // What is remembered is read anew.
    offers.changeState(server.offer.id(), jeton.core.offer.OfferState.PAUSED);
    offers.changeState(server.offer.id(), jeton.core.offer.OfferState.LIVE);
  }

  /** So many offers like this one, each with a form, a sequence and two emails of its own. */
  private static void copies(Statement sql, long offer, int many) throws SQLException {
    String of = "c" + offer + "-";
    sql.execute(
        "INSERT INTO offer (slug, name, kind, state, confirm, hand_over, version, created_at, updated_at,"
            + " live_since, gives) SELECT CONCAT('"
            + of
            + "', seq), CONCAT('Plan ', seq), kind, state,"
            + " confirm, hand_over, 1, created_at, updated_at, live_since, gives FROM offer,"
            + " seq_1_to_"
            + many
            + " WHERE id = "
            + offer);
    sql.execute(
        "INSERT INTO offer_file (offer_id, hash, name, added_at) SELECT n.id, f.hash, f.name, f.added_at"
            + " FROM offer n, offer_file f WHERE n.slug LIKE '"
            + of
            + "%' AND f.offer_id = "
            + offer);
    sql.execute(
        "INSERT INTO form (offer_id, form_key, shape, is_on, settings, version) SELECT n.id,"
            + " LPAD(n.id, 16, 'f'), f.shape, f.is_on, f.settings, 1 FROM offer n, form f"
            + " WHERE n.slug LIKE '"
            + of
            + "%' AND f.offer_id = "
            + offer);
    sql.execute(
        "INSERT INTO sequence (offer_id, name, version) SELECT id, CONCAT('After ', name), 1 FROM offer"
            + " WHERE slug LIKE '"
            + of
            + "%'");
    sql.execute(
        "UPDATE offer o JOIN sequence s ON s.offer_id = o.id SET o.sequence_id = s.id WHERE o.slug LIKE '"
            + of
            + "%'");
    sql.execute(
        "INSERT INTO email (id, content, version, updated_at) SELECT 1000000 + s.id, e.content, 1,"
            + " e.updated_at FROM sequence s JOIN offer o ON o.sequence_id = s.id AND o.slug LIKE '"
            + of
            + "%', (SELECT content, updated_at FROM email ORDER BY id LIMIT 1) e");
    sql.execute(
        "INSERT INTO step (sequence_id, `rank`, ready, email_id, rules) SELECT s.id, t.`rank`, TRUE,"
            + " 1000000 + s.id, t.rules FROM sequence s JOIN offer o ON o.sequence_id = s.id AND o.slug LIKE '"
            + of
            + "%', (SELECT `rank`, rules FROM step ORDER BY id LIMIT 1) t");
  }

  private static List<String> people(long offer, long form) {
    // A few offers have most of the people.
    String offerOf = "(SELECT MIN(id) FROM offer) + FLOOR(" + OFFERS + " * POW(RAND(id), 2))";
    String of = " FROM person WHERE email LIKE 'm%'";
    return List.of(
        """
        INSERT INTO person (email, email_key, first_name, state, state_since, listed_since, zone, created_at)
        SELECT CONCAT('m', seq, '@mail.example'), CONCAT('m', seq, '@mail.example'), 'Ada',
               CASE WHEN seq %% 10 = 0 THEN 'LEFT' WHEN seq %% 10 = 1 THEN 'WAITING_TO_CONFIRM' ELSE 'ON_THE_LIST' END,
               UTC_TIMESTAMP(3), UTC_TIMESTAMP(3) - INTERVAL seq %% 700 DAY, 'Europe/Dublin',
               UTC_TIMESTAMP(3) - INTERVAL seq %% 700 DAY
          FROM seq_1_to_%d
        """
            .formatted(PEOPLE),
        "INSERT INTO list_member (list_id, person_id, since) SELECT 1, id, created_at" + of,
        "INSERT INTO sign_up (person_id, offer_id, form_id, submission_key, at, decision, page, network,"
            + " consent_given, confirmed_at) SELECT id, "
            + offerOf
            + ", "
            + form
            + ", CONCAT(seq, LPAD(id, 26, 'k')), created_at, 'CONFIRM', '', '', TRUE,"
            + " IF(id MOD 9 = 0, NULL, created_at) FROM person, seq_1_to_2 WHERE email LIKE 'm%'",
        "INSERT INTO pass (person_id, offer_id, issued_at, first_used_at) SELECT person_id, offer_id, at,"
            + " IF(id MOD 3 = 0, at, NULL) FROM sign_up WHERE confirmed_at IS NOT NULL AND submission_key LIKE '_k%'",
        "INSERT INTO run (sequence_id, person_id, offer_id, started_at, anchor_at, last_rank, next_step_id,"
            + " next_due_at) SELECT o.sequence_id, s.person_id, s.offer_id, s.at, s.at, NULL,"
            + " (SELECT MIN(id) FROM step t WHERE t.sequence_id = o.sequence_id),"
            + " UTC_TIMESTAMP(3) + INTERVAL s.id MOD 30 DAY FROM sign_up s JOIN offer o ON o.id = s.offer_id"
            + " WHERE s.submission_key LIKE '1k%'",
        "INSERT INTO outbox (message_id, kind, urgent, person_id, offer_id, step_id, run_id, state, due_at,"
            + " created_at, settled_at) SELECT CONCAT('size', r.id, '-', seq), 'FOLLOW_UP', FALSE, r.person_id,"
            + " r.offer_id, r.next_step_id, r.id, 'SENT', r.started_at, r.started_at, r.started_at FROM run r,"
            + " seq_1_to_3 WHERE r.started_at > 0",
        "INSERT INTO run_step (run_id, step_id, at, sent_at) SELECT id, next_step_id, started_at, started_at"
            + " FROM run WHERE next_step_id IS NOT NULL AND id MOD 5 > 0",
        "INSERT INTO email_reading (outbox_id, opened_at, clicked_at) SELECT id, settled_at,"
            + " IF(id MOD 4 = 0, settled_at, NULL) FROM outbox WHERE message_id LIKE 'size%' AND id MOD 2 = 0",
        "INSERT INTO event (at, kind, person_id, offer_id, detail) SELECT UTC_TIMESTAMP(3) - INTERVAL (51 - seq) * 14 DAY"
            + " + INTERVAL id MOD 20000 MINUTE, ELT(1 + (id + seq) MOD 4, 'SIGNED_UP', 'FOLLOW_UP_SENT', 'CONFIRMED', 'PASS_USED'),"
            + " id, "
            + offer
            + ", 'Later' FROM person, seq_1_to_"
            + EVENTS_EACH
            + " WHERE email LIKE 'm%' ORDER BY seq",
        "INSERT INTO event (at, kind, person_id, offer_id, detail) SELECT UTC_TIMESTAMP(3) - INTERVAL seq MINUTE,"
            + " 'PASS_USED', id, "
            + offer
            + ", 'plan.txt' FROM person, seq_1_to_"
            + MOST_EVENTS_OF_ONE
            + " WHERE email_key = 'm7@mail.example'");
  }
}
