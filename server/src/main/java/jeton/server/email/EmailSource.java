package jeton.server.email;

import java.util.List;
import java.util.Map;
import java.util.Set;
import jeton.core.email.EmailContent;
import jeton.server.mail.OutgoingEmail;

/** What emails of one kind say, given by the capability they belong to. */
public interface EmailSource {

  /** The kind it speaks for. */
  OutgoingEmail.Kind kind();

  /**
   * What the emails of a batch say now, by outbox id; one that is no longer to be sent is left out.
   */
  Map<Long, EmailContent> contents(List<Claimed> batch);

  /**
   * Makes the personal links of a batch and commits them: they must work when the emails arrive.
   * Called for each attempt, so that no link is kept in the clear anywhere.
   *
   * @return address by outbox id; without an entry the email has no personal link
   */
  Map<Long, String> makeLinks(List<Written> batch);

  /** Which of these wait because their sequence is paused (T14). */
  default Set<Long> held(List<Claimed> batch) {
    return Set.of();
  }

  /** The lists these go out for (L1), by outbox id; none for what is for no list. */
  default Map<Long, Long> lists(List<Claimed> batch) {
    return Map.of();
  }

  /** An email claimed for sending. */
  record Claimed(long outboxId, OutgoingEmail email) {}

  /** One with what it says. */
  record Written(long outboxId, OutgoingEmail email, EmailContent content) {}
}
