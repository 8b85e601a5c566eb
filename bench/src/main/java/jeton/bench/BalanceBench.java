package jeton.bench;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.IntStream;
import jeton.core.quiz.Answer;
import jeton.core.quiz.Balance;
import jeton.core.quiz.Outcome;
import jeton.core.quiz.Question;
import jeton.core.quiz.Scheme;
import jeton.core.quiz.Scoring;

/**
 * The exact balance of 20 questions of 6 answers with 4 outcomes, close to the most totals that are
 * counted, against a plain loop over the same additions.
 */
final class BalanceBench implements Bench.Measurement {
  private static final int QUESTIONS = 20;
  private static final int ANSWERS = 6;
  private static final int OUTCOMES = 4;
  private static final int ROOM = 2 * QUESTIONS + 1;
  private static final int WARM_UP = 12;
  private static final double BAR = 0.5;

  @Override
  public Bench.Result run(BenchServer server) {
    Scheme scheme = scheme();
    if (!Balance.of(scheme).exact()) {
      throw new IllegalStateException("This quiz has too many totals to be counted");
    }
    List<int[]> states = states();
    Rounds rounds = new Rounds();
    double slowest = 0;
    for (int turn = 0; turn < WARM_UP + Rounds.USUAL; turn++) {
      double floor = seconds(() -> plain(states));
      double ours = seconds(() -> Balance.of(scheme));
      if (turn >= WARM_UP) {
        rounds.add(1 / ours, 1 / floor);
        slowest = Math.max(slowest, ours);
      }
    }
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("totals", states.get(QUESTIONS).length);
    more.put("slowest_ms", Math.round(slowest * 1000));
    more.put("bare_ms", Math.round(1000 / rounds.floor()));
    return rounds.result(BAR, more);
  }

  private static double seconds(Runnable work) {
    long began = System.nanoTime();
    work.run();
    return (System.nanoTime() - began) / 1e9;
  }

  private static int outcome(int question, int answer) {
    return (answer < OUTCOMES ? answer : answer + question) % OUTCOMES;
  }

  private static int points(int answer) {
    return answer < OUTCOMES ? 1 : 3;
  }

  private static Scheme scheme() {
    List<Outcome> outcomes =
        IntStream.range(0, OUTCOMES)
            .mapToObj(i -> new Outcome("o" + i, "", "", "", "", "", 0, 0, List.of()))
            .toList();
    return new Scheme(
        Scoring.MATCH,
        outcomes,
        IntStream.range(0, QUESTIONS)
            .mapToObj(q -> new Question("q" + q, "", "", "", false, false, answers(q)))
            .toList(),
        Optional.empty());
  }

  private static List<Answer> answers(int q) {
    return IntStream.range(0, ANSWERS)
        .mapToObj(a -> Answer.scoring("a" + a, Map.of("o" + outcome(q, a), points(a)), 0))
        .toList();
  }

  private static int[] steps(int q) {
    return IntStream.range(0, ANSWERS)
        .map(a -> points(a) * (int) Math.pow(ROOM, outcome(q, a)))
        .toArray();
  }

  /** Totals before each question, and after the last. */
  private static List<int[]> states() {
    List<int[]> states = new ArrayList<>();
    TreeSet<Integer> now = new TreeSet<>(List.of(0));
    for (int q = 0; q <= QUESTIONS; q++) {
      states.add(now.stream().mapToInt(i -> i).toArray());
      TreeSet<Integer> next = new TreeSet<>();
      int[] steps = steps(q);
      now.forEach(state -> IntStream.of(steps).forEach(step -> next.add(state + step)));
      now = next;
    }
    return states;
  }

  /** Only the additions. */
  private static long plain(List<int[]> states) {
    int room = (int) Math.pow(ROOM, OUTCOMES);
    long[] now = new long[room];
    long[] next = new long[room];
    now[0] = 1;
    for (int q = 0; q < QUESTIONS; q++) {
      int[] steps = steps(q);
      for (int state : states.get(q)) {
        long count = now[state];
        now[state] = 0;
        for (int step : steps) {
          next[state + step] += count;
        }
      }
      long[] emptied = now;
      now = next;
      next = emptied;
    }
    return now[room - 1];
  }
}
