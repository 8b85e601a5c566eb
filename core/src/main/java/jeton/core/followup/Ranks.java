package jeton.core.followup;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Ranks for steps in a new order, changing as few as possible (rule T9: runs remember numbers, so a
 * step that was not moved must keep its own).
 */
public final class Ranks {
  /** Distance between ranks given in a row: room for some thirty insertions at one spot. */
  public static final long APART = 1L << 32;

  /** Stands for a step that has no rank yet. */
  public static final long NEW = -1;

  private Ranks() {}

  /**
   * @param present the ranks the steps have now, in the order the owner wants; {@link #NEW} for
   *     added ones
   * @return ascending ranks in the same order; those of the longest run of steps left in order are
   *     unchanged
   * @throws IllegalStateException when no number is left between two neighbours
   */
  public static List<Long> reorder(List<Long> present) {
    boolean[] kept = longestAscending(present);
    List<Long> ranks = new ArrayList<>();
    long before = 0;
    for (int i = 0; i < present.size(); i++) {
      before = kept[i] ? present.get(i) : between(before, present, kept, i);
      ranks.add(before);
    }
    return ranks;
  }

  private static long between(long before, List<Long> present, boolean[] kept, int i) {
    int newOnes = 1;
    int next = i + 1;
    while (next < kept.length && !kept[next]) {
      next++;
      newOnes++;
    }
    if (next == kept.length) {
      return before + APART;
    }
    long gap = (present.get(next) - before) / (newOnes + 1);
    if (gap == 0) {
      throw new IllegalStateException(
          "No rank left between "
              + before
              + " and "
              + present.get(next)
              + "; add the step at the end instead");
    }
    return before + gap;
  }

  /** Marks a longest ascending subsequence of the ranks that exist. */
  private static boolean[] longestAscending(List<Long> present) {
    int n = present.size();
    int[] length = new int[n];
    int[] previous = new int[n];
    Arrays.fill(previous, -1);
    int best = -1;
    for (int i = 0; i < n; i++) {
      if (present.get(i) == NEW) {
        continue;
      }
      length[i] = 1;
      for (int j = 0; j < i; j++) {
        boolean follows = present.get(j) != NEW && present.get(j) < present.get(i);
        if (follows && length[j] + 1 > length[i]) {
          length[i] = length[j] + 1;
          previous[i] = j;
        }
      }
      best = best < 0 || length[i] > length[best] ? i : best;
    }
    boolean[] kept = new boolean[n];
    for (int i = best; i >= 0; i = previous[i]) {
      kept[i] = true;
    }
    return kept;
  }
}
