package jeton.demo;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import org.springframework.stereotype.Component;

/**
 * People who played the quiz: some stop at a question, more at the address, most who sign up look
 * at what they came to.
 */
@Component
class QuizHistory {
  private static final int PEOPLE = 96;
  private static final List<Integer> ANSWERS = List.of(3, 4, 3, 3, 3);
  private static final List<String> NAMES =
      List.of(
          "Aisling", "Bram", "Cara", "Dillon", "Esme", "Fintan", "Greta", "Harun", "Ines", "Jonas",
          "Keira", "Linus", "Maja", "Niall", "Orla", "Piet", "Quinn", "Runa", "Senan", "Tove");
  private final Random chance = new Random(31);

  void plan(Visitor visitor, Instant start, Instant now, BiConsumer<Instant, Runnable> later) {
    long span = Duration.between(start, now).toMinutes();
    for (int i = 0; i < PEOPLE; i++) {
      Instant at =
          start.plus(Duration.ofMinutes((long) (span * (i + chance.nextDouble()) / PEOPLE)));
      person(
          visitor,
          i,
          at,
          (when, what) -> {
            if (when.isBefore(now)) {
              later.accept(when, what);
            }
          });
    }
  }

  private void person(Visitor visitor, int i, Instant at, BiConsumer<Instant, Runnable> later) {
    String name = NAMES.get(i % NAMES.size());
    String email =
        name.toLowerCase(Locale.ROOT) + (i < NAMES.size() ? "" : "." + i) + "@quire.test";
    Map<String, String> answers = answers();
    List<Long> times = new ArrayList<>();
    answers.keySet().forEach(question -> times.add(2500L + chance.nextInt(9000)));
    // The third question and the address are where people go.
    int upTo = chance.nextInt(9) == 0 ? 2 : chance.nextInt(12) == 0 ? 4 : ANSWERS.size();
    boolean signsUp = upTo == ANSWERS.size() && chance.nextInt(10) < 7;
    Visitor.Quizzed quizzed = new Visitor.Quizzed(answers, times, upTo);
    later.accept(
        at,
        () -> {
          String key = visitor.play(BindingQuiz.SLUG, quizzed);
          if (signsUp) {
            visitor.signUpPlayed(BindingQuiz.SLUG, key, email, name);
          }
        });
    if (!signsUp || chance.nextInt(9) == 0) {
      return;
    }
    Instant confirmed = at.plus(Duration.ofMinutes(2 + chance.nextInt(200)));
    later.accept(confirmed, () -> visitor.confirm(email));
    if (chance.nextInt(5) > 0) {
      later.accept(confirmed.plus(Duration.ofMinutes(1)), () -> visitor.tell(email, "looked"));
    }
    if (chance.nextInt(2) == 0) {
      later.accept(confirmed.plus(Duration.ofMinutes(2)), () -> visitor.open(email));
    }
  }

  private Map<String, String> answers() {
    Map<String, String> answers = new TreeMap<>();
    for (int q = 0; q < ANSWERS.size(); q++) {
      // The first answers please more than the last.
      int most = ANSWERS.get(q);
      answers.put(
          "q" + (q + 1), "a" + (1 + Math.min(chance.nextInt(most), chance.nextInt(most + 1))));
    }
    return answers;
  }
}
