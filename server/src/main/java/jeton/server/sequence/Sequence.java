package jeton.server.sequence;

import java.util.List;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.followup.Condition;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Step;
import jeton.core.followup.StepRules;

/**
 * Timed emails in order.
 *
 * @param homeOffer the offer it was made with; empty for one that stands on its own
 * @param steps by rank, deleted ones left out
 */
public record Sequence(
    long id,
    Optional<Long> homeOffer,
    String name,
    int version,
    SequenceRules rules,
    boolean paused,
    List<Email> steps) {

  /**
   * A step and what its email says.
   *
   * @param emailId several steps can send the same email
   */
  public record Email(
      Step step, StepRules rules, long emailId, int emailVersion, EmailContent content) {}

  /** Whether it matters when a person's code or pass ends (T15, C10). */
  public boolean looksAtEnds() {
    return steps.stream()
        .map(Email::step)
        .anyMatch(
            step ->
                step.timing().beforeEnd().isPresent()
                    || step.condition().kind() == Condition.Kind.ENDS_WITHIN);
  }

  /** Whether it matters what a person came to (G3). */
  public boolean looksAtResults() {
    return steps.stream().anyMatch(email -> email.step().condition().kind().hasResult());
  }

  /** The steps, for the rules of timing. */
  public List<Step> timing() {
    return steps.stream().map(Email::step).toList();
  }
}
