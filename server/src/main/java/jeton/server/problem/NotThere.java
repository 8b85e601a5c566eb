package jeton.server.problem;

/** What was asked for does not exist (any more). */
public final class NotThere extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /**
   * @param what "This offer"
   */
  public NotThere(String what) {
    super(what + " is not there. It may have been removed.");
  }
}
