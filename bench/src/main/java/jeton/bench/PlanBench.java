package jeton.bench;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.followup.Condition;
import jeton.core.followup.Known;
import jeton.core.followup.Pace;
import jeton.core.followup.SendingWindow;
import jeton.core.followup.Standing;
import jeton.core.followup.Step;
import jeton.core.followup.StepTiming;
import jeton.core.followup.Turn;
import jeton.core.followup.Wait;

/**
 * Turns of runs decided on one core (T1 to T9), against a loop that only does the same java.time
 * arithmetic.
 */
final class PlanBench implements Bench.Measurement {
  private static final double BAR = 0.3;
  private static final int ROUNDS = 400_000;
  private static final int WARM_UP = 2;
  private static final int TURNS = 7;
  private static final ZoneId ZONE = ZoneId.of("Europe/Dublin");
  private static final Instant START = Instant.parse("2026-03-02T09:00:00Z");
  private static final LocalTime AT = LocalTime.of(8, 0);
  private static final Set<DayOfWeek> WEEKDAYS = EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY);
  private static final List<Step> STEPS =
      List.of(step(1, 2), step(2, 3), step(3, 1), step(4, 7), step(5, 4));

  // Read at the end, so that nothing measured is thrown away as unused.
  private long seen;

  @Override
  public Bench.Result run(BenchServer server) {
    for (int turn = 0; turn < WARM_UP; turn++) {
      perSecond(this::decide);
      perSecond(this::add);
    }
    Rounds rounds = new Rounds();
    for (int turn = 0; turn < TURNS; turn++) {
      rounds.add(perSecond(this::decide), perSecond(this::add));
    }
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("decided_per_s", Math.round(rounds.ours()));
    more.put("bare_per_s", Math.round(rounds.floor()));
    more.put("seen", Long.toHexString(seen));
    return rounds.result(BAR, more);
  }

  private static double perSecond(java.util.function.IntConsumer work) {
    long began = System.nanoTime();
    for (int i = 0; i < ROUNDS; i++) {
      work.accept(i);
    }
    return ROUNDS / ((System.nanoTime() - began) / 1e9);
  }

  private static Step step(long id, int days) {
    return new Step(
        id,
        id << 32,
        true,
        new StepTiming(
            new Wait(days, Wait.Unit.DAYS),
            Optional.of(AT),
            WEEKDAYS,
            Optional.of(SendingWindow.of("07:00", "18:00"))),
        Condition.ALWAYS);
  }

  private void decide(int i) {
    Instant anchor = START.plusSeconds(i * 977L);
    Turn turn = Turn.of(STEPS, Standing.start(anchor), Pace.in(ZONE), Known.NOTHING, anchor);
    if (turn.next() instanceof Turn.Next.Wait wait) {
      seen += wait.until().toEpochMilli();
    }
  }

  /** The arithmetic alone: local date, n days on, at a time, forward to a weekday, back to UTC. */
  private void add(int i) {
    Instant anchor = START.plusSeconds(i * 977L);
    LocalDate date = LocalDate.ofInstant(anchor, ZONE).plusDays(2);
    Instant due = date.atTime(AT).atZone(ZONE).toInstant();
    LocalDateTime local = LocalDateTime.ofInstant(due, ZONE);
    while (!WEEKDAYS.contains(local.getDayOfWeek())) {
      local = local.plusDays(1);
    }
    seen += local.atZone(ZONE).toInstant().toEpochMilli();
  }
}
