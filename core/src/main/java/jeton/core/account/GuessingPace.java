package jeton.core.account;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * How long somebody has to wait after wrong guesses at a password. It slows guessing down and locks
 * nobody out: the wait doubles with each guess, and never exceeds a minute. Guesses count for a
 * quarter of an hour.
 */
public final class GuessingPace {
  /** How far back guesses count. */
  public static final Duration WINDOW = Duration.ofMinutes(15);

  /** Longest wait. */
  public static final Duration LONGEST = Duration.ofMinutes(1);

  /** Guesses at one address from one network that cost nothing. */
  static final int FREE_FOR_ADDRESS = 5;

  /** Guesses from one network, or at one address from all, that cost nothing. */
  static final int FREE_FOR_MANY = 20;

  private GuessingPace() {}

  /**
   * Wrong guesses within {@link #WINDOW}.
   *
   * @param last when the newest of them was made
   */
  public record Guesses(int number, Optional<Instant> last) {
    /** None. */
    public static final Guesses NONE = new Guesses(0, Optional.empty());
  }

  /**
   * When the next guess may be made.
   *
   * @param atAddress from this network at this address
   * @param fromNetwork from this network at whatever address
   * @param elsewhere at this address from anywhere; none where its owner has signed in from this
   *     network before, so that guessing all over the world keeps no owner out
   * @return how long to wait from now; zero for not at all
   */
  public static Duration pause(
      Guesses atAddress, Guesses fromNetwork, Guesses elsewhere, Instant now) {
    Duration longest = left(atAddress, FREE_FOR_ADDRESS, now);
    for (Guesses many : new Guesses[] {fromNetwork, elsewhere}) {
      Duration wait = left(many, FREE_FOR_MANY, now);
      longest = wait.compareTo(longest) > 0 ? wait : longest;
    }
    return longest;
  }

  private static Duration left(Guesses guesses, int free, Instant now) {
    int costly = guesses.number() - free;
    if (costly < 0 || guesses.last().isEmpty()) {
      return Duration.ZERO;
    }
    Duration wait = Duration.ofSeconds(1L << Math.min(costly, 6));
    Duration most = wait.compareTo(LONGEST) > 0 ? LONGEST : wait;
    Duration left = Duration.between(now, guesses.last().get().plus(most));
    return left.isNegative() ? Duration.ZERO : left;
  }
}
