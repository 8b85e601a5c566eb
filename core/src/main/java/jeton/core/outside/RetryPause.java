package jeton.core.outside;

import java.time.Duration;
import java.util.List;

/** How long a program elsewhere is left alone after it took nothing (H1, and lists alike). */
public final class RetryPause {
  private static final List<Duration> PAUSES =
      List.of(
          Duration.ofSeconds(5),
          Duration.ofMinutes(1),
          Duration.ofMinutes(5),
          Duration.ofMinutes(30),
          Duration.ofHours(2),
          Duration.ofHours(6));
  private static final Duration THEN_EVERY = Duration.ofHours(24);

  private RetryPause() {}

  /**
   * How long to wait.
   *
   * @param failures how often it has failed, 1 or more
   */
  public static Duration after(int failures) {
    if (failures < 1) {
      throw new IllegalArgumentException(failures + " failures; 1 or more are needed");
    }
    return failures <= PAUSES.size() ? PAUSES.get(failures - 1) : THEN_EVERY;
  }
}
