package jeton.server.numbers;

import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.numbers.DayRange;
import jeton.server.mail.OutgoingEmail;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Emails by the business's day on which they left, and how they have fared by now (N3). A day in
 * which something changed is counted anew as a whole, in one transaction: so it matters not how
 * often, how late or in which order that was noted. A large day rests between two counts.
 */
@Service
public class EmailDays {
  private static final int SOME = 60;
  // A day is counted for at most a twentieth of the time.
  private static final long RESTS = 20;
  private static final Duration LONG = Duration.ofMillis(20);

  private final EmailDayStore store;
  private final TrackStore tracks;
  private final TransactionOperations tx;
  private final Map<LocalDate, Long> resting = new HashMap<>();

  EmailDays(EmailDayStore store, TrackStore tracks, TransactionOperations tx) {
    this.store = store;
    this.tracks = tracks;
    this.tx = tx;
  }

  /** What sends: a step, an issue, or an offer its confirmation or delivery. */
  public record Source(OutgoingEmail.Kind kind, long id) {
    /** An email of a sequence. */
    public static Source ofStep(long stepId) {
      return new Source(OutgoingEmail.Kind.FOLLOW_UP, stepId);
    }
  }

  /**
   * How emails fared.
   *
   * @param sent what was taken and did not come back
   * @param refused what was not, or came back
   * @param opened by people; who clicked has opened it
   * @param machineOpened by known prefetchers alone
   * @param gone who left by it
   * @param replied who answered it, where returned mail is read
   * @param complained who told their mailbox that it is unwanted
   */
  public record Fared(
      Source source,
      long sent,
      long refused,
      long opened,
      long machineOpened,
      long clicked,
      long gone,
      long replied,
      long complained) {

    /** Nothing left. */
    public static Fared none(Source source) {
      return new Fared(source, 0, 0, 0, 0, 0, 0, 0, 0);
    }

    /** Both together, under the first one's name. */
    public Fared plus(Fared more) {
      return new Fared(
          source,
          sent + more.sent,
          refused + more.refused,
          opened + more.opened,
          machineOpened + more.machineOpened,
          clicked + more.clicked,
          gone + more.gone,
          replied + more.replied,
          complained + more.complained);
    }
  }

  /**
   * How a domain's mailboxes took emails.
   *
   * @param full those of the refused whose mailbox had no room
   * @param putOff taken or refused after being asked to come back
   */
  public record Domain(String domain, long sent, long refused, long full, long putOff) {}

  /** How many people opened and clicked in an hour of the business's day, 0 to 23. */
  public record OpeningHour(int hour, long opened, long clicked) {}

  /**
   * A link in an email.
   *
   * @param people who pressed it
   */
  public record Link(String href, Source source, long people) {}

  /** When what left in a range was opened and clicked; hours with neither are left out. */
  public List<OpeningHour> hours(DayRange days) {
    return store.hours(days);
  }

  /** The links most people pressed. */
  public List<Link> links(DayRange days, int most) {
    return store.links(days, most);
  }

  /** Of a range, by what sent them. */
  public List<Fared> of(DayRange days) {
    return of(days, EnumSet.allOf(OutgoingEmail.Kind.class));
  }

  /** Those of these kinds alone. */
  public List<Fared> of(DayRange days, Set<OutgoingEmail.Kind> kinds) {
    return store.sums(days, kinds);
  }

  /** The domains most was sent to. */
  public List<Domain> domains(DayRange days, int most) {
    return store.domains(days, most);
  }

  /**
   * Counts the newest day that is due and does not rest.
   *
   * @return whether there was one
   */
  public synchronized boolean work() {
    long now = System.nanoTime();
    resting.values().removeIf(until -> until < now);
    return Boolean.TRUE.equals(
        tx.execute(
            status -> {
              ZoneId zone = tracks.sharedZone();
              return store.takesTurn() && next().map(due -> count(due, zone)).orElse(false);
            }));
  }

  /** All notes of the newest day that does not rest. */
  private Optional<List<EmailDayStore.Due>> next() {
    List<EmailDayStore.Due> all = store.due(SOME + resting.size());
    return all.stream()
        .map(EmailDayStore.Due::day)
        .filter(day -> !resting.containsKey(day))
        .findFirst()
        .map(day -> all.stream().filter(due -> due.day().equals(day)).toList());
  }

  private boolean count(List<EmailDayStore.Due> notes, ZoneId zone) {
    LocalDate day = notes.get(0).day();
    long begun = System.nanoTime();
    if (store.countedFrom().filter(day::isBefore).isEmpty()) {
      store.count(day, zone);
    }
    notes.forEach(store::done);
    long took = System.nanoTime() - begun;
    if (took > LONG.toNanos()) {
      resting.put(day, System.nanoTime() + RESTS * took);
    }
    return true;
  }

  /** The first day of which all readings are kept, once some were forgotten. */
  Optional<LocalDate> keptFrom() {
    return store.countedFrom();
  }

  /** Has all days counted anew, as far back as readings are kept. */
  void markAll() {
    store.markAll();
  }
}
