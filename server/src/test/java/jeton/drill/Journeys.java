package jeton.drill;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.standins.mailbox.Mailbox;
import jeton.standins.mailbox.ReceivedEmail;

/**
 * Whole ways of visitors: somebody looks at the page, signs up, confirms by the email, opens what
 * they were sent and takes the file; one in twenty leaves again.
 */
final class Journeys {
  private static final int ONE_IN_LEAVES = 20;
  private static final Duration PATIENCE = Duration.ofMinutes(3);
  private static final Duration BETWEEN_LOOKS = Duration.ofMillis(100);

  private final Http visitor;
  private final Mailbox mailbox;
  private final String form;
  private final AtomicLong made = new AtomicLong();
  private final AtomicLong brokenOff = new AtomicLong();
  private final AtomicLong under = new AtomicLong();

  Journeys(Http visitor, Mailbox mailbox, String form) {
    this.visitor = visitor;
    this.mailbox = mailbox;
    this.form = form;
  }

  /** How many went the whole way. */
  long made() {
    return made.get();
  }

  /** How many were turned away, or waited for an email in vain. */
  long brokenOff() {
    return brokenOff.get();
  }

  /** How many are on their way now. */
  long underWay() {
    return under.get();
  }

  /** One, from beginning to end. */
  void go() {
    under.incrementAndGet();
    try {
      String email = SampleOffer.newAddress();
      must(visitor.get("/f/" + form));
      must(
          visitor.form(
              "/p/forms/" + form + "/signups",
              Map.of("email", email, "first_name", "Aoife", "consent", "yes")));
      must(visitor.form(link(email, "/c/"), Map.of()));
      String pass = link(email, "/g/");
      must(visitor.get(pass));
      must(visitor.get(pass + "/files/1"));
      if (ThreadLocalRandom.current().nextInt(ONE_IN_LEAVES) == 0) {
        must(visitor.form(link(email, "/u/"), Map.of()));
      }
      made.incrementAndGet();
    } catch (RuntimeException | AssertionError broken) {
      if (brokenOff.getAndIncrement() < 5) {
        System.out.println("drill: one broke off: " + broken);
      }
    } finally {
      under.decrementAndGet();
    }
  }

  private static void must(Http.Answer answer) {
    if (answer.status() >= 400) {
      throw new AssertionError(answer.status() + " " + answer.body());
    }
  }

  /** The path of a link, once an email with one has come. */
  private String link(String email, String kind) {
    Pattern link = Pattern.compile("http://[^/\\s]+(" + Pattern.quote(kind) + "[A-Za-z0-9_-]+)");
    long until = System.nanoTime() + PATIENCE.toNanos();
    int seen = 0;
    while (System.nanoTime() < until) {
      List<ReceivedEmail> all = mailbox.to(email);
      // Only what is new is read: whoever looks is on the machine that is measured.
      for (ReceivedEmail received : all.subList(0, all.size() - seen)) {
        Matcher found =
            link.matcher(SampleOffer.part(mailbox.message(received.id()).orElseThrow(), 0));
        if (found.find()) {
          return found.group(1);
        }
      }
      seen = all.size();
      LockSupport.parkNanos(BETWEEN_LOOKS.toNanos());
    }
    throw new AssertionError("no " + kind + " came");
  }

  /** Looks at the owner's screens, one after the other, one a second. */
  static void look(ScheduledExecutorService timer, Http owner, List<String> screens) {
    AtomicLong turn = new AtomicLong();
    timer.scheduleWithFixedDelay(
        () -> must(owner.get(screens.get((int) (turn.getAndIncrement() % screens.size())))),
        0,
        1,
        TimeUnit.SECONDS);
  }
}
