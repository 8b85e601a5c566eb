package jeton.core.trial;

import jeton.core.problem.Problems;

/**
 * How two versions are tried.
 *
 * @param shareOfA who gets A, in hundredths of a percent
 * @param endsByItself whether it ends once one is good enough (X2); else its owner ends it
 */
public record TrialSettings(int shareOfA, Measure measure, boolean endsByItself) {
  // A version that hardly anybody meets is never told from the other.
  private static final int LEAST = 500;

  /** Half and half, by what is usual, until its owner ends it. */
  public static TrialSettings usual(Tested tested) {
    return new TrialSettings(Trial.ALL / 2, tested.measures().get(0), false);
  }

  /** Notes what keeps this from being saved. */
  public void check(Tested tested, Problems problems) {
    problems.when(
        shareOfA < LEAST || shareOfA > Trial.ALL - LEAST,
        "settings.shareOfA",
        "out_of_range",
        "Each version is for 5 to 95 % of them.");
    problems.when(
        measure == null || !tested.measures().contains(measure),
        "settings.measure",
        "does_not_fit",
        "That cannot be counted of this.");
  }
}
