package jeton.core.signup;

import java.util.List;
import jeton.core.problem.Problems;

/**
 * How people are told from robots, and good addresses from bad ones. A hidden field and the time a
 * form took to fill in are looked at always.
 *
 * @param human when a visitor's browser has to work for a moment (a proof of work)
 * @param throwAway what happens to addresses of domains that give them out for minutes
 * @param verifies whether each address is asked about at the verification service
 * @param dotless domains in whose addresses dots before the @ count for nothing (S11)
 */
public record VisitorChecks(
    Human human, ThrowAway throwAway, boolean verifies, List<String> dotless) {
  private static final int MOST_DOMAINS = 50;

  /** When something looks suspicious; throw-away addresses are let in with a mark. */
  public static final VisitorChecks USUAL =
      new VisitorChecks(Human.WHEN_SUSPICIOUS, ThrowAway.MARK, false);

  /** When the proof of work is asked for. */
  public enum Human {
    NEVER,
    WHEN_SUSPICIOUS,
    ALWAYS
  }

  /** What happens to throw-away addresses. */
  public enum ThrowAway {
    LET_IN,
    MARK,
    REFUSE
  }

  public VisitorChecks {
    human = human == null ? Human.WHEN_SUSPICIOUS : human;
    throwAway = throwAway == null ? ThrowAway.MARK : throwAway;
    dotless = dotless == null ? List.of() : List.copyOf(dotless);
  }

  /** Dots count everywhere. */
  public VisitorChecks(Human human, ThrowAway throwAway, boolean verifies) {
    this(human, throwAway, verifies, List.of());
  }

  /** Notes what keeps these from being saved. */
  public void check(String path, Problems problems) {
    problems.when(
        dotless.size() > MOST_DOMAINS, path + ".dotless", "too_many", "At most 50 domains.");
    for (String domain : dotless) {
      problems.when(
          !domain.matches("[\\p{L}\\p{N}.-]{3,253}") || domain.indexOf('.') < 1,
          path + ".dotless",
          "not_a_domain",
          "A domain looks like mail.example.");
    }
  }
}
