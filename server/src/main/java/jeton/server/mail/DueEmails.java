package jeton.server.mail;

import java.time.Instant;
import java.util.Optional;
import jeton.server.database.DueWork;
import org.springframework.stereotype.Component;

/** Emails that might leave; none lies while the owner knows that sending has stopped. */
@Component
class DueEmails implements DueWork {
  private final OutboxStore outbox;
  private final SendingHalt halt;

  DueEmails(OutboxStore outbox, SendingHalt halt) {
    this.outbox = outbox;
    this.halt = halt;
  }

  @Override
  public String name() {
    return "emails";
  }

  @Override
  public Optional<Instant> oldestDue(Instant now) {
    return halt.now().isPresent() ? Optional.empty() : outbox.overdue(now);
  }
}
