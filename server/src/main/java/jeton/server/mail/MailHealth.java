package jeton.server.mail;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;

/**
 * Says when no dispatcher works, or when what might leave has waited too long. Named {@code
 * sending} in {@code /actuator/health}.
 */
@Component("sending")
public class MailHealth implements HealthIndicator {
  /** How long an email that might be taken may be left lying. */
  public static final Duration PATIENCE = Duration.ofMinutes(10);

  private final Dispatcher dispatcher;
  private final OutboxStore outbox;
  private final SendingHalt halt;
  private final Clock clock;

  MailHealth(Dispatcher dispatcher, OutboxStore outbox, SendingHalt halt, Clock clock) {
    this.dispatcher = dispatcher;
    this.outbox = outbox;
    this.halt = halt;
    this.clock = clock;
  }

  @Override
  public Health health() {
    try {
      return trouble()
          .map(said -> Health.down().withDetail("said", said))
          .orElseGet(Health::up)
          .build();
    } catch (DataAccessException away) {
      return Health.down().withDetail("said", "The database cannot be asked.").build();
    }
  }

  /** What is wrong, in words; nothing is while the owner knows that sending has stopped. */
  public Optional<String> trouble() {
    return trouble(() -> outbox.overdue(clock.instant()));
  }

  /**
   * The same.
   *
   * @param oldestTry when the email that waits longest may be taken; asked only if that matters
   */
  Optional<String> trouble(Supplier<Optional<Instant>> oldestTry) {
    if (dispatcher.isWithoutWorkers()) {
      return Optional.of("No dispatcher is at work: no email leaves. Restart Jeton.");
    }
    if (halt.now().isPresent()) {
      return Optional.empty();
    }
    Instant tooLong = clock.instant().minus(PATIENCE);
    return oldestTry
        .get()
        .filter(oldest -> !oldest.isAfter(tooLong))
        .map(
            since ->
                "Emails that might leave are left lying, the oldest for more than ten minutes.");
  }
}
