package jeton.core.rehearsal;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;

/**
 * A made-up visitor and what they do.
 *
 * @param signsUp when
 * @param zone IANA name of their browser's zone
 * @param answers to the business's own fields, by key
 * @param confirmsAfter from the sign-up; empty for never
 * @param usesAfter from when it was first handed over; empty for never
 * @param signsUpAgainAfter from the sign-up; empty for once only
 * @param leavesAfter from the sign-up; empty for never
 */
public record Visitor(
    Instant signsUp,
    Optional<String> zone,
    Map<String, String> answers,
    Optional<Duration> confirmsAfter,
    Optional<Duration> usesAfter,
    Optional<Duration> signsUpAgainAfter,
    Optional<Duration> leavesAfter) {

  public Visitor {
    answers = Map.copyOf(answers);
  }

  /** Signs up, confirms at once and does no more. */
  public static Visitor at(Instant signsUp) {
    return new Visitor(
        signsUp,
        Optional.empty(),
        Map.of(),
        Optional.of(Duration.ZERO),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }
}
