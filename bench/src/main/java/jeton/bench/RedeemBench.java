package jeton.bench;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import jeton.core.offer.OfferKind;
import jeton.server.database.Documents;
import jeton.server.offer.Offer;
import jeton.server.programkey.ProgramKeys;

/**
 * Codes redeemed over HTTP by 16 clients, each code by its own person for the first time, against
 * the same rows written by bare JDBC in one transaction each by as many clients.
 */
final class RedeemBench implements Bench.Measurement {
  private static final int CLIENTS = 16;
  private static final int PIECES = 1500;
  private static final int WARM_UP = 8;
  private static final double BAR = 0.5;
  private static final long FIRST_ID = 50_000_000;

  private int used;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    Offer offer = BenchCoupon.atOnce(server, "Redeemed", OfferKind.COUPON, BenchCoupon.pool());
    String key =
        server.bean(ProgramKeys.class).make("Bench", EnumSet.allOf(ProgramKeys.May.class)).key();
    fill(server, offer, PIECES * (WARM_UP + 2 * Rounds.USUAL + 1));
    for (int turn = 0; turn < WARM_UP; turn++) {
      overHttp(server, key);
    }
    bare(server, offer);
    Rounds rounds = new Rounds();
    Load.Measured last = null;
    for (int turn = 0; turn < Rounds.USUAL; turn++) {
      double floor = bare(server, offer).perSecond();
      last = overHttp(server, key);
      rounds.add(last.perSecond(), floor);
    }
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("http_per_s", Math.round(rounds.ours()));
    more.put("bare_per_s", Math.round(rounds.floor()));
    more.put("p50", last.millis(0.5));
    more.put("p99", last.millis(0.99));
    return rounds.result(BAR, more);
  }

  /** As many people as are needed, each with a pass and a code of their own. */
  private static void fill(BenchServer server, Offer offer, int people) throws Exception {
    String terms = server.bean(Documents.class).write(BenchCoupon.terms());
    // Numbers of our own, so that nothing has to be looked for.
    String rows = " FROM seq_%d_to_%d".formatted(0, people - 1);
    String id = FIRST_ID + " + seq";
    String email = "CONCAT('r', seq, '@mail.example')";
    String now = "UTC_TIMESTAMP(3)";
    try (Connection c = server.connect();
        var statement = c.createStatement()) {
      statement.execute(
          "INSERT INTO person (id, email, email_key, first_name, state, state_since, zone, created_at) SELECT "
              + String.join(
                  ", ",
                  List.of(
                      id, email, email, "'Aoife'", "'ON_THE_LIST'", now, "'Europe/Dublin'", now))
              + rows);
      statement.execute(
          "INSERT INTO pass (person_id, offer_id, issued_at) SELECT "
              + String.join(", ", List.of(id, Long.toString(offer.id()), now))
              + rows);
      try (PreparedStatement codes =
          c.prepareStatement(
              "INSERT INTO coupon_code (id, offer_id, code_key, shown, source, state, terms, issued_at) SELECT "
                  + id
                  + ", ?, CONCAT('RDM', seq), CONCAT('RDM', seq), 'MADE', 'OUT', ?, "
                  + now
                  + rows)) {
        codes.setLong(1, offer.id());
        codes.setString(2, terms);
        codes.executeUpdate();
      }
      statement.execute(
          "INSERT INTO coupon_grant (offer_id, person_id, mailbox, code_id, at) SELECT "
              + String.join(", ", List.of(Long.toString(offer.id()), id, email, id, now))
              + rows);
    }
  }

  private Load.Measured overHttp(BenchServer server, String key) throws Exception {
    return Load.run(
        CLIENTS,
        take(),
        PIECES,
        () -> {
          Wire wire = new Wire(server.base);
          return number -> {
            String body =
                "{\"code\":\"RDM%d\",\"order\":{\"id\":\"o%d\",\"subtotal\":2500,\"currency\":\"EUR\"}}"
                    .formatted(number, number);
            int status = wire.postJson("/api/coupons/redeem", body, "Authorization: Bearer " + key);
            if (status != 200) {
              throw new IllegalStateException("A redemption answered " + status);
            }
          };
        });
  }

  private Load.Measured bare(BenchServer server, Offer offer) throws Exception {
    return Load.run(
        CLIENTS,
        take(),
        PIECES,
        () -> {
          Connection c = server.connect();
          c.setAutoCommit(false);
          PreparedStatement code =
              c.prepareStatement("UPDATE coupon_code SET uses = uses + 1 WHERE id = ?");
          PreparedStatement order =
              c.prepareStatement(
                  "INSERT INTO coupon_redemption (offer_id, code_id, order_id, subtotal, eligible, currency,"
                      + " discount, at) VALUES (?, ?, ?, 2500, 2500, 'EUR', 250, ?)");
          PreparedStatement grant =
              c.prepareStatement("UPDATE coupon_grant SET used_at = ? WHERE code_id = ?");
          PreparedStatement guard =
              c.prepareStatement("UPDATE person SET guard = guard + 1 WHERE id = ?");
          PreparedStatement pass =
              c.prepareStatement(
                  "UPDATE pass SET first_used_at = ? WHERE offer_id = ? AND person_id = ?");
          PreparedStatement event =
              c.prepareStatement(
                  "INSERT INTO event (at, kind, person_id, offer_id, detail)"
                      + " VALUES (?, 'GRANT_USED', ?, ?, 'the code')");
          return number -> {
            Timestamp now = Timestamp.from(Instant.now());
            long id = FIRST_ID + number;
            write(guard, id);
            write(order, offer.id(), id, "o" + number, now);
            write(code, id);
            write(event, now, id, offer.id());
            write(pass, now, offer.id(), id);
            write(grant, now, id);
            c.commit();
          };
        });
  }

  private static void write(PreparedStatement statement, Object... values) throws Exception {
    for (int i = 0; i < values.length; i++) {
      statement.setObject(i + 1, values[i]);
    }
    statement.executeUpdate();
  }

  private int take() {
    used += PIECES;
    return used - PIECES;
  }
}
