package jeton.demo;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import jeton.server.site.Site;
import org.springframework.stereotype.Component;

/**
 * The weeks before, in less detail: visitors who came by a few moments a day, so that ranges of
 * days have others to be compared with.
 */
@Component
class EarlierHistory {
  private static final List<String> NAMES =
      List.of(
          "Alma", "Brigid", "Cormac", "Dagny", "Eoin", "Fia", "Gunnar", "Helga", "Iseult", "Jorg",
          "Katla", "Lorcan", "Mette", "Nils", "Orlaith", "Per", "Ronan", "Siv", "Torben", "Ulla");
  private static final List<String> PAGES =
      List.of("/", "/papers", "/threads", "/journal", "/workshop");
  private static final int QUESTIONS = 5;
  private static final int FOOTER_A_DAY = 46;
  private static final int POP_UP_A_DAY = 22;
  // Readers press what is worth pressing; the papers are not.
  private static final String UNPRESSED = "Papers and threads worth having";
  private final SampleShop.Till till;
  private final SamplePlacing placing;
  private final Random chance = new Random(71);
  private final Strangers strangers = new Strangers(73);
  private final List<String> readers = new ArrayList<>();
  private int people;

  EarlierHistory(SampleShop.Till till, SamplePlacing placing) {
    this.till = till;
    this.placing = placing;
  }

  /** From one moment to another; those who came go on reading until now. */
  void plan(
      Visitor visitor,
      Instant start,
      Instant end,
      Instant now,
      BiConsumer<Instant, Runnable> later) {
    long days = Duration.between(start, end).toDays();
    for (int day = 0; day < days; day++) {
      Instant morning = start.plus(Duration.ofHours(24L * day + 3));
      List<Runnable> first = new ArrayList<>();
      List<Runnable> then = new ArrayList<>();
      List<Runnable> soon = new ArrayList<>();
      day(visitor, day / 7, new Day(first, then, soon));
      // Few moments a day: each is a stop on the way, and costs as much as a day without any.
      later.accept(morning, () -> first.forEach(Runnable::run));
      later.accept(morning.plus(Duration.ofHours(3)), () -> then.forEach(Runnable::run));
      later.accept(morning.plus(Duration.ofMinutes(185)), () -> soon.forEach(Runnable::run));
    }
    for (Instant evening = start.plus(Duration.ofHours(17));
        evening.isBefore(now);
        evening = evening.plus(Duration.ofDays(1))) {
      later.accept(evening, () -> evening(visitor));
    }
  }

  /** What happens in the morning of a day, some hours later, and once emails came of that. */
  private record Day(List<Runnable> first, List<Runnable> then, List<Runnable> soon) {}

  /** A shop that grows: more come each week. */
  private void day(Visitor visitor, int week, Day day) {
    day.first().add(() -> passersBy(visitor));
    for (int n = 0; n < 2 + week / 2; n++) {
      plan(visitor, somebody(), day);
    }
    for (int n = 0; n < 4 + week / 2; n++) {
      coupon(visitor, somebody(), day);
    }
    for (int n = 0; n < 3 + week / 2; n++) {
      quiz(visitor, somebody(), day);
    }
    wheel(visitor, somebody(), day);
  }

  private String somebody() {
    String name = NAMES.get(people % NAMES.size()).toLowerCase(Locale.ROOT);
    return name + "." + (300 + people++) + "@mail.example";
  }

  private static String nameOf(String email) {
    return email.substring(0, 1).toUpperCase(Locale.ROOT) + email.substring(1, email.indexOf('.'));
  }

  private void passersBy(Visitor visitor) {
    Site site = placing.site();
    String footer = placing.key(QuireAndThread.FOOTER).orElseThrow();
    String popUp = placing.key(QuireAndThread.POP_UP).orElseThrow();
    for (int n = 0; n < FOOTER_A_DAY; n++) {
      visitor.pass(site, PAGES.get(n % PAGES.size()), footer, strangers.next());
    }
    for (int n = 0; n < POP_UP_A_DAY; n++) {
      visitor.pass(site, PAGES.get(n % PAGES.size()), popUp, strangers.next());
    }
    for (int n = chance.nextInt(5); n > 0; n--) {
      visitor.look(QuireAndThread.SLUG);
      visitor.look(PapersCoupon.SLUG);
    }
  }

  private void plan(Visitor visitor, String email, Day day) {
    boolean byPage = chance.nextInt(5) < 2;
    String form = chance.nextInt(6) == 0 ? QuireAndThread.FOOTER : QuireAndThread.POP_UP;
    day.first()
        .add(
            () -> {
              if (byPage) {
                visitor.signUp(QuireAndThread.SLUG, email, nameOf(email), "Europe/Dublin");
              } else {
                byForm(visitor, form, email);
              }
            });
    if (chance.nextInt(8) > 0) {
      boolean takes = chance.nextInt(6) > 0;
      day.then().add(() -> joins(visitor, email));
      if (takes) {
        day.soon().add(() -> visitor.takeFile(email));
      }
    }
  }

  private void byForm(Visitor visitor, String form, String email) {
    Map<String, Object> fields = new HashMap<>();
    fields.put("email", email);
    fields.put("first_name", nameOf(email));
    fields.put("zone", "Europe/Dublin");
    fields.put("visitor", strangers.next());
    visitor.signUpOn(placing.site(), "/papers", placing.key(form).orElseThrow(), fields);
  }

  /** Confirms, and reads what comes from then on. */
  private void joins(Visitor visitor, String email) {
    visitor.confirm(email);
    readers.add(email);
  }

  /** Most look at their code and copy it; few come back and buy. */
  private void coupon(Visitor visitor, String email, Day day) {
    day.first().add(() -> visitor.signUp(PapersCoupon.SLUG, email, nameOf(email), "Europe/Dublin"));
    if (chance.nextInt(9) == 0) {
      return;
    }
    boolean buys = chance.nextInt(4) == 0;
    int number = people;
    day.then().add(() -> visitor.confirm(email));
    day.soon()
        .add(
            () -> {
              visitor.tell(email, "copied");
              if (buys) {
                visitor.buy(till.key(), email, "QT-" + (2000 + number), 2400 + 10L * number);
              }
            });
  }

  private void quiz(Visitor visitor, String email, Day day) {
    Map<String, String> answers = new TreeMap<>();
    List<Long> times = new ArrayList<>();
    for (int q = 1; q <= QUESTIONS; q++) {
      answers.put("q" + q, "a" + (1 + chance.nextInt(3)));
      times.add(2500L + chance.nextInt(9000));
    }
    // The third question is where people go.
    int upTo = chance.nextInt(6) == 0 ? 2 : QUESTIONS;
    boolean signsUp = upTo == QUESTIONS && chance.nextInt(10) < 6;
    day.first()
        .add(
            () -> {
              String key =
                  visitor.play(BindingQuiz.SLUG, new Visitor.Quizzed(answers, times, upTo));
              if (signsUp) {
                visitor.signUpPlayed(BindingQuiz.SLUG, key, email, nameOf(email));
              }
            });
    if (signsUp && chance.nextInt(8) > 0) {
      day.then().add(() -> joins(visitor, email));
    }
  }

  /** Half of those who spin never confirm. */
  private void wheel(Visitor visitor, String email, Day day) {
    day.first().add(() -> visitor.signUp(SheetWheel.SLUG, email, nameOf(email), "Europe/Dublin"));
    if (chance.nextInt(2) == 0) {
      day.then().add(() -> visitor.confirm(email));
    }
  }

  /** Who has something new may read it. */
  private void evening(Visitor visitor) {
    for (String reader : readers) {
      if (chance.nextInt(4) == 0) {
        boolean worthPressing =
            visitor.newestSubject(reader).filter(s -> !s.equals(UNPRESSED)).isPresent();
        visitor.open(reader);
        if (worthPressing && chance.nextInt(2) == 0) {
          visitor.click(reader);
        }
      }
    }
  }
}
