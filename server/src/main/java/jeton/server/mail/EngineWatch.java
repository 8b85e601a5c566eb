package jeton.server.mail;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;

/**
 * The mail engine as its owner looks at it: what waits, what is on its way, what failed and why.
 */
@Service
public class EngineWatch {
  private static final Duration LOOKS_BACK = Duration.ofDays(30);
  private static final int MOST_LINES = 200;
  private final EngineStore store;
  private final SendingHalt halt;
  private final MailHealth health;
  private final Clock clock;

  EngineWatch(EngineStore store, SendingHalt halt, MailHealth health, Clock clock) {
    this.store = store;
    this.halt = halt;
    this.health = health;
    this.clock = clock;
  }

  /** Where an email stands. */
  public enum Pile {
    WAITING,
    /** Its sequence is paused. */
    HELD,
    ON_ITS_WAY,
    /** Failed at least once, and will be tried again. */
    TROUBLED,
    SENT,
    /** Refused, given up or come back. */
    FAILED,
    DROPPED
  }

  /**
   * One email.
   *
   * @param tryAt when it is tried next
   * @param said what the mail server said last
   */
  public record EngineLine(
      long id,
      Pile pile,
      OutgoingEmail.Kind kind,
      long personId,
      String to,
      Optional<String> offer,
      Instant dueAt,
      Optional<Instant> tryAt,
      Optional<Instant> settledAt,
      int failures,
      Optional<String> said) {}

  /** Numbers of the last 30 days, the newest of one pile, and why nothing leaves if so. */
  public record EngineView(
      Map<Pile, Long> counts,
      Pile pile,
      List<EngineLine> lines,
      Optional<SendingHalt.Halt> halt,
      Optional<String> trouble) {}

  /** One pile, at most its newest 200. */
  public EngineView view(Pile pile) {
    Instant since = clock.instant().minus(LOOKS_BACK);
    return new EngineView(
        store.counts(since),
        pile,
        store.list(pile, since, MOST_LINES),
        halt.now(),
        health.trouble());
  }

  /**
   * How it stands, in short.
   *
   * @param halt why all sending has stopped, if it has
   * @param trouble what is wrong with the engine itself, in words
   */
  public record Standing(
      Outbox.State outbox, Optional<SendingHalt.Halt> halt, Optional<String> trouble) {}

  /** How it stands now. */
  public Standing standing() {
    EngineStore.Waiting waiting = store.waiting();
    return new Standing(waiting.state(), halt.now(), health.trouble(waiting::oldestTry));
  }
}
