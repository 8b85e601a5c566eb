package jeton.core.upkeep;

/** What is kept for a while only. Each has its usual number of days, the least and the most. */
public enum KeptKind {
  /** From which network somebody signed up and confirmed: a part of what proves their consent. */
  NETWORKS(730, 30),
  /** Links to confirm that ran out long ago; until then their page says so and offers a new one. */
  CONFIRM_LINKS(365, 30),
  /** Where forms were seen. Readiness looks at a week of it. */
  SIGHTINGS(90, 14),
  /** What hooks and outside lists were told, and what they answered. */
  CONNECTION_LOGS(30, 1),
  /** Who signed in to Jeton, from where; a network that is known need not prove itself. */
  SIGN_INS(90, 14),
  /**
   * Who opened, clicked and left by which email. What was counted of it stays; what is asked of
   * people (P1) reaches as far back as this.
   */
  READINGS(1095, 365),
  /** Files that nothing names any more. */
  UNUSED_FILES(60, 7);

  /** Ten years, in days. */
  public static final int MOST_DAYS = 3650;

  private final int usualDays;
  private final int leastDays;

  KeptKind(int usualDays, int leastDays) {
    this.usualDays = usualDays;
    this.leastDays = leastDays;
  }

  /** Days it is kept unless the owner says otherwise. */
  public int usualDays() {
    return usualDays;
  }

  /** Fewer days would take away what Jeton itself still needs. */
  public int leastDays() {
    return leastDays;
  }
}
