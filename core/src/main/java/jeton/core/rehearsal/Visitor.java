package jeton.core.rehearsal;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.handover.Letter;

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
 * @param plays what they come to, with an offer that is played first (G3)
 */
public record Visitor(
    Instant signsUp,
    Optional<String> zone,
    Map<String, String> answers,
    Optional<Duration> confirmsAfter,
    Optional<Duration> usesAfter,
    Optional<Duration> signsUpAgainAfter,
    Optional<Duration> leavesAfter,
    Optional<Played> plays) {

  /**
   * What was played.
   *
   * @param result its key, as conditions and starts name it
   * @param tags it gives once it counts (Q9)
   * @param letter whether an email delivers it
   */
  public record Played(String result, List<String> tags, Letter letter) {}

  public Visitor {
    answers = Map.copyOf(answers);
  }

  /** Of an offer that is not played. */
  public Visitor(
      Instant signsUp,
      Optional<String> zone,
      Map<String, String> answers,
      Optional<Duration> confirmsAfter,
      Optional<Duration> usesAfter,
      Optional<Duration> signsUpAgainAfter,
      Optional<Duration> leavesAfter) {
    this(
        signsUp,
        zone,
        answers,
        confirmsAfter,
        usesAfter,
        signsUpAgainAfter,
        leavesAfter,
        Optional.empty());
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
        Optional.empty(),
        Optional.empty());
  }
}
