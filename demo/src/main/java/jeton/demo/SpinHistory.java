package jeton.demo;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.BiConsumer;
import org.springframework.stereotype.Component;

/**
 * People who spun the wheel: most confirm, some never do, many look at what they won. What each
 * draws is the server's own chance, and another each time the demo is made.
 */
@Component
class SpinHistory {
  private static final int PEOPLE = 64;
  private static final List<String> NAMES =
      List.of(
          "Agnes",
          "Bas",
          "Clodagh",
          "Daan",
          "Eimear",
          "Floris",
          "Gobnait",
          "Hein",
          "Ita",
          "Joris",
          "Kees",
          "Lieke",
          "Muireann",
          "Nessa",
          "Oisin",
          "Pleun",
          "Riona",
          "Sietse",
          "Tadhg",
          "Ultan");
  private final Random chance = new Random(53);

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
        name.toLowerCase(Locale.ROOT) + (i < NAMES.size() ? "" : "." + i) + "@thread.test";
    if (chance.nextInt(3) == 0) {
      later.accept(at.minus(Duration.ofMinutes(3)), () -> visitor.look(SheetWheel.SLUG));
    }
    later.accept(at, () -> visitor.signUp(SheetWheel.SLUG, email, name, "Europe/Dublin"));
    if (chance.nextInt(6) == 0) {
      return;
    }
    Instant confirmed = at.plus(Duration.ofMinutes(2 + chance.nextInt(200)));
    later.accept(confirmed, () -> visitor.confirm(email));
    if (chance.nextInt(3) > 0) {
      later.accept(confirmed.plus(Duration.ofMinutes(1)), () -> visitor.tell(email, "looked"));
    }
  }
}
