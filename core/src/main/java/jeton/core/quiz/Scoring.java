package jeton.core.quiz;

/** How answers lead to an outcome. */
public enum Scoring {
  /** Answers give points to outcomes; the highest total wins (Q2). */
  MATCH,
  /** Answers add to one total; each outcome owns a range of totals (Q3). */
  RANGE
}
