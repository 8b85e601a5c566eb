package jeton.core.numbers;

/**
 * Whether something that was changed does better since. Said only where the counts carry it: at
 * least 100 on both sides, and 95 % intervals (N2) that do not touch.
 *
 * @param before as it was when it was changed
 * @param since what came after
 * @param ofLoss whether it had better be small
 */
public record Change(Rate before, Rate since, boolean ofLoss) {

  /** What can be said. */
  public enum Verdict {
    TOO_EARLY,
    HELPED,
    WORSE,
    /** Enough have come, and no difference is to be seen. */
    NO_DIFFERENCE
  }

  /** What can be said by now. */
  public Verdict verdict() {
    if (before.of() < WorthTrying.FEWEST || since.of() < WorthTrying.FEWEST) {
      return Verdict.TOO_EARLY;
    }
    Compared compared = new Compared(since, before);
    if (compared.isAbove()) {
      return ofLoss ? Verdict.WORSE : Verdict.HELPED;
    }
    if (compared.isBelow()) {
      return ofLoss ? Verdict.HELPED : Verdict.WORSE;
    }
    return Verdict.NO_DIFFERENCE;
  }
}
