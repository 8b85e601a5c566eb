package jeton.core.signup;

/**
 * How people are told from robots, and good addresses from bad ones. A hidden field and the time a
 * form took to fill in are looked at always.
 *
 * @param human when a visitor's browser has to work for a moment (a proof of work)
 * @param throwAway what happens to addresses of domains that give them out for minutes
 * @param verifies whether each address is asked about at the verification service
 */
public record VisitorChecks(Human human, ThrowAway throwAway, boolean verifies) {
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
  }
}
