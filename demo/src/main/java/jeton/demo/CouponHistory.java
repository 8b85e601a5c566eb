package jeton.demo;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.BiConsumer;
import org.springframework.stereotype.Component;

/** People who came for the coupon: most confirm, many look at the code, a third buys with it. */
@Component
class CouponHistory {
  private static final int PEOPLE = 26;
  private static final List<String> NAMES =
      List.of(
          "Agnes", "Bodil", "Conor", "Delia", "Emer", "Freya", "Gwen", "Hanne", "Ines", "Jytte",
          "Kilian", "Lotte", "Milo", "Nuala", "Oona", "Petra", "Runa");
  private final SampleShop.Till till;
  private final Random chance = new Random(11);

  CouponHistory(SampleShop.Till till) {
    this.till = till;
  }

  void plan(Visitor visitor, Instant start, Instant now, BiConsumer<Instant, Runnable> later) {
    long span = Duration.between(start, now).toMinutes();
    for (int i = 0; i < PEOPLE; i++) {
      Instant at =
          start.plus(Duration.ofMinutes((long) (span * (i + chance.nextDouble()) / PEOPLE)));
      person(visitor, i, at, now, later);
    }
  }

  private void person(
      Visitor visitor, int i, Instant at, Instant now, BiConsumer<Instant, Runnable> later) {
    String name = NAMES.get(i % NAMES.size());
    String email =
        name.toLowerCase(Locale.ROOT) + (i < NAMES.size() ? "" : "." + i) + "@post.example";
    for (int n = chance.nextInt(4); n > 0; n--) {
      later.accept(at.minus(Duration.ofMinutes(6L * n)), () -> visitor.look(PapersCoupon.SLUG));
    }
    later.accept(at, () -> visitor.signUp(PapersCoupon.SLUG, email, name, "Europe/Dublin"));
    if (chance.nextInt(8) == 0) {
      return;
    }
    Instant confirmed = at.plus(Duration.ofMinutes(2 + chance.nextInt(200)));
    before(now, confirmed, later, () -> visitor.confirm(email));
    if (chance.nextInt(5) == 0) {
      return;
    }
    boolean copies = chance.nextInt(3) > 0;
    before(
        now,
        confirmed.plus(Duration.ofMinutes(1)),
        later,
        () -> visitor.tell(email, copies ? "copied" : "seen"));
    if (chance.nextInt(5) < 2) {
      Instant buys = confirmed.plus(Duration.ofHours(3 + chance.nextInt(150)));
      long cents = 2200 + chance.nextInt(5000);
      before(now, buys, later, () -> visitor.buy(till.key(), email, "QT-" + (1040 + i), cents));
    }
  }

  private static void before(
      Instant end, Instant at, BiConsumer<Instant, Runnable> later, Runnable what) {
    if (at.isBefore(end)) {
      later.accept(at, what);
    }
  }
}
