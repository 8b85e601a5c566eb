package jeton.core.quiz;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToIntFunction;

/**
 * Ways to answer a question that come to the same.
 *
 * @param adds what they add to each total that is kept
 * @param ways how many there are: an answer, or a set of answers, each counts once (Q4)
 */
record Choice(int[] adds, BigInteger ways) {

  /**
   * All of a question. Skipping is one of them where it may be skipped, or has nothing to choose.
   *
   * @param totals what an answer adds to each total that is kept
   */
  static List<Choice> of(Question question, List<ToIntFunction<Answer>> totals) {
    Map<List<Integer>, BigInteger> ways = new LinkedHashMap<>();
    List<Integer> nothing = totals.stream().map(total -> 0).toList();
    if (question.several()) {
      ways.put(nothing, BigInteger.ONE);
      for (Answer answer : question.answers()) {
        Map<List<Integer>, BigInteger> with = new LinkedHashMap<>(ways);
        ways.forEach((sums, n) -> with.merge(plus(sums, answer, totals), n, BigInteger::add));
        ways = with;
      }
      if (!question.optional() && !question.answers().isEmpty()) {
        ways.computeIfPresent(
            nothing, (none, n) -> n.equals(BigInteger.ONE) ? null : n.subtract(BigInteger.ONE));
      }
    } else {
      for (Answer answer : question.answers()) {
        ways.merge(plus(nothing, answer, totals), BigInteger.ONE, BigInteger::add);
      }
      if (question.optional() || question.answers().isEmpty()) {
        ways.merge(nothing, BigInteger.ONE, BigInteger::add);
      }
    }
    List<Choice> choices = new ArrayList<>();
    ways.forEach((sums, n) -> choices.add(new Choice(sums.stream().mapToInt(i -> i).toArray(), n)));
    return choices;
  }

  private static List<Integer> plus(
      List<Integer> sums, Answer answer, List<ToIntFunction<Answer>> totals) {
    List<Integer> plus = new ArrayList<>(sums.size());
    for (int i = 0; i < sums.size(); i++) {
      plus.add(sums.get(i) + totals.get(i).applyAsInt(answer));
    }
    return plus;
  }
}
