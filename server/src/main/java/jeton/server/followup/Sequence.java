package jeton.server.followup;

import java.util.List;
import jeton.core.followup.Step;
import jeton.core.mail.EmailContent;

/**
 * A follow-up: timed emails in order.
 *
 * @param steps by rank, deleted ones left out
 */
public record Sequence(long id, long offerId, String name, int version, List<Email> steps) {

  /** A step and what its email says. */
  public record Email(Step step, EmailContent content) {}

  /** The steps, for the rules of timing. */
  public List<Step> timing() {
    return steps.stream().map(Email::step).toList();
  }
}
