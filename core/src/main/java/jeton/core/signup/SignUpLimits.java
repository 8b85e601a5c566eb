package jeton.core.signup;

import java.time.Duration;

/** How many sign-ups are kept for one address; beyond that the answer is the same, nothing more. */
public final class SignUpLimits {
  /** How far back they are counted. */
  public static final Duration WINDOW = Duration.ofHours(1);

  /** Most sign-ups kept in it. */
  public static final int MOST_IN_WINDOW = 30;

  private SignUpLimits() {}
}
