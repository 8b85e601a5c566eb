package jeton.server.editing;

import jeton.server.numbers.Numbers;

/**
 * What became of a step's email (rule N3): people, not clicks.
 *
 * @param bounced came back or were refused; rates are over sent without them
 * @param machineOpened opened by a known prefetcher and by nobody else
 * @param skipped whose condition did not hold (T8)
 * @param ahead who gets it next
 */
public record StepNumbers(
    long stepId,
    long sent,
    long bounced,
    long opened,
    long machineOpened,
    long clicked,
    long left,
    long skipped,
    long ahead) {

  /** None yet. */
  static StepNumbers none(long stepId) {
    return new StepNumbers(stepId, 0, 0, 0, 0, 0, 0, 0, 0);
  }

  /** Opened by people, of those it reached. */
  public Numbers.Share openRate() {
    return Numbers.Share.of(opened, reached());
  }

  /** Clicked, of those it reached. */
  public Numbers.Share clickRate() {
    return Numbers.Share.of(clicked, reached());
  }

  private long reached() {
    return Math.max(0, sent - bounced);
  }
}
