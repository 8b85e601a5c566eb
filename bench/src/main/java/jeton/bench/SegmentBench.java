package jeton.bench;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.segment.Comparison;
import jeton.core.segment.Criterion;
import jeton.core.segment.Subject;
import jeton.server.segment.Segments;

/**
 * Ten segments counted over 1,000,000 people, each beside a plain count of people. The slowest must
 * stay under a second.
 */
final class SegmentBench implements Bench.Measurement {
  static final int MILLION = 1_000_000;
  private static final double MOST_MS = 1000;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    fill(server);
    Segments segments = server.bean(Segments.class);
    Criterion.Group everybody = Criterion.EVERYBODY;
    double floor = ms(segments, everybody);
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("people", segments.count(everybody));
    more.put("plain_count_ms", Math.round(floor));
    double slowest = 0;
    for (Map.Entry<String, Criterion.Group> one : segments(server).entrySet()) {
      double ms = ms(segments, one.getValue());
      slowest = Math.max(slowest, ms);
      more.put(
          one.getKey(),
          "%d:%dms:%.1fx".formatted(segments.count(one.getValue()), Math.round(ms), ms / floor));
    }
    more.put("slowest_ms", Math.round(slowest));
    return new Bench.Result(MOST_MS / slowest, 1, more);
  }

  private static double ms(Segments segments, Criterion.Group question) {
    List<Double> times = new ArrayList<>();
    for (int round = 0; round < 3; round++) {
      long began = System.nanoTime();
      segments.count(question);
      times.add((System.nanoTime() - began) / 1e6);
    }
    return Rounds.median(times);
  }

  private static Map<String, Criterion.Group> segments(BenchServer server) {
    String offer = String.valueOf(server.offer.id());
    Map<String, Criterion.Group> ten = new LinkedHashMap<>();
    Criterion onList = Criterion.Condition.of(Subject.LIST, Comparison.HAS, "1");
    Criterion trade = Criterion.Condition.of(Subject.TAG, Comparison.HAS, "trade");
    Criterion used = Criterion.Condition.of(Subject.PASS_USED, Comparison.HAS, offer);
    ten.put("on_a_list", Criterion.Group.all(onList));
    ten.put("tagged", Criterion.Group.all(trade));
    ten.put(
        "on_list_not_tagged",
        Criterion.Group.all(
            onList, Criterion.Condition.of(Subject.TAG, Comparison.HAS_NOT, "trade")));
    ten.put(
        "signed_up_pass_not_used",
        Criterion.Group.all(
            Criterion.Condition.of(Subject.SIGNED_UP, Comparison.HAS, offer),
            Criterion.Condition.of(Subject.PASS_USED, Comparison.HAS_NOT, offer)));
    ten.put(
        "signed_up_lately",
        Criterion.Group.all(
            new Criterion.Condition(
                Subject.SIGNED_UP,
                "",
                Comparison.HAS,
                Optional.empty(),
                Optional.of(new Criterion.When(Comparison.WITHIN_DAYS, "30")))));
    ten.put(
        "opened_lately",
        Criterion.Group.all(
            new Criterion.Condition(
                Subject.EMAIL_OPENED,
                "",
                Comparison.HAS,
                Optional.empty(),
                Optional.of(new Criterion.When(Comparison.WITHIN_DAYS, "90")))));
    ten.put(
        "field_contains",
        Criterion.Group.all(
            new Criterion.Condition(
                Subject.FIELD,
                "paper",
                Comparison.CONTAINS,
                Optional.of("lin"),
                Optional.empty())));
    ten.put(
        "came_from_a_site",
        Criterion.Group.all(
            Criterion.Condition.of(Subject.FROM_SITE, Comparison.IS, "q3.example")));
    ten.put(
        "any_of_three",
        new Criterion.Group(
            Criterion.Match.ANY,
            List.of(
                trade, used, Criterion.Condition.of(Subject.SINCE, Comparison.WITHIN_DAYS, "7"))));
    ten.put(
        "none_of_nested",
        Criterion.Group.all(
            onList,
            new Criterion.Group(
                Criterion.Match.NONE, List.of(Criterion.Group.all(trade, used), used))));
    return ten;
  }

  /** A million people and what belongs to them. */
  static void fill(BenchServer server) throws SQLException {
    try (Connection connection = server.connect();
        Statement sql = connection.createStatement()) {
      sql.execute("SET SESSION unique_checks = 0, foreign_key_checks = 0");
      sql.execute("INSERT IGNORE INTO tag VALUES ('trade', 'trade', UTC_TIMESTAMP(3))");
      sql.execute("INSERT IGNORE INTO tag_name VALUES ('trade', 'trade')");
      for (String insert : inserts(server.offer.id(), server.form.id())) {
        sql.execute(insert);
      }
      sql.execute(
          "ANALYZE TABLE person, list_member, person_tag, person_answer, sign_up, pass, outbox, email_reading");
    }
  }

  private static List<String> inserts(long offer, long form) {
    String people =
        """
        INSERT INTO person (email, email_key, first_name, state, state_since, listed_since, zone, created_at, from_site)
        SELECT CONCAT('m', seq, '@mail.example'), CONCAT('m', seq, '@mail.example'), 'Ada',
               IF(seq %% 10 = 0, 'LEFT', 'ON_THE_LIST'), UTC_TIMESTAMP(3),
               IF(seq %% 10 = 0, NULL, UTC_TIMESTAMP(3) - INTERVAL seq %% 700 DAY), 'Europe/Dublin', UTC_TIMESTAMP(3),
               CONCAT('q', seq %% 8, '.example')
          FROM seq_1_to_%d
        """
            .formatted(MILLION);
    String of = " FROM person WHERE email LIKE 'm%' AND id MOD ";
    return List.of(
        people,
        "INSERT INTO list_member (list_id, person_id, since) SELECT 1, id, created_at FROM person WHERE state = 'ON_THE_LIST'",
        "INSERT INTO person_tag (person_id, tag_key, at) SELECT id, 'trade', created_at"
            + of
            + "7 = 0",
        "INSERT INTO person_answer (person_id, field_key, answer, answer_key, at) SELECT id, 'paper', 'Linen', 'linen', created_at"
            + of
            + "3 = 0",
        "INSERT INTO sign_up (person_id, offer_id, form_id, submission_key, at, decision, page, network, consent_given) SELECT id, "
            + offer
            + ", "
            + form
            + ", LPAD(id, 27, 'k'), UTC_TIMESTAMP(3) - INTERVAL id MOD 400 DAY, 'HAND_OVER', '', '', TRUE"
            + of
            + "2 = 0",
        "INSERT INTO pass (person_id, offer_id, issued_at, first_used_at) SELECT id, "
            + offer
            + ", created_at, IF(id MOD 3 = 0, created_at, NULL)"
            + of
            + "2 = 0",
        "INSERT INTO outbox (message_id, kind, urgent, person_id, state, due_at, created_at, settled_at) SELECT CONCAT('seg', id), 'DELIVERY', TRUE, id, 'SENT', created_at, created_at, created_at"
            + of
            + "2 = 0",
        "INSERT INTO email_reading (outbox_id, opened_at) SELECT id, created_at - INTERVAL id MOD 200 DAY FROM outbox WHERE message_id LIKE 'seg%' AND id MOD 2 = 0");
  }
}
