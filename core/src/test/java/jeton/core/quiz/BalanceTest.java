package jeton.core.quiz;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import jeton.core.numbers.Share;
import org.junit.jupiter.api.Test;

class BalanceTest {
  private final Random chance = new Random(12);

  /** Shares are what counting every combination by hand comes to. */
  @Test
  void aThousandRandomQuizzes_areCountedAsByHand() {
    for (int n = 0; n < 1000; n++) {
      Scheme scheme = random();
      Balance balance = Balance.of(scheme);
      Map<String, Long> byHand = new HashMap<>();
      long all = 0;
      for (Map<String, Set<String>> given : combinations(scheme.questions())) {
        byHand.merge(scheme.judge(given).outcome().orElse(""), 1L, Long::sum);
        all++;
      }
      for (Outcome outcome : scheme.outcomes()) {
        Share share = balance.shares().get(outcome.id());
        assertThat(share.part().longValue())
            .as("%s of %s", outcome.id(), scheme)
            .isEqualTo(byHand.getOrDefault(outcome.id(), 0L));
        assertThat(share.whole().longValue()).isEqualTo(all);
        assertThat(balance.unreachable().contains(outcome.id())).isEqualTo(share.isNone());
      }
      assertThat(balance.nobody().part().longValue()).isEqualTo(byHand.getOrDefault("", 0L));
    }
  }

  private Scheme random() {
    boolean match = chance.nextInt(3) > 0;
    List<Outcome> outcomes = new ArrayList<>();
    for (int i = 0; i <= chance.nextInt(4); i++) {
      int from = chance.nextInt(12) - 4;
      outcomes.add(Outcome.owning("o" + i, from, from + chance.nextInt(6)));
    }
    List<Question> questions = new ArrayList<>();
    for (int q = 0; q <= chance.nextInt(4); q++) {
      List<Answer> answers = new ArrayList<>();
      for (int a = 0; a <= chance.nextInt(3); a++) {
        Map<String, Integer> points = new HashMap<>();
        outcomes.forEach(outcome -> points.put(outcome.id(), chance.nextInt(4)));
        answers.add(Answer.scoring("a" + a, points, chance.nextInt(7) - 2));
      }
      questions.add(
          new Question(
              "q" + q, "", "", "", chance.nextInt(3) == 0, chance.nextInt(3) == 0, answers));
    }
    Optional<String> tieBreak =
        chance.nextBoolean()
            ? Optional.of("q" + chance.nextInt(questions.size()))
            : Optional.empty();
    return new Scheme(match ? Scoring.MATCH : Scoring.RANGE, outcomes, questions, tieBreak);
  }

  private static List<Map<String, Set<String>>> combinations(List<Question> questions) {
    List<Map<String, Set<String>>> all = List.of(Map.of());
    for (Question question : questions) {
      List<Map<String, Set<String>>> longer = new ArrayList<>();
      for (Map<String, Set<String>> given : all) {
        for (Set<String> chosen : waysToAnswer(question)) {
          Map<String, Set<String>> more = new HashMap<>(given);
          more.put(question.id(), chosen);
          longer.add(more);
        }
      }
      all = longer;
    }
    return all;
  }

  private static List<Set<String>> waysToAnswer(Question question) {
    List<Set<String>> ways = new ArrayList<>();
    int n = question.answers().size();
    for (int subset = 0; subset < 1 << n; subset++) {
      Set<String> chosen = new LinkedHashSet<>();
      for (int a = 0; a < n; a++) {
        if ((subset >> a & 1) == 1) {
          chosen.add(question.answers().get(a).id());
        }
      }
      boolean allowed =
          chosen.isEmpty() ? question.optional() : question.several() || chosen.size() == 1;
      if (allowed) {
        ways.add(chosen);
      }
    }
    return ways;
  }

  /** Questions whose answers each give so much to one outcome. */
  private static Scheme alike(int questions, int answers, boolean several, int step) {
    List<Outcome> outcomes =
        IntStream.range(0, 4).mapToObj(i -> Outcome.owning("o" + i, 0, 0)).toList();
    return new Scheme(
        Scoring.MATCH,
        outcomes,
        IntStream.range(0, questions)
            .mapToObj(
                q ->
                    new Question(
                        "q" + q,
                        "",
                        "",
                        "",
                        several,
                        false,
                        IntStream.range(0, answers)
                            .mapToObj(
                                a ->
                                    Answer.scoring(
                                        "a" + a, Map.of("o" + a % 4, 1 + (a + q) % step), 0))
                            .toList()))
            .toList(),
        Optional.empty());
  }

  @Test
  void numbersThatNoLongHolds_areCountedExactly() {
    Balance balance = Balance.of(alike(9, 8, true, 1));
    assertThat(balance.exact()).isTrue();
    BigInteger all = BigInteger.valueOf(255).pow(9);
    BigInteger sum =
        balance.shares().values().stream()
            .map(Share::part)
            .reduce(BigInteger.ZERO, BigInteger::add);
    assertThat(sum).isEqualTo(all);
    assertThat(balance.shares().get("o0").value()).isGreaterThan(0.25);
  }

  @Test
  void tooManyTotals_areNoticedQuickly_whateverTheNumberOfWays() {
    assertThat(Balance.of(alike(24, 8, true, 1)).exact()).isFalse();
  }

  @Test
  void beyondTheLimit_itIsDrawn_theSameEachTime_withItsError() {
    Scheme scheme = alike(20, 6, false, 10);
    Balance drawn = Balance.of(scheme);
    assertThat(drawn.exact()).isFalse();
    assertThat(drawn.shares().get("o0").whole().intValue()).isEqualTo(Balance.DRAWS);
    assertThat(Balance.of(scheme)).isEqualTo(drawn);
    assertThat(drawn.error("o0")).isBetween(0.0005, 0.0025);
  }

  @Test
  void anEstimate_isCloseToWhatCountingComesTo() {
    for (Scheme scheme : List.of(alike(6, 6, false, 1), alike(4, 5, true, 2), random())) {
      Balance counted = Balance.of(scheme);
      Balance drawn = Balance.estimated(scheme);
      assertThat(counted.exact()).isTrue();
      counted
          .shares()
          .forEach(
              (id, share) ->
                  assertThat(drawn.shares().get(id).value())
                      .isCloseTo(share.value(), within(0.006)));
    }
  }

  @Test
  void aQuizWithNothingInIt_leadsToItsFirstOutcome() {
    Scheme empty =
        new Scheme(Scoring.MATCH, List.of(Outcome.owning("A", 0, 0)), List.of(), Optional.empty());
    assertThat(Balance.of(empty).shares().get("A").reduced()).isEqualTo("1/1");
    Scheme none = new Scheme(Scoring.MATCH, List.of(), List.of(), Optional.empty());
    assertThat(none.judge(Map.of()).outcome()).isEmpty();
    assertThat(Balance.of(none).nobody().reduced()).isEqualTo("1/1");
  }

  @Test
  void tiesAreCounted() {
    Scheme scheme = alike(2, 2, false, 1);
    // One answer each way, in both orders: two of four ways tie.
    assertThat(Balance.of(scheme).ties().reduced()).isEqualTo("1/2");
  }
}
