package jeton.core.quiz;

/** Who wins by points (Q2). */
final class Winner {
  private Winner() {}

  /**
   * The place of the winner: the highest total; of several, the one to whom the tie-break question
   * gave most, if that is one alone; else the first of all that tied. −1 where nobody plays.
   */
  static int of(int[] totals, int[] byTieBreak) {
    int first = highest(totals);
    if (!isTie(totals, first)) {
      return first;
    }
    int best = -1;
    boolean alone = false;
    for (int i = first; i < totals.length; i++) {
      if (totals[i] == totals[first]) {
        if (best < 0 || byTieBreak[i] > byTieBreak[best]) {
          best = i;
          alone = true;
        } else if (byTieBreak[i] == byTieBreak[best]) {
          alone = false;
        }
      }
    }
    return alone ? best : first;
  }

  /** Whether several have as much as the highest. */
  static boolean isTie(int[] totals) {
    return isTie(totals, highest(totals));
  }

  private static boolean isTie(int[] totals, int first) {
    for (int i = first + 1; i < totals.length && first >= 0; i++) {
      if (totals[i] == totals[first]) {
        return true;
      }
    }
    return false;
  }

  private static int highest(int[] totals) {
    int first = totals.length == 0 ? -1 : 0;
    for (int i = 1; i < totals.length; i++) {
      if (totals[i] > totals[first]) {
        first = i;
      }
    }
    return first;
  }
}
