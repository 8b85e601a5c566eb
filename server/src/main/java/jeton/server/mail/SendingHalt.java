package jeton.server.mail;

import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import jeton.core.mail.AnswerClass;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.smtp.MailTransport;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Stops all sending, on all instances, when a mail server refuses one email after the other for
 * good: then something is wrong with us rather than with twenty readers. The owner has it go on.
 */
@Service
public class SendingHalt {
  /** Refusals in a row, over all workers of an instance, that stop sending. */
  public static final int MOST_REFUSALS = 20;

  private static final Logger LOG = LoggerFactory.getLogger(SendingHalt.class);
  private static final int MOST_REASON = 500;

  private final SendingHaltStore store;
  private final ConfigurationVersion configuration;
  private final TransactionOperations tx;
  private final Clock clock;
  private final AtomicInteger inARow = new AtomicInteger();
  private final Remembered<Optional<Halt>> known;

  SendingHalt(
      SendingHaltStore store,
      ConfigurationVersion configuration,
      TransactionOperations tx,
      Clock clock) {
    this.store = store;
    this.configuration = configuration;
    this.tx = tx;
    this.clock = clock;
    known = new Remembered<>(configuration, store::find);
  }

  /**
   * Why nothing leaves.
   *
   * @param reason what the mail server said last
   */
  public record Halt(Instant at, int refusals, String reason) {}

  /** From memory: at most a second or two behind another instance. */
  public Optional<Halt> now() {
    return known.now();
  }

  /** Counts an answer. True when it is the refusal that stops sending. */
  boolean isCalledBy(MailTransport.Answer answer) {
    if (answer.kind() == AnswerClass.TAKEN) {
      inARow.set(0);
      return false;
    }
    boolean forGood =
        answer.kind() == AnswerClass.ADDRESS_REFUSED || answer.kind() == AnswerClass.EMAIL_REFUSED;
    if (!forGood || inARow.incrementAndGet() < MOST_REFUSALS) {
      return now().isPresent();
    }
    String said = answer.said();
    Halt halt =
        new Halt(
            clock.instant(),
            MOST_REFUSALS,
            said.length() > MOST_REASON ? said.substring(0, MOST_REASON) : said);
    tx.executeWithoutResult(
        status -> {
          if (store.put(halt)) {
            configuration.changed();
          }
        });
    LOG.error("The mail server refused {} emails in a row: sending has stopped", MOST_REFUSALS);
    return true;
  }

  /** Has sending go on. */
  public void end() {
    inARow.set(0);
    tx.executeWithoutResult(
        status -> {
          if (store.take()) {
            configuration.changed();
          }
        });
  }
}
