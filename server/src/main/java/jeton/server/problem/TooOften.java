package jeton.server.problem;

import java.time.Duration;

/** Tried too often; allowed again after a while. */
public final class TooOften extends RuntimeException {
  private static final long serialVersionUID = 1L;
  private final Duration wait;

  public TooOften(String message, Duration wait) {
    super(message);
    this.wait = wait;
  }

  /** How long to wait. */
  public Duration pause() {
    return wait;
  }
}
