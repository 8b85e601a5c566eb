package jeton.server.quiz;

import java.time.Instant;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import jeton.core.quiz.Answers;

/**
 * A quiz played to its end.
 *
 * @param outcome key of what it came to; empty for a total that nobody owns
 * @param countedAt when it became the person's (Q9, S12)
 * @param tagsGiven those that it gave, and took over from the play before
 */
record Play(
    long id,
    long editionId,
    Instant at,
    Optional<String> outcome,
    Answers answers,
    Optional<Long> personId,
    Optional<Instant> givenAt,
    Optional<Instant> countedAt,
    List<String> tagsGiven) {

  /** Answers as they are kept: {@code ;q1:a;q2:b;}, so that one can be looked for. */
  static String written(Answers answers) {
    StringBuilder text = new StringBuilder(";");
    new TreeMap<>(answers.chosen())
        .forEach(
            (question, keys) ->
                keys.stream()
                    .sorted()
                    .forEach(key -> text.append(question).append(':').append(key).append(';')));
    return text.toString();
  }

  /** As {@link #written} wrote them. */
  static Answers read(String text) {
    Map<String, Set<String>> chosen = new TreeMap<>();
    for (String one : text.split(";")) {
      int colon = one.indexOf(':');
      if (colon > 0) {
        chosen
            .computeIfAbsent(one.substring(0, colon), question -> new LinkedHashSet<>())
            .add(one.substring(colon + 1));
      }
    }
    return new Answers(chosen);
  }
}
