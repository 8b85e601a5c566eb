package jeton.core.mail;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** When an email that could not be sent for now is tried again, by the class of the answer. */
public final class Backoff {
  private static final List<Duration> USUAL =
      pauses("PT1M", "PT5M", "PT30M", "PT2H", "PT6H", "PT24H");
  private static final List<Duration> FULL_MAILBOX =
      pauses("PT30M", "PT2H", "PT6H", "PT24H", "PT24H", "PT24H");

  // As long as the usual pauses last together, in steps of ten minutes.
  private static final int MOST_URGENT =
      (int) (USUAL.stream().mapToLong(Duration::toMinutes).sum() / 10);
  // Somebody waits for it: however long a server was away, it is tried soon after.
  private static final Duration LONGEST_URGENT = Duration.ofMinutes(10);

  private Backoff() {}

  /**
   * The next attempt.
   *
   * @param failures how often it has failed, at least 1
   * @param urgent whether somebody waits for it: then at most ten minutes lie between two attempts,
   *     for as long as others are tried
   * @return empty when it is not tried again: give up and tell the owner
   */
  public static Optional<Instant> nextAttempt(
      AnswerClass answer, int failures, boolean urgent, Instant now) {
    List<Duration> pauses = answer == AnswerClass.FULL ? FULL_MAILBOX : USUAL;
    if (!answer.triedAgain()) {
      return Optional.empty();
    }
    if (urgent && answer != AnswerClass.FULL) {
      Duration pause = pauses.get(Math.min(failures, pauses.size()) - 1);
      return failures > MOST_URGENT
          ? Optional.empty()
          : Optional.of(now.plus(pause.compareTo(LONGEST_URGENT) < 0 ? pause : LONGEST_URGENT));
    }
    return failures > pauses.size()
        ? Optional.empty()
        : Optional.of(now.plus(pauses.get(failures - 1)));
  }

  private static List<Duration> pauses(String... pauses) {
    return Stream.of(pauses).map(Duration::parse).toList();
  }
}
