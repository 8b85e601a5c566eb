package jeton.bench;

import java.io.IOException;
import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;
import jeton.core.incentive.PrizeWheel;
import jeton.core.offer.OfferKind;
import jeton.core.wheel.Chance;
import jeton.core.wheel.Fairness;
import jeton.core.wheel.Prize;
import jeton.core.wheel.PrizeSlice;
import jeton.core.wheel.Wheel;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.token.Tokens;

/**
 * Spins of a wheel of six slices, stock falling, by 16 clients over HTTP, against the same rows
 * written by bare JDBC in one transaction each by as many clients; and whether a million draws of
 * the real source are as they should be.
 */
final class SpinBench implements Bench.Measurement {
  private static final int CLIENTS = 16;
  private static final int PIECES = 2500;
  private static final int WARM_UP = 6;
  private static final int DRAWS = 1_000_000;
  private static final double BAR = 0.5;
  private static final double FAIR = 0.001;

  private static final String PERSON =
      "INSERT INTO person (email, email_key, first_name, state, state_since, zone, created_at)"
          + " VALUES (?, ?, 'Aoife', 'WAITING_TO_CONFIRM', ?, 'Europe/Dublin', ?)";
  private static final String SIGN_UP =
      "INSERT INTO sign_up (person_id, offer_id, form_id, submission_key, at, decision, page, zone, network,"
          + " consent_wording_id, consent_given) VALUES (?, ?, ?, ?, ?, 'ASK_TO_CONFIRM', '/o/plan', 'Europe/Dublin',"
          + " '127.0.0.0/24', (SELECT MIN(id) FROM consent_wording), TRUE)";
  private static final String EVENT =
      "INSERT INTO event (at, kind, person_id, offer_id, detail) VALUES (?, 'SIGNED_UP', ?, ?, 'Plan')";
  private static final String MAILBOX =
      "INSERT INTO wheel_mailbox (offer_id, mailbox, asked) VALUES (?, ?, 1)";
  private static final String STOCK =
      "UPDATE wheel_stock SET taken = taken + 1 WHERE offer_id = ? AND slice = ?";
  private static final String SPIN =
      "INSERT INTO spin (offer_id, form_id, edition_id, submission_key, at, mailbox, slice, won, state, free_at,"
          + " person_id, sign_up_id) VALUES (?, ?, (SELECT MIN(id) FROM wheel_edition), ?, ?, ?, ?, TRUE, 'RESERVED', ?, ?, ?)";
  private static final String OUTBOX =
      "INSERT INTO outbox (message_id, kind, person_id, offer_id, sign_up_id, state, due_at, try_at, created_at)"
          + " VALUES (?, 'CONFIRMATION', ?, ?, ?, 'WAITING', ?, ?, ?)";

  private int used = 30_000_000;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    Offer offer = BenchCoupon.live(server, "A wheel", OfferKind.WHEEL, wheel(), true);
    for (int turn = 0; turn < WARM_UP; turn++) {
      overHttp(server, offer);
    }
    bare(server, offer);
    Rounds rounds = new Rounds();
    for (int turn = 0; turn < Rounds.USUAL; turn++) {
      double floor = bare(server, offer).perSecond();
      rounds.add(overHttp(server, offer).perSecond(), floor);
    }
    double p = fairness();
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("spins_per_s", Math.round(rounds.ours()));
    more.put("bare_per_s", Math.round(rounds.floor()));
    more.put("fairness_p_of_1000000", p);
    more.put("fair", p > FAIR && p < 1 - FAIR);
    return rounds.result(BAR, more);
  }

  private static PrizeWheel wheel() {
    List<PrizeSlice> slices = new ArrayList<>();
    int[] weights = {15, 21, 22, 16, 21, 5};
    for (int i = 0; i < weights.length; i++) {
      slices.add(
          new PrizeSlice(
              "s" + i,
              "Slice",
              BigDecimal.valueOf(weights[i]),
              Optional.of(1_000_000),
              Prize.words("A sheet", ""),
              100,
              "#FFFFFF",
              PrizeSlice.Pattern.PLAIN,
              List.of()));
    }
    return PrizeWheel.BLANK.with(slices);
  }

  /** The upper tail of chi-square of many draws. */
  private static double fairness() {
    Wheel wheel = wheel().standing(Map.of());
    Chance chance = new Chance();
    List<Long> seen = new ArrayList<>(Collections.nCopies(wheel.slices().size(), 0L));
    for (int i = 0; i < DRAWS; i++) {
      int drawn = wheel.draw(chance.point()).orElseThrow();
      seen.set(drawn, seen.get(drawn) + 1);
    }
    return Fairness.of(wheel.chances(), seen).p().orElseThrow();
  }

  private int take() {
    used += PIECES;
    return used - PIECES;
  }

  private Load.Measured overHttp(BenchServer server, Offer offer) throws Exception {
    String path = "/p/forms/" + server.bean(Forms.class).hosted(offer.id()).key() + "/signups";
    String stamp =
        server
            .bean(Tokens.class)
            .seal(Long.toString(Instant.now().minusSeconds(5).toEpochMilli(), Character.MAX_RADIX));
    return Load.run(
        CLIENTS,
        take(),
        PIECES,
        () -> {
          Wire wire = new Wire(server.base);
          return number -> post(wire, path, stamp, number);
        });
  }

  private static void post(Wire wire, String path, String stamp, int number) throws IOException {
    String body =
        "{\"submission_key\":\"%s\",\"stamp\":\"%s\",\"email\":\"w%d@mail.example\",\"first_name\":\"Aoife\",\"zone\":\"Europe/Dublin\",\"consent\":true}"
            .formatted(Tokens.random(), stamp, number);
    String from =
        "X-Forwarded-For: %d.%d.%d.1"
            .formatted(10 + (number >> 16 & 127), number >> 8 & 255, number & 255);
    int status = wire.postJson(path, body, from);
    if (status != 200) {
      throw new IllegalStateException("A spin answered " + status);
    }
  }

  private Load.Measured bare(BenchServer server, Offer offer) throws Exception {
    long formId = server.bean(Forms.class).hosted(offer.id()).id();
    return Load.run(
        CLIENTS,
        take(),
        PIECES,
        () -> {
          Connection c = server.connect();
          c.setAutoCommit(false);
          PreparedStatement person = c.prepareStatement(PERSON, Statement.RETURN_GENERATED_KEYS);
          PreparedStatement signUp = c.prepareStatement(SIGN_UP, Statement.RETURN_GENERATED_KEYS);
          PreparedStatement event = c.prepareStatement(EVENT);
          PreparedStatement mailbox = c.prepareStatement(MAILBOX);
          PreparedStatement stock = c.prepareStatement(STOCK);
          PreparedStatement spin = c.prepareStatement(SPIN);
          PreparedStatement outbox = c.prepareStatement(OUTBOX);
          return number -> {
            Timestamp now = Timestamp.from(Instant.now());
            String email = "w" + number + "@mail.example";
            String slice = "s" + ThreadLocalRandom.current().nextInt(6);
            run(person, email, email, now, now);
            long personId = id(person);
            run(signUp, personId, offer.id(), formId, Tokens.random(), now);
            long signUpId = id(signUp);
            run(event, now, personId, offer.id());
            run(mailbox, offer.id(), email);
            run(stock, offer.id(), slice);
            run(
                spin,
                offer.id(),
                formId,
                Tokens.random(),
                now,
                email,
                slice,
                now,
                personId,
                signUpId);
            run(outbox, Tokens.random(), personId, offer.id(), signUpId, now, now, now);
            c.commit();
          };
        });
  }

  private static void run(PreparedStatement statement, Object... values) throws SQLException {
    for (int i = 0; i < values.length; i++) {
      statement.setObject(i + 1, values[i]);
    }
    statement.executeUpdate();
  }

  private static long id(PreparedStatement statement) throws SQLException {
    try (ResultSet keys = statement.getGeneratedKeys()) {
      keys.next();
      return keys.getLong(1);
    }
  }
}
