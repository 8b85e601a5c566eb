package jeton.bench;

import java.io.IOException;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import jeton.core.incentive.Download;
import jeton.core.offer.OfferKind;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.token.Tokens;

/**
 * Sign-ups that are handed a code of a pool at once, by 16 clients over HTTP, against sign-ups that
 * are handed a download, by the same. None may get a code twice.
 */
final class HandoutBench implements Bench.Measurement {
  private static final int CLIENTS = 16;
  private static final int PIECES = 2500;
  private static final int WARM_UP = 6;
  private static final double BAR = 0.8;

  private int used = 10_000_000;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    Offer plain = BenchCoupon.atOnce(server, "Without a code", OfferKind.DOWNLOAD, new Download());
    Offer pool = BenchCoupon.atOnce(server, "With a code", OfferKind.COUPON, BenchCoupon.pool());
    fill(server, pool, PIECES * (WARM_UP + Rounds.USUAL));
    for (int turn = 0; turn < WARM_UP; turn++) {
      signUps(server, plain);
      signUps(server, pool);
    }
    Rounds rounds = new Rounds();
    for (int turn = 0; turn < Rounds.USUAL; turn++) {
      double floor = signUps(server, plain).perSecond();
      rounds.add(signUps(server, pool).perSecond(), floor);
    }
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("with_code_per_s", Math.round(rounds.ours()));
    more.put("without_per_s", Math.round(rounds.floor()));
    more.put("given_twice", givenTwice(server, pool));
    return rounds.result(BAR, more);
  }

  private static void fill(BenchServer server, Offer pool, int codes) throws Exception {
    try (Connection c = server.connect();
        PreparedStatement insert =
            c.prepareStatement(
                "INSERT INTO coupon_code (offer_id, code_key, shown, source, state)"
                    + " SELECT ?, CONCAT('HND', seq), CONCAT('HND', seq), 'POOL', 'FREE' FROM seq_1_to_"
                    + codes)) {
      insert.setLong(1, pool.id());
      insert.executeUpdate();
    }
    // The server remembers which pools are filled: a change of anything has it look again.
    server.bean(jeton.server.offer.Offers.class).save(pool.id(), 2, pool.settings());
  }

  private static long givenTwice(BenchServer server, Offer pool) throws Exception {
    try (Connection c = server.connect();
        PreparedStatement query =
            c.prepareStatement(
                "SELECT COUNT(code_id) - COUNT(DISTINCT code_id) FROM coupon_grant WHERE offer_id = ?")) {
      query.setLong(1, pool.id());
      try (var row = query.executeQuery()) {
        row.next();
        return row.getLong(1);
      }
    }
  }

  private Load.Measured signUps(BenchServer server, Offer offer) throws Exception {
    String path = "/p/forms/" + server.bean(Forms.class).hosted(offer.id()).key() + "/signups";
    String stamp =
        server
            .bean(Tokens.class)
            .seal(Long.toString(Instant.now().minusSeconds(5).toEpochMilli(), Character.MAX_RADIX));
    int first = used;
    used += PIECES;
    return Load.run(
        CLIENTS,
        first,
        PIECES,
        () -> {
          Wire wire = new Wire(server.base);
          return number -> post(wire, path, stamp, number);
        });
  }

  private static void post(Wire wire, String path, String stamp, int number) throws IOException {
    String body =
        "{\"stamp\":\"%s\",\"email\":\"h%d@mail.example\",\"first_name\":\"Aoife\",\"zone\":\"Europe/Dublin\",\"consent\":true}"
            .formatted(stamp, number);
    String from =
        "X-Forwarded-For: %d.%d.%d.1"
            .formatted(10 + (number >> 16 & 127), number >> 8 & 255, number & 255);
    int status = wire.postJson(path, body, from);
    if (status != 200) {
      throw new IllegalStateException("A sign-up answered " + status);
    }
  }
}
