package jeton.core.quiz;

/** How questions are laid out (Q6). */
public enum Paging {
  /** One question at a time, where scripts run. */
  ONE_AT_A_TIME,
  /** All on one page. */
  ALL_ON_ONE_PAGE
}
