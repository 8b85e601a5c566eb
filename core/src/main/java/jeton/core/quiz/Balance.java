package jeton.core.quiz;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.ToIntFunction;
import jeton.core.numbers.Share;

/**
 * How evenly a quiz leads to its outcomes (Q4): the share of all ways to answer it that leads to
 * each, every way alike.
 *
 * @param shares by outcome, in their order
 * @param nobody the share of totals that no outcome owns; nothing for {@link Scoring#MATCH}
 * @param ties the share of ways in which several have the highest total
 * @param unreachable outcomes nobody can get; of an estimate, those that no draw came to
 * @param exact whether every way was counted; else it was drawn {@link #DRAWS} times
 */
public record Balance(
    Map<String, Share> shares, Share nobody, Share ties, List<String> unreachable, boolean exact) {

  /** Most distinct totals that are kept; beyond, the shares are estimated. */
  public static final int MOST_TOTALS = 200_000;

  /** Draws of an estimate. */
  public static final int DRAWS = 200_000;

  private static final long SEED = 20_261_126;
  private static final double NINETY_FIVE_PERCENT = 1.959964;
  // What a signed long holds, with a bit to spare.
  private static final int MOST_BITS = 62;

  /** Counts every way, or draws where there are too many totals. */
  public static Balance of(Scheme scheme) {
    Table table = Table.of(scheme);
    return table
        .counted()
        .map(wins -> table.balance(wins, true))
        .orElseGet(() -> table.balance(table.drawn(), false));
  }

  /** Draws, however few totals there are. */
  static Balance estimated(Scheme scheme) {
    Table table = Table.of(scheme);
    return table.balance(table.drawn(), false);
  }

  /**
   * Half the width of the 95 % interval around an estimated share; 0 where it is exact.
   *
   * @param outcome by its name
   */
  public double error(String outcome) {
    double p = shares.get(outcome).value();
    return exact ? 0 : NINETY_FIVE_PERCENT * Math.sqrt(p * (1 - p) / DRAWS);
  }

  /**
   * The smallest number of ways of which all shares are whole parts: “28 of 81 ways”.
   *
   * @return the number of all ways divided by what is common to all parts
   */
  public BigInteger commonWays() {
    BigInteger whole = nobody.whole();
    BigInteger common = whole.gcd(nobody.part()).gcd(ties.part());
    for (Share share : shares.values()) {
      common = common.gcd(share.part());
    }
    return common.signum() == 0 ? whole : whole.divide(common);
  }

  /** Ways per place of an outcome, those of nobody last, and how many tied. */
  private record Wins(BigInteger[] of, BigInteger ties) {
    static Wins none(int outcomes) {
      BigInteger[] none = new BigInteger[outcomes + 1];
      Arrays.fill(none, BigInteger.ZERO);
      return new Wins(none, BigInteger.ZERO);
    }

    Wins and(int place, boolean tie, BigInteger ways) {
      of[place] = of[place].add(ways);
      return new Wins(of, tie ? ties.add(ways) : ties);
    }
  }

  /**
   * A quiz as numbers: what each way to answer a question adds to the totals that are kept.
   *
   * @param last the tie-break question's, which are looked at when all else is added up; empty
   *     where there is none
   * @param least the lowest total, for {@link Scoring#RANGE}: totals are counted from it
   */
  private record Table(
      Scheme scheme, List<List<Choice>> questions, List<Choice> last, int totals, int least) {

    static Table of(Scheme scheme) {
      List<ToIntFunction<Answer>> totals = new ArrayList<>();
      if (scheme.scoring() == Scoring.RANGE) {
        totals.add(Answer::worth);
      } else {
        scheme.outcomes().forEach(outcome -> totals.add(a -> a.pointsTo(outcome.id())));
      }
      List<List<Choice>> questions = new ArrayList<>();
      List<Choice> last = List.of();
      int least = 0;
      for (Question question : scheme.questions()) {
        List<Choice> choices = Choice.of(question, totals);
        if (scheme.tieBreak().filter(question.id()::equals).isPresent()) {
          last = choices;
        } else {
          int lowest =
              scheme.scoring() == Scoring.RANGE
                  ? choices.stream().mapToInt(choice -> choice.adds()[0]).min().orElse(0)
                  : 0;
          least += lowest;
          questions.add(from(choices, lowest));
        }
      }
      return new Table(scheme, questions, last, totals.size(), least);
    }

    private static List<Choice> from(List<Choice> choices, int lowest) {
      return choices.stream()
          .map(
              choice ->
                  new Choice(
                      Arrays.stream(choice.adds()).map(add -> add - lowest).toArray(),
                      choice.ways()))
          .toList();
    }

    private BigInteger allWays() {
      BigInteger all =
          ways(last.isEmpty() ? List.of(new Choice(new int[0], BigInteger.ONE)) : last);
      for (List<Choice> choices : questions) {
        all = all.multiply(ways(choices));
      }
      return all;
    }

    private static BigInteger ways(List<Choice> choices) {
      return choices.stream().map(Choice::ways).reduce(BigInteger.ZERO, BigInteger::add);
    }

    Balance balance(Wins wins, boolean exact) {
      BigInteger all = exact ? allWays() : BigInteger.valueOf(DRAWS);
      Map<String, Share> shares = new LinkedHashMap<>();
      List<String> unreachable = new ArrayList<>();
      for (int i = 0; i < scheme.outcomes().size(); i++) {
        Share share = new Share(wins.of()[i], all);
        shares.put(scheme.outcomes().get(i).id(), share);
        if (share.isNone()) {
          unreachable.add(scheme.outcomes().get(i).id());
        }
      }
      Share nobody = new Share(wins.of()[scheme.outcomes().size()], all);
      return new Balance(
          Collections.unmodifiableMap(shares),
          nobody,
          new Share(wins.ties(), all),
          List.copyOf(unreachable),
          exact);
    }

    /** Every way; empty where more totals would have to be kept than {@link #MOST_TOTALS}. */
    Optional<Wins> counted() {
      Radix radix = Radix.of(this);
      if (radix.fits() && allWays().bitLength() <= MOST_BITS) {
        return countedQuickly(radix);
      }
      // Which totals there are is told quickly, whatever the number of ways to them.
      return radix.fits() && !isFew(radix) ? Optional.empty() : countedAtLength();
    }

    private boolean isFew(Radix radix) {
      Counts now = new Counts(radix.room(), MOST_TOTALS);
      Counts next = new Counts(radix.room(), MOST_TOTALS);
      now.add(0, 1);
      for (List<Choice> choices : questions) {
        long[] steps = choices.stream().mapToLong(c -> radix.number(c.adds())).toArray();
        for (int i = 0; i < now.size(); i++) {
          for (long step : steps) {
            if (!next.note(now.key(i) + step)) {
              return false;
            }
          }
        }
        Counts emptied = now;
        now = next;
        next = emptied;
        next.clear();
      }
      return true;
    }

    private Optional<Wins> countedQuickly(Radix radix) {
      Counts now = new Counts(radix.room(), MOST_TOTALS);
      Counts next = new Counts(radix.room(), MOST_TOTALS);
      now.add(0, 1);
      for (List<Choice> choices : questions) {
        long[] steps = choices.stream().mapToLong(c -> radix.number(c.adds())).toArray();
        long[] ways = choices.stream().mapToLong(c -> c.ways().longValueExact()).toArray();
        if (!now.moveTo(next, steps, ways)) {
          return Optional.empty();
        }
        Counts emptied = now;
        now = next;
        next = emptied;
      }
      return Optional.of(decided(radix, now));
    }

    /** Who wins in each state. All ways together fit a long, so any part of them does. */
    private Wins decided(Radix radix, Counts states) {
      List<Choice> ends =
          last.isEmpty() ? List.of(new Choice(new int[totals], BigInteger.ONE)) : last;
      long[] endWays = ends.stream().mapToLong(end -> end.ways().longValueExact()).toArray();
      int[][] endAdds = ends.stream().map(Choice::adds).toArray(int[][]::new);
      long[] wins = new long[scheme.outcomes().size() + 1];
      long ties = 0;
      int[] sums = new int[totals];
      int[] with = new int[totals];
      for (int i = 0; i < states.size(); i++) {
        radix.totals(states.key(i), sums);
        for (int e = 0; e < endWays.length; e++) {
          long ways = states.count(i) * endWays[e];
          for (int t = 0; t < totals; t++) {
            with[t] = sums[t] + endAdds[e][t];
          }
          boolean tie = isTie(with);
          wins[place(with, endAdds[e])] += ways;
          ties += tie ? ways : 0;
        }
      }
      return new Wins(
          Arrays.stream(wins).mapToObj(BigInteger::valueOf).toArray(BigInteger[]::new),
          BigInteger.valueOf(ties));
    }

    /** For numbers that no long holds. */
    private Optional<Wins> countedAtLength() {
      Map<List<Integer>, BigInteger> now = Map.of(Collections.nCopies(totals, 0), BigInteger.ONE);
      for (List<Choice> choices : questions) {
        Map<List<Integer>, BigInteger> next = new HashMap<>();
        for (Map.Entry<List<Integer>, BigInteger> state : now.entrySet()) {
          for (Choice choice : choices) {
            next.merge(
                plus(state.getKey(), choice.adds()),
                state.getValue().multiply(choice.ways()),
                BigInteger::add);
          }
          if (next.size() > MOST_TOTALS) {
            return Optional.empty();
          }
        }
        now = next;
      }
      Wins wins = Wins.none(scheme.outcomes().size());
      for (Map.Entry<List<Integer>, BigInteger> state : now.entrySet()) {
        int[] sums = state.getKey().stream().mapToInt(i -> i).toArray();
        wins = decide(sums, state.getValue(), wins);
      }
      return Optional.of(wins);
    }

    private static List<Integer> plus(List<Integer> sums, int[] adds) {
      List<Integer> plus = new ArrayList<>(adds.length);
      for (int i = 0; i < adds.length; i++) {
        plus.add(sums.get(i) + adds[i]);
      }
      return plus;
    }

    private Wins decide(int[] sums, BigInteger ways, Wins so) {
      List<Choice> ends =
          last.isEmpty() ? List.of(new Choice(new int[totals], BigInteger.ONE)) : last;
      Wins wins = so;
      int[] with = new int[totals];
      for (Choice end : ends) {
        for (int t = 0; t < totals; t++) {
          with[t] = sums[t] + end.adds()[t];
        }
        wins = wins.and(place(with, end.adds()), isTie(with), ways.multiply(end.ways()));
      }
      return wins;
    }

    private boolean isTie(int[] sums) {
      return scheme.scoring() == Scoring.MATCH && Winner.isTie(sums);
    }

    /** The place of who wins; the one after the last for nobody. */
    private int place(int[] sums, int[] byTieBreak) {
      int winner =
          scheme.scoring() == Scoring.RANGE
              ? scheme.owner(sums[0] + least).map(scheme.outcomes()::indexOf).orElse(-1)
              : Winner.of(sums, byTieBreak);
      return winner < 0 ? scheme.outcomes().size() : winner;
    }

    /** The same draws each time, so that a number changes only when the quiz does. */
    Wins drawn() {
      Random random = new Random(SEED);
      List<Draw> draws = questions.stream().map(Draw::of).toList();
      Draw tieBreak = last.isEmpty() ? null : Draw.of(last);
      long[] wins = new long[scheme.outcomes().size() + 1];
      long ties = 0;
      int[] sums = new int[totals];
      int[] none = new int[totals];
      for (int n = 0; n < DRAWS; n++) {
        Arrays.fill(sums, 0);
        for (Draw draw : draws) {
          add(sums, draw.next(random));
        }
        int[] decides = tieBreak == null ? none : tieBreak.next(random);
        add(sums, decides);
        wins[place(sums, decides)]++;
        ties += isTie(sums) ? 1 : 0;
      }
      return new Wins(
          Arrays.stream(wins).mapToObj(BigInteger::valueOf).toArray(BigInteger[]::new),
          BigInteger.valueOf(ties));
    }

    private static void add(int[] sums, int[] adds) {
      for (int i = 0; i < adds.length; i++) {
        sums[i] += adds[i];
      }
    }
  }

  /** Draws ways to answer one question, each as likely as any other. */
  private record Draw(int[][] adds, double[] upTo) {
    static Draw of(List<Choice> choices) {
      double all = Table.ways(choices).doubleValue();
      double[] upTo = new double[choices.size()];
      double so = 0;
      for (int i = 0; i < upTo.length; i++) {
        so += choices.get(i).ways().doubleValue() / all;
        upTo[i] = so;
      }
      upTo[upTo.length - 1] = 1;
      return new Draw(choices.stream().map(Choice::adds).toArray(int[][]::new), upTo);
    }

    int[] next(Random random) {
      double at = random.nextDouble();
      int i = 0;
      while (upTo[i] <= at) {
        i++;
      }
      return adds[i];
    }
  }

  /**
   * Totals as one number: each has the room it can need, so that adding numbers adds totals.
   *
   * @param each room of each total
   * @param room of all together; −1 where no long holds it
   */
  private record Radix(long[] each, long room) {
    static Radix of(Table table) {
      long[] each = new long[table.totals()];
      Arrays.fill(each, 1);
      for (List<Choice> choices : table.questions()) {
        for (int i = 0; i < each.length; i++) {
          int place = i;
          each[i] += choices.stream().mapToInt(choice -> choice.adds()[place]).max().orElse(0);
        }
      }
      BigInteger room = BigInteger.ONE;
      for (long one : each) {
        room = room.multiply(BigInteger.valueOf(one));
      }
      return new Radix(each, room.bitLength() <= MOST_BITS ? room.longValueExact() : -1);
    }

    boolean fits() {
      return room > 0;
    }

    long number(int[] totals) {
      long number = 0;
      for (int i = 0; i < totals.length; i++) {
        number = number * each[i] + totals[i];
      }
      return number;
    }

    void totals(long number, int[] totals) {
      long left = number;
      int i = totals.length - 1;
      while (i >= 0 && left > Integer.MAX_VALUE) {
        long rest = left / each[i];
        totals[i] = (int) (left - rest * each[i]);
        left = rest;
        i--;
      }
      // Short numbers divide several times as quickly.
      int few = (int) left;
      while (i >= 0) {
        int by = (int) each[i];
        int rest = few / by;
        totals[i] = few - rest * by;
        few = rest;
        i--;
      }
    }
  }
}
