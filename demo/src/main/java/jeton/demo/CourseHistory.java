package jeton.demo;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.BiConsumer;
import org.springframework.stereotype.Component;

/** People who came for the course: most play the first film, fewer come back for the second. */
@Component
class CourseHistory {
  private static final int PEOPLE = 28;
  private static final int BATH_FILE = 1;
  private static final int WATER_FILE = 3;
  private static final int LIFTING_FILE = 4;
  private static final int CARD_FILE = 6;
  private static final List<String> NAMES =
      List.of(
          "Ada", "Bernt", "Clodagh", "Doris", "Enda", "Frieda", "Gisli", "Hedda", "Ivo", "Jana",
          "Klara", "Ludo", "Mairead", "Nora", "Otto", "Paula", "Rory", "Saskia", "Tilda");
  private final Random chance = new Random(23);

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
        name.toLowerCase(Locale.ROOT) + (i < NAMES.size() ? "" : "." + i) + "@letters.test";
    for (int n = chance.nextInt(3); n > 0; n--) {
      later.accept(at.minus(Duration.ofMinutes(6L * n)), () -> visitor.look(MarblingCourse.SLUG));
    }
    later.accept(at, () -> visitor.signUp(MarblingCourse.SLUG, email, name, "Europe/Dublin"));
    if (chance.nextInt(10) == 0) {
      return;
    }
    Instant confirmed = at.plus(Duration.ofMinutes(2 + chance.nextInt(90)));
    later.accept(confirmed, () -> visitor.confirm(email));
    later.accept(confirmed.plus(Duration.ofSeconds(30)), () -> visitor.tell(email, "looked"));
    if (chance.nextInt(8) == 0) {
      return;
    }
    Instant plays = confirmed.plus(Duration.ofMinutes(3));
    int seconds = chance.nextInt(3) > 0 ? 20 : 4 + chance.nextInt(12);
    later.accept(plays, () -> visitor.play(email, BATH_FILE, MarblingCourse.BATH, "0-" + seconds));
    if (chance.nextInt(4) > 0) {
      int heard = chance.nextBoolean() ? 24 : 8 + chance.nextInt(10);
      later.accept(
          plays.plus(Duration.ofMinutes(4)),
          () -> visitor.play(email, WATER_FILE, MarblingCourse.WATER, "0-" + heard));
    }
    if (chance.nextInt(3) > 0) {
      comesBack(visitor, email, confirmed.plus(Duration.ofDays(3)), later);
    }
  }

  private void comesBack(
      Visitor visitor, String email, Instant at, BiConsumer<Instant, Runnable> later) {
    later.accept(at, () -> visitor.open(email));
    int seconds = chance.nextInt(2) > 0 ? 16 : 5 + chance.nextInt(8);
    later.accept(
        at.plus(Duration.ofMinutes(2)),
        () -> visitor.play(email, LIFTING_FILE, MarblingCourse.LIFTING, "0-" + seconds));
    if (chance.nextInt(3) > 0) {
      later.accept(at.plus(Duration.ofMinutes(5)), () -> visitor.take(email, CARD_FILE));
    }
  }
}
