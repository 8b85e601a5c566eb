package jeton.core.quiz;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import jeton.core.problem.Keys;
import jeton.core.problem.Problems;

/**
 * What a quiz asks, and how answers lead to one of its outcomes.
 *
 * @param outcomes in the owner's order, which decides ties
 * @param tieBreak the question that decides a tie if it can, for {@link Scoring#MATCH} (Q2)
 */
public record Scheme(
    Scoring scoring, List<Outcome> outcomes, List<Question> questions, Optional<String> tieBreak) {

  public Scheme {
    scoring = scoring == null ? Scoring.MATCH : scoring;
    outcomes = outcomes == null ? List.of() : List.copyOf(outcomes);
    questions = questions == null ? List.of() : List.copyOf(questions);
    tieBreak = tieBreak == null || scoring == Scoring.RANGE ? Optional.empty() : tieBreak;
  }

  /** Most questions of a quiz. */
  public static final int MOST_QUESTIONS = 30;

  /** Most outcomes of a quiz. */
  public static final int MOST_OUTCOMES = 12;

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    problems.when(
        questions.size() > MOST_QUESTIONS,
        path + ".questions",
        "too_many",
        "A quiz has at most " + MOST_QUESTIONS + " questions.");
    problems.when(
        outcomes.size() > MOST_OUTCOMES,
        path + ".outcomes",
        "too_many",
        "A quiz has at most " + MOST_OUTCOMES + " outcomes.");
    Keys.check(questions.stream().map(Question::id).toList(), path + ".questions", problems);
    Keys.check(outcomes.stream().map(Outcome::id).toList(), path + ".outcomes", problems);
    for (int i = 0; i < questions.size(); i++) {
      questions.get(i).check(path + ".questions[" + i + "]", problems);
    }
    for (int i = 0; i < outcomes.size(); i++) {
      outcomes.get(i).check(path + ".outcomes[" + i + "]", problems);
    }
  }

  /** The outcome of a key. */
  public Optional<Outcome> outcome(String id) {
    return outcomes.stream().filter(outcome -> outcome.id().equals(id)).findFirst();
  }

  /**
   * What answers come to.
   *
   * @param totals of each outcome, in their order; empty for {@link Scoring#RANGE}
   * @param total of all answers; 0 for {@link Scoring#MATCH}
   * @param outcome empty for a total that no outcome owns
   */
  public record Judged(Map<String, Integer> totals, int total, Optional<String> outcome) {}

  /**
   * Judges a play.
   *
   * @param given names of answers by names of questions; what is not of this quiz counts for
   *     nothing
   */
  public Judged judge(Map<String, Set<String>> given) {
    return scoring == Scoring.MATCH ? match(given) : range(given);
  }

  private List<Answer> chosen(Question question, Map<String, Set<String>> given) {
    return question.chosen(given.getOrDefault(question.id(), Set.of()));
  }

  private Judged match(Map<String, Set<String>> given) {
    int[] totals = new int[outcomes.size()];
    int[] byTieBreak = new int[outcomes.size()];
    for (Question question : questions) {
      boolean decides = tieBreak.filter(question.id()::equals).isPresent();
      for (Answer answer : chosen(question, given)) {
        for (int i = 0; i < totals.length; i++) {
          int points = answer.pointsTo(outcomes.get(i).id());
          totals[i] += points;
          byTieBreak[i] += decides ? points : 0;
        }
      }
    }
    Map<String, Integer> named = new LinkedHashMap<>();
    for (int i = 0; i < totals.length; i++) {
      named.put(outcomes.get(i).id(), totals[i]);
    }
    int winner = Winner.of(totals, byTieBreak);
    return new Judged(
        named, 0, winner < 0 ? Optional.empty() : Optional.of(outcomes.get(winner).id()));
  }

  private Judged range(Map<String, Set<String>> given) {
    int total =
        questions.stream()
            .flatMap(question -> chosen(question, given).stream())
            .mapToInt(Answer::worth)
            .sum();
    return new Judged(Map.of(), total, owner(total).map(Outcome::id));
  }

  /** The same, with an answer giving an outcome other points: what that would change. */
  public Scheme withPoints(String question, String answer, String outcome, int points) {
    return new Scheme(
        scoring,
        outcomes,
        questions.stream()
            .map(q -> q.id().equals(question) ? q.withPoints(answer, outcome, points) : q)
            .toList(),
        tieBreak);
  }

  /** The outcome that owns a total, the earlier of two. */
  Optional<Outcome> owner(int total) {
    return outcomes.stream().filter(outcome -> outcome.owns(total)).findFirst();
  }

  /**
   * Totals that can be reached and have no owner, or more than one (Q3), ascending.
   *
   * @param unowned of nobody
   * @param ownedTwice of two outcomes or more
   */
  public record Doubts(List<Integer> unowned, List<Integer> ownedTwice) {}

  /** Which totals are in doubt. */
  public Doubts doubts() {
    List<Integer> unowned = new ArrayList<>();
    List<Integer> twice = new ArrayList<>();
    for (int total : attainable()) {
      long owners = outcomes.stream().filter(outcome -> outcome.owns(total)).count();
      if (owners == 0) {
        unowned.add(total);
      } else if (owners > 1) {
        twice.add(total);
      }
    }
    return new Doubts(List.copyOf(unowned), List.copyOf(twice));
  }

  /** All totals that answers can come to, for {@link Scoring#RANGE}. */
  public SortedSet<Integer> attainable() {
    SortedSet<Integer> totals = new TreeSet<>(Set.of(0));
    for (Question question : questions) {
      SortedSet<Integer> next = new TreeSet<>();
      for (Choice choice : Choice.of(question, List.of(Answer::worth))) {
        totals.forEach(total -> next.add(total + choice.adds()[0]));
      }
      totals = next;
    }
    return totals;
  }
}
