package jeton.core.quiz;

import java.util.List;
import java.util.Set;
import jeton.core.problem.Keys;
import jeton.core.problem.Problems;

/**
 * A question (Q1).
 *
 * @param id its key within the quiz, which stays when it is moved
 * @param name a word or two for the owner, who sees it on the quiz's line; may be empty
 * @param words what is asked
 * @param picture hash of a kept picture; empty for none
 * @param several whether several answers may be picked, one of them at least unless it is optional
 * @param optional whether it may be skipped
 */
public record Question(
    String id,
    String name,
    String words,
    String picture,
    boolean several,
    boolean optional,
    List<Answer> answers) {

  private static final int MOST_NAME = 24;
  private static final int MOST_WORDS = 200;

  /** Most answers of one question. */
  public static final int MOST_ANSWERS = 12;

  public Question {
    name = name == null ? "" : name.strip();
    words = words == null ? "" : words.strip();
    picture = picture == null ? "" : picture;
    answers = answers == null ? List.of() : List.copyOf(answers);
  }

  /** The same, with one answer giving an outcome other points. */
  Question withPoints(String answer, String outcome, int points) {
    return new Question(
        id,
        name,
        words,
        picture,
        several,
        optional,
        answers.stream()
            .map(a -> a.id().equals(answer) ? a.withPoints(outcome, points) : a)
            .toList());
  }

  /** How to speak of it. */
  public String named(int place) {
    return name.isEmpty() ? "Question " + place : "“" + name + "”";
  }

  /** The form's field that carries its answers. */
  public String field() {
    return "q_" + id;
  }

  /** Notes what keeps this from being saved. */
  void check(String path, Problems problems) {
    problems.line(name, path + ".name", "A name", MOST_NAME);
    problems.line(words, path + ".words", "A question", MOST_WORDS);
    problems.when(
        answers.size() > MOST_ANSWERS,
        path + ".answers",
        "too_many",
        "A question has at most " + MOST_ANSWERS + " answers.");
    Keys.check(answers.stream().map(Answer::id).toList(), path + ".answers", problems);
    for (int i = 0; i < answers.size(); i++) {
      answers.get(i).check(path + ".answers[" + i + "]", problems);
    }
  }

  /** The answers of these names, in the question's order. */
  public List<Answer> chosen(Set<String> ids) {
    return answers.stream().filter(answer -> ids.contains(answer.id())).toList();
  }
}
