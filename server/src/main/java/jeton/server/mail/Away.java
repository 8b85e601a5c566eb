package jeton.server.mail;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import jeton.core.mail.AnswerClass;
import jeton.server.smtp.MailTransport;
import org.springframework.stereotype.Component;

/**
 * Remembers that the mail server is away, so that each email does not find out by itself: after an
 * answer that did not come nobody asks for a while. Kept by each instance for itself.
 */
@Component
class Away {
  private static final List<Duration> RESTS =
      List.of(Duration.ofSeconds(2), Duration.ofSeconds(10), Duration.ofSeconds(30));

  private final Clock clock;
  private int inARow;
  private Instant until = Instant.MIN;

  Away(Clock clock) {
    this.clock = clock;
  }

  /** Whether to leave the server alone for now. */
  synchronized boolean isNow() {
    return clock.instant().isBefore(until);
  }

  /** Takes an answer in. True when it means that the server is away. */
  synchronized boolean isSeenFrom(MailTransport.Answer answer) {
    if (answer.kind() != AnswerClass.AWAY) {
      inARow = 0;
      return false;
    }
    until = clock.instant().plus(RESTS.get(Math.min(inARow, RESTS.size() - 1)));
    inARow++;
    return true;
  }

  /** Asks again at once: somebody changed something, or wants to see. */
  synchronized void forget() {
    inARow = 0;
    until = Instant.MIN;
  }
}
