package jeton.core.quiz;

import java.util.List;
import java.util.Set;

/**
 * A question (Q1).
 *
 * @param id its name within the quiz, which stays when it is moved
 * @param picture hash of a kept picture; empty for none
 * @param several whether several answers may be picked, one of them at least unless it is optional
 * @param optional whether it may be skipped
 */
public record Question(
    String id,
    String words,
    String picture,
    boolean several,
    boolean optional,
    List<Answer> answers) {

  public Question {
    words = words == null ? "" : words.strip();
    picture = picture == null ? "" : picture;
    answers = answers == null ? List.of() : List.copyOf(answers);
  }

  /** The same, with one answer giving an outcome other points. */
  Question withPoints(String answer, String outcome, int points) {
    return new Question(
        id,
        words,
        picture,
        several,
        optional,
        answers.stream()
            .map(a -> a.id().equals(answer) ? a.withPoints(outcome, points) : a)
            .toList());
  }

  /** The answers of these names, in the question's order. */
  public List<Answer> chosen(Set<String> ids) {
    return answers.stream().filter(answer -> ids.contains(answer.id())).toList();
  }
}
