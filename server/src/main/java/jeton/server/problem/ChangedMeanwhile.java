package jeton.server.problem;

/** Somebody else saved the same thing first; nothing was overwritten. */
public final class ChangedMeanwhile extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /**
   * @param what "This offer"
   */
  public ChangedMeanwhile(String what) {
    super(what + " was changed in another tab or by somebody else meanwhile. Nothing was saved.");
  }
}
