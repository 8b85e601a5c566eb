package jeton.core.handover;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * A use of one file of a pass: all requests from its first to its last, as long as no pause in
 * between was too long (rule P2).
 *
 * @param first its first request
 * @param last its latest one that was allowed
 */
public record PassUse(Instant first, Instant last) {
  /**
   * Longest pause between two requests of one use, inclusive: range requests, a pause in a film.
   */
  public static final Duration LONGEST_PAUSE = Duration.ofMinutes(10);

  /** Longest time from a use's first request to its last, inclusive. */
  public static final Duration LONGEST = Duration.ofHours(24);

  /** What a request comes to. */
  public enum Answer {
    /** It belongs to a use that has begun, whatever the limits say by now. */
    CONTINUES(true),
    /** A new use begins. */
    COUNTED(true),
    REFUSED_EXPIRED(false),
    REFUSED_SPENT(false);

    private final boolean opens;

    Answer(boolean opens) {
      this.opens = opens;
    }

    /** Whether the file is handed out. */
    public boolean opens() {
      return opens;
    }
  }

  /**
   * Judges a request for a file. One that is refused belongs to no use and prolongs none.
   *
   * @param running the latest use of this very file, if there was one
   * @param status of the pass at this moment
   */
  public static Answer judge(Optional<PassUse> running, PassStatus status, Instant now) {
    if (running.filter(use -> use.goesOnAt(now)).isPresent()) {
      return Answer.CONTINUES;
    }
    return switch (status) {
      case GOOD -> Answer.COUNTED;
      case EXPIRED -> Answer.REFUSED_EXPIRED;
      case SPENT -> Answer.REFUSED_SPENT;
    };
  }

  private boolean goesOnAt(Instant now) {
    return !last.isBefore(oldestLast(now)) && !first.isBefore(oldestFirst(now));
  }

  /** The oldest last request of a use that goes on at a moment. */
  public static Instant oldestLast(Instant now) {
    return now.minus(LONGEST_PAUSE);
  }

  /** The oldest first request of a use that goes on at a moment. */
  public static Instant oldestFirst(Instant now) {
    return now.minus(LONGEST);
  }
}
