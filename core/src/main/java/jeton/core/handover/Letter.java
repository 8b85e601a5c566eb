package jeton.core.handover;

/** Whether an email delivers what was given. */
public enum Letter {
  /** As the offer is set. */
  AS_SET,
  /** Always also by email. */
  ALWAYS,
  /** Not now: there is nothing, or it has to be waited for. */
  NONE;

  /**
   * Whether one goes out.
   *
   * @param asSet what the offer says
   */
  public boolean goes(boolean asSet) {
    return this == ALWAYS || this == AS_SET && asSet;
  }
}
