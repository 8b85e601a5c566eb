package jeton.demo;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import jeton.server.account.Owners;
import jeton.server.business.PublicUrl;
import jeton.server.form.ViewCounter;
import jeton.server.site.Sightings;
import jeton.standins.mailbox.Mailbox;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Component;

/**
 * Eight weeks of visitors, lived through once on the demo's clock: real pages, sign-ups, emails and
 * downloads, the last three in detail. The same each time, since chance is seeded.
 */
@Component
class DemoHistory implements ApplicationRunner {
  private static final int WEEKS = 8;
  private static final int IN_DETAIL = 3;
  private static final List<String> NAMES =
      List.of(
          "Aoife", "Bram", "Ciara", "Dara", "Elin", "Fionn", "Greta", "Hugo", "Imke", "Jonas",
          "Kaisa", "Liv", "Maeve", "Niall", "Orla", "Pia", "Quentin", "Roisin", "Sorcha", "Tomas",
          "Una", "Vera", "Wim", "Xenia", "Yara", "Zoe", "Anouk", "Brona", "Colm", "Dervla");
  private static final List<String> HOSTS =
      List.of("mail.example", "post.example", "letters.test", "inbox.example");
  private static final List<String> PAGES =
      List.of("/", "/papers", "/threads", "/journal", "/workshop");
  private static final List<String> ZONES =
      List.of("Europe/Dublin", "Europe/Dublin", "Europe/Lisbon", "America/New_York");

  private final DemoClock clock;
  private final TimeTravel travel;
  private final QuireAndThread business;
  private final Owners owners;
  private final Coupons coupons;
  private final Courses courses;
  private final Games games;
  private final Street street;
  private final Past past;
  private final Strangers strangers = new Strangers(59);
  private final List<Moment> moments = new ArrayList<>();
  private final Random chance = new Random(7);

  DemoHistory(
      DemoClock clock,
      TimeTravel travel,
      QuireAndThread business,
      Owners owners,
      Coupons coupons,
      Courses courses,
      Games games,
      Street street,
      Past past) {
    this.past = past;
    this.games = games;
    this.coupons = coupons;
    this.courses = courses;
    this.clock = clock;
    this.travel = travel;
    this.business = business;
    this.owners = owners;
    this.street = street;
  }

  /** The coupon, and who came for it. */
  @Component
  record Coupons(PapersCoupon offer, CouponHistory history) {}

  /** The course with who came for it, and the letters to everybody. */
  @Component
  record Courses(MarblingCourse offer, CourseHistory history, Letters letters) {}

  /** The weeks before, and the trial of the last two. */
  @Component
  record Past(EarlierHistory earlier, PopUpTrial trial) {}

  /** The quiz and the wheel, and who played them. */
  @Component
  record Games(BindingQuiz quiz, QuizHistory players, SheetWheel wheel, SpinHistory spinners) {}

  /** Where visitors come along. */
  @Component
  record Street(
      PublicUrl publicUrl,
      Mailbox mailbox,
      ViewCounter views,
      Sightings sightings,
      SamplePlacing placing) {}

  private record Moment(Instant at, Runnable what) {}

  @Override
  public void run(ApplicationArguments arguments) {
    if (!clock.isNew()) {
      return;
    }
    System.out.println("Making eight weeks of sample history …");
    Instant now = Instant.now().truncatedTo(ChronoUnit.MINUTES);
    Instant start = now.minus(Duration.ofDays(7L * WEEKS));
    Instant recent = now.minus(Duration.ofDays(7L * IN_DETAIL));
    clock.begin(start.minus(Duration.ofHours(1)));
    owners.make(DemoApplication.OWNER, DemoApplication.PASSWORD);
    business.make();
    coupons.offer().make();
    courses.offer().make();
    games.quiz().make();
    games.wheel().make();
    courses.letters().make();
    street.placing().place();
    plan(recent, now);
    courses.letters().plan(now, this::later);
    Visitor shopper = new Visitor(street.publicUrl().of(""), street.mailbox());
    past.earlier().plan(shopper, start, recent, now, this::later);
    past.trial().plan(shopper, street.placing().site(), now, this::later);
    coupons.history().plan(shopper, recent, now, this::later);
    courses.history().plan(shopper, recent, now, this::later);
    games.players().plan(shopper, recent, now, this::later);
    games.spinners().plan(shopper, recent, now, this::later);
    moments.sort(Comparator.comparing(Moment::at));
    for (Moment moment : moments) {
      street.views().flush();
      street.sightings().flush();
      travel.moveTo(moment.at());
      moment.what().run();
    }
    travel.moveTo(now);
    street.views().flush();
    street.sightings().flush();
    clock.keep();
  }

  private void plan(Instant start, Instant now) {
    Visitor visitor = new Visitor(street.publicUrl().of(""), street.mailbox());
    long span = Duration.between(start, now).toMinutes();
    for (int i = 0; i < 62; i++) {
      Instant at = start.plus(Duration.ofMinutes((long) (span * (i + chance.nextDouble()) / 62.5)));
      onlookers(visitor, at);
      person(visitor, i, at, now);
    }
  }

  /** A third by the hosted page, half by the pop-up, the rest by the footer. */
  private void signUp(Visitor visitor, int i, String email, String told, String zone) {
    if (i % 6 < 2) {
      visitor.signUp(QuireAndThread.SLUG, email, told, zone);
      return;
    }
    boolean popUp = i % 6 < 5;
    String key = formKey(popUp);
    visitor.signUpOn(
        street.placing().site(),
        PAGES.get(i % PAGES.size()),
        key,
        Map.of(
            "email", email,
            "first_name", told,
            "zone", zone,
            "visitor", popUp ? past.trial().stranger() : strangers.next()));
  }

  private String formKey(boolean popUp) {
    return street
        .placing()
        .key(popUp ? QuireAndThread.POP_UP : QuireAndThread.FOOTER)
        .orElseThrow();
  }

  private void onlookers(Visitor visitor, Instant at) {
    for (int n = chance.nextInt(9); n > 0; n--) {
      boolean popUp = n % 3 > 0;
      String page = PAGES.get(chance.nextInt(PAGES.size()));
      later(
          at.minus(Duration.ofMinutes(5L * n)),
          () -> visitor.meet(street.placing().site(), page, formKey(popUp), strangers.next()));
    }
    for (int n = chance.nextInt(5); n > 0; n--) {
      later(at.minus(Duration.ofMinutes(7L * n)), () -> visitor.look(QuireAndThread.SLUG));
    }
  }

  /**
   * Most confirm within hours and take the file; some never do, some leave, two addresses are gone.
   */
  private void person(Visitor visitor, int i, Instant at, Instant now) {
    String name = NAMES.get(i % NAMES.size());
    boolean gone = i % 29 == 11;
    String local =
        (gone ? "gone." : "") + name.toLowerCase(Locale.ROOT) + (i < NAMES.size() ? "" : "." + i);
    String email = local + "@" + HOSTS.get(chance.nextInt(HOSTS.size()));
    String told = chance.nextInt(5) == 0 ? "" : name;
    String zone = ZONES.get(chance.nextInt(ZONES.size()));
    later(at, () -> signUp(visitor, i, email, told, zone));
    if (gone || chance.nextInt(6) == 0) {
      return;
    }
    Instant confirmed = at.plus(Duration.ofMinutes(1 + (long) Math.exp(chance.nextDouble() * 6)));
    laterBefore(now, confirmed, () -> visitor.confirm(email));
    if (chance.nextInt(4) > 0) {
      laterBefore(now, confirmed.plus(Duration.ofMinutes(2)), () -> visitor.takeFile(email));
    }
    for (int day = 3; day < 20; day += 3) {
      reads(visitor, email, confirmed.plus(Duration.ofDays(day)), now);
    }
    if (chance.nextInt(9) == 0) {
      laterBefore(now, confirmed.plus(Duration.ofHours(60)), () -> visitor.leave(email));
    }
  }

  /** Two in three open what has come; a third of those click. */
  private void reads(Visitor visitor, String email, Instant at, Instant now) {
    if (chance.nextInt(3) > 0) {
      laterBefore(now, at, () -> visitor.open(email));
      if (chance.nextInt(3) == 0) {
        laterBefore(now, at.plus(Duration.ofMinutes(1)), () -> visitor.click(email));
      }
    }
  }

  private void later(Instant at, Runnable what) {
    moments.add(new Moment(at, what));
  }

  private void laterBefore(Instant end, Instant at, Runnable what) {
    if (at.isBefore(end)) {
      later(at, what);
    }
  }
}
