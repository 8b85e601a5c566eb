package jeton.core.notice;

/** How soon somebody is told (O1). */
public enum NoticePace {
  /** As it happens, within the limit of O2. */
  AT_ONCE,
  /** In one email a day. */
  DAILY,
  /** In one email a week. */
  WEEKLY,
  NOT;

  /** Whether it is told in a digest. */
  public boolean isDigest() {
    return this == DAILY || this == WEEKLY;
  }
}
