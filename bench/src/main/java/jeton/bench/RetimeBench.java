package jeton.bench;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Wait;
import jeton.server.editing.EditEffect;
import jeton.server.editing.Retiming;
import jeton.server.editing.SequenceEdits;
import jeton.server.editing.SequencePreview;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;

/**
 * Re-timing people on their way, against the same rows rewritten by bare JDBC in pages as large.
 * Then 1,000,000 people at once: how long others wait for a lock meanwhile, and how long the owner
 * waits to be told what the edit would do.
 */
final class RetimeBench implements Bench.Measurement {
  private static final double BAR = 0.2;
  private static final int SOME = 20_000;
  private static final int MILLION = 1_000_000;
  private static final int PIECE = 100_000;
  private static final int PAGE = 500;
  private static final double MOST_MS = 1000;
  private static final EmailContent EMAIL =
      new EmailContent("Later", "", "<p>Hello</p>", EmailButton.NONE);

  private BenchServer server;

  @Override
  public Bench.Result run(BenchServer on) throws Exception {
    server = on;
    long some = sequence("Some", SOME);
    int days = 2;
    retime(some, days++);
    bare(some, days);
    Rounds rounds = new Rounds();
    for (int round = 0; round < Rounds.USUAL; round++) {
      double floor = SOME / bare(some, 40 + round);
      rounds.add(SOME / retime(some, days++), floor);
    }
    long many = sequence("Many", MILLION);
    double effectMs = effectMs(many);
    Rival rival = new Rival(many);
    Thread hand = new Thread(rival);
    hand.start();
    double seconds = retime(many, days);
    rival.stop();
    hand.join();
    double longestMs = rival.longestNanos.get() / 1e6;
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("runs_per_s", Math.round(rounds.ours()));
    more.put("bare_per_s", Math.round(rounds.floor()));
    more.put("people", MILLION);
    more.put("seconds", Math.round(seconds));
    more.put("longest_wait_for_a_lock_ms", Math.round(longestMs));
    more.put("rival_writes", rival.writes.get());
    more.put("effect_ms", Math.round(effectMs));
    more.put("heap_most", (Runtime.getRuntime().maxMemory() >> 20) + "MB");
    boolean holds = longestMs <= MOST_MS && effectMs <= MOST_MS;
    return holds ? rounds.result(BAR, more) : new Bench.Result(0, BAR, more);
  }

  /** Somebody who writes the same rows one at a time, as the engine and sign-ups do. */
  private final class Rival implements Runnable {
    private final long sequenceId;
    private final AtomicBoolean goesOn = new AtomicBoolean(true);
    private final AtomicLong longestNanos = new AtomicLong();
    private final AtomicLong writes = new AtomicLong();

    Rival(long sequenceId) {
      this.sequenceId = sequenceId;
    }

    void stop() {
      goesOn.set(false);
    }

    @Override
    public void run() {
      try (Connection connection = server.connect();
          PreparedStatement write =
              connection.prepareStatement(
                  "UPDATE run SET started_at = started_at + INTERVAL 1 SECOND WHERE id = ?")) {
        long first = number("SELECT MIN(id) FROM run WHERE sequence_id = " + sequenceId);
        while (goesOn.get()) {
          // Ahead of the job, where it is, and behind it.
          write.setLong(1, first + (writes.incrementAndGet() * 7919) % MILLION);
          long began = System.nanoTime();
          write.executeUpdate();
          longestNanos.accumulateAndGet(System.nanoTime() - began, Math::max);
        }
      } catch (SQLException fault) {
        throw new IllegalStateException(fault);
      }
    }
  }

  private double effectMs(long sequenceId) {
    Sequences sequences = server.bean(Sequences.class);
    List<Double> times = new ArrayList<>();
    for (int round = 0; round < Rounds.USUAL; round++) {
      long began = System.nanoTime();
      EditEffect.Effect effect =
          server.bean(SequencePreview.class).effect(sequenceId, draft(sequenceId, 60 + round));
      times.add((System.nanoTime() - began) / 1e6);
      if (effect.onTheirWay() != MILLION || effect.retimed() != MILLION) {
        throw new IllegalStateException("The effect told was " + effect);
      }
    }
    return Rounds.median(times);
  }

  /** Seconds until an edit has reached everybody. */
  private double retime(long sequenceId, int days) throws SQLException {
    Sequences sequences = server.bean(Sequences.class);
    Retiming retiming = server.bean(Retiming.class);
    long began = System.nanoTime();
    int version = sequences.get(sequenceId).version();
    server.bean(SequenceEdits.class).save(sequenceId, version, draft(sequenceId, days));
    while (retiming.came(sequenceId).isPresent()) {
      retiming.workOff();
    }
    double seconds = (System.nanoTime() - began) / 1e9;
    long others =
        number(
            "SELECT COUNT(*) FROM run WHERE sequence_id = %d AND next_due_at <> anchor_at + INTERVAL %d DAY"
                .formatted(sequenceId, days));
    if (others > 0) {
      throw new IllegalStateException(others + " people were not reached");
    }
    return seconds;
  }

  /** Seconds to read the same rows and write another moment into each. */
  private double bare(long sequenceId, int days) throws SQLException {
    long began = System.nanoTime();
    try (Connection connection = server.connect();
        PreparedStatement read =
            connection.prepareStatement(
                "SELECT id, anchor_at FROM run WHERE sequence_id = ? AND id > ? ORDER BY id LIMIT "
                    + PAGE);
        PreparedStatement write =
            connection.prepareStatement("UPDATE run SET next_due_at = ? WHERE id = ?")) {
      connection.setAutoCommit(false);
      long after = 0;
      int written = PAGE;
      while (written > 0) {
        written = 0;
        read.setLong(1, sequenceId);
        read.setLong(2, after);
        try (ResultSet rows = read.executeQuery()) {
          while (rows.next()) {
            after = rows.getLong(1);
            write.setTimestamp(
                1, Timestamp.from(rows.getTimestamp(2).toInstant().plusSeconds(days * 86_400L)));
            write.setLong(2, after);
            write.addBatch();
            written++;
          }
        }
        write.executeBatch();
        connection.commit();
      }
    }
    return (System.nanoTime() - began) / 1e9;
  }

  private long sequence(String name, int people) throws SQLException {
    Sequences sequences = server.bean(Sequences.class);
    Sequence made = sequences.make(name);
    SequenceDraft.StepDraft step =
        new SequenceDraft.StepDraft(Optional.empty(), true, 1, Wait.Unit.DAYS, EMAIL);
    Sequence saved =
        server.bean(SequenceEdits.class).save(made.id(), 1, new SequenceDraft(name, List.of(step)));
    long stepId = saved.steps().get(0).step().id();
    Timestamp anchor = Timestamp.from(Instant.now().minusSeconds(60));
    for (int first = 0; first < people; first += PIECE) {
      String key =
          "CONCAT('%s', %d + seq, '@mail.example')"
              .formatted(name.toLowerCase(java.util.Locale.ROOT), first);
      int piece = Math.min(PIECE, people - first);
      update(
          """
          INSERT INTO person (email, email_key, first_name, state, state_since, created_at)
          SELECT %1$s, %1$s, '', 'ON_THE_LIST', '%2$s', '%2$s' FROM seq_1_to_%3$d
          """
              .formatted(key, anchor, piece));
      update(
          """
          INSERT INTO run (sequence_id, person_id, started_at, anchor_at, next_step_id, next_due_at)
          SELECT %1$d, p.id, '%2$s', '%2$s', %3$d, TIMESTAMP('%2$s') + INTERVAL 1 DAY
            FROM seq_1_to_%4$d JOIN person p ON p.email_key = %5$s
          """
              .formatted(made.id(), anchor, stepId, piece, key));
    }
    update("ANALYZE TABLE run");
    return made.id();
  }

  private SequenceDraft draft(long sequenceId, int days) {
    Sequence sequence = server.bean(Sequences.class).get(sequenceId);
    SequenceDraft.StepDraft known = SequenceDraft.StepDraft.of(sequence.steps().get(0));
    SequenceDraft.StepDraft wanted =
        new SequenceDraft.StepDraft(Optional.empty(), true, days, Wait.Unit.DAYS, EMAIL);
    return new SequenceDraft(
        sequence.name(),
        List.of(
            new SequenceDraft.StepDraft(
                known.id(),
                known.emailId(),
                known.emailVersion(),
                true,
                wanted.rules(),
                known.email())));
  }

  private void update(String sql) throws SQLException {
    try (Connection connection = server.connect();
        Statement statement = connection.createStatement()) {
      statement.execute(sql);
    }
  }

  private long number(String sql) throws SQLException {
    try (Connection connection = server.connect();
        Statement statement = connection.createStatement();
        ResultSet row = statement.executeQuery(sql)) {
      row.next();
      return row.getLong(1);
    }
  }
}
