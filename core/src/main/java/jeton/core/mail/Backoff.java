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

  private Backoff() {}

  /**
   * The next attempt.
   *
   * @param failures how often it has failed, at least 1
   * @return empty when it is not tried again: give up and tell the owner
   */
  public static Optional<Instant> nextAttempt(AnswerClass answer, int failures, Instant now) {
    List<Duration> pauses = answer == AnswerClass.FULL ? FULL_MAILBOX : USUAL;
    return !answer.triedAgain() || failures > pauses.size()
        ? Optional.empty()
        : Optional.of(now.plus(pauses.get(failures - 1)));
  }

  private static List<Duration> pauses(String... pauses) {
    return Stream.of(pauses).map(Duration::parse).toList();
  }
}
