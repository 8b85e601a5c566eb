package jeton.core.quiz;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;

/**
 * What somebody answered, checked against the quiz they were shown (Q1).
 *
 * @param chosen keys of answers by keys of questions; a question that was skipped has no entry
 */
public record Answers(Map<String, Set<String>> chosen) {
  public Answers {
    chosen = Map.copyOf(chosen);
  }

  /**
   * What was sent, and what is wrong with it.
   *
   * @param problems each at its question's {@link Question#field}; empty when all is well
   */
  public record Read(Answers answers, List<Problem> problems) {}

  /**
   * Reads what a form sent.
   *
   * @param sent keys of answers by the question's field, in any number and order
   */
  public static Read read(Scheme scheme, Function<String, List<String>> sent) {
    Problems problems = new Problems();
    Map<String, Set<String>> chosen = new LinkedHashMap<>();
    for (Question question : scheme.questions()) {
      Set<String> keys = new LinkedHashSet<>(sent.apply(question.field()));
      check(question, keys, problems);
      if (!keys.isEmpty()) {
        chosen.put(question.id(), keys);
      }
    }
    return new Read(new Answers(problems.none() ? chosen : Map.of()), problems.list());
  }

  private static void check(Question question, Set<String> keys, Problems problems) {
    problems.when(
        keys.isEmpty() && !question.optional(),
        question.field(),
        "unanswered",
        question.several() ? "Choose one answer or more." : "Choose an answer.");
    problems.when(
        question.chosen(keys).size() < keys.size(),
        question.field(),
        "unknown_answer",
        "This answer is not one of the question's. Load the page again and choose anew.");
    problems.when(
        !question.several() && keys.size() > 1,
        question.field(),
        "only_one",
        "Choose one answer only.");
  }

  /** What they come to. */
  public Scheme.Judged judged(Scheme scheme) {
    return scheme.judge(chosen);
  }

  /**
   * Words of what was chosen, by keys of questions, in the quiz's order; questions that are gone
   * are left out.
   */
  public Map<String, String> inWords(Scheme scheme) {
    Map<String, String> words = new LinkedHashMap<>();
    for (Question question : scheme.questions()) {
      List<String> said =
          question.chosen(chosen.getOrDefault(question.id(), Set.of())).stream()
              .map(Answer::words)
              .toList();
      if (!said.isEmpty()) {
        words.put(question.id(), String.join(", ", said));
      }
    }
    return words;
  }

  /** Tags that a play with this outcome gives (Q9), each once. */
  public Set<String> tags(Scheme scheme, Outcome outcome) {
    Set<String> tags = new LinkedHashSet<>(outcome.tags());
    for (Question question : scheme.questions()) {
      question
          .chosen(chosen.getOrDefault(question.id(), Set.of()))
          .forEach(answer -> tags.addAll(answer.tags()));
    }
    return tags;
  }
}
