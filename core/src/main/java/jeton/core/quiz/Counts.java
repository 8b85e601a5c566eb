package jeton.core.quiz;

import java.util.Arrays;

/**
 * How many ways lead to each state, by the state's number. Where states are few for their room they
 * lie in a plain array, so that adding is as quick as adding can be; else in a table by hash.
 */
final class Counts {
  private static final int MOST_IN_ARRAY = 1 << 23;
  private static final int SLOTS = 1 << 19;
  private static final long FREE = -1;
  private static final long SPREAD = 0x9E3779B97F4A7C15L;
  private static final int SHIFT = 64 - 19;

  private final long[] counts;
  private final long[] keys;
  private final int[] used;
  private int size;

  /**
   * @param room states are numbered below this
   * @param most states it has to hold; one more tells that there are too many
   */
  Counts(long room, int most) {
    boolean plain = room <= MOST_IN_ARRAY;
    counts = new long[plain ? (int) room : SLOTS];
    keys = plain ? null : new long[SLOTS];
    used = new int[most + 1];
    if (keys != null) {
      Arrays.fill(keys, FREE);
    }
  }

  /** States that some way leads to. */
  int size() {
    return size;
  }

  long key(int i) {
    return keys == null ? used[i] : keys[used[i]];
  }

  long count(int i) {
    return counts[used[i]];
  }

  /** Adds ways to a state. False when there are more states than it has to hold. */
  boolean add(long key, long ways) {
    int slot = keys == null ? (int) key : slot(key);
    if (counts[slot] == 0) {
      if (size == used.length - 1) {
        return false;
      }
      used[size++] = slot;
      if (keys != null) {
        keys[slot] = key;
      }
    }
    counts[slot] += ways;
    return true;
  }

  /**
   * Moves all states on by each of these steps, and is empty then. False when there are more states
   * than the next have to hold.
   *
   * @param ways of each step
   */
  boolean moveTo(Counts next, long[] steps, long[] ways) {
    return keys == null ? movePlainly(next, steps, ways) : moveByHash(next, steps, ways);
  }

  private boolean moveByHash(Counts next, long[] steps, long[] ways) {
    for (int i = 0; i < size; i++) {
      for (int s = 0; s < steps.length; s++) {
        if (!next.add(key(i) + steps[s], count(i) * ways[s])) {
          return false;
        }
      }
    }
    clear();
    return true;
  }

  /** The same with everything at hand: this is where all the time goes. */
  private boolean movePlainly(Counts next, long[] steps, long[] ways) {
    long[] to = next.counts;
    int[] found = next.used;
    int most = found.length - 1;
    int n = next.size;
    // One step after the other: states stay in runs of their order, and near each other in memory.
    for (int s = 0; s < steps.length; s++) {
      int step = (int) steps[s];
      long way = ways[s];
      for (int i = 0; i < size; i++) {
        int from = used[i];
        int slot = from + step;
        long before = to[slot];
        if (before == 0) {
          if (n == most) {
            return false;
          }
          found[n++] = slot;
        }
        to[slot] = before + counts[from] * way;
      }
    }
    for (int i = 0; i < size; i++) {
      counts[used[i]] = 0;
    }
    size = 0;
    next.size = n;
    return true;
  }

  /** Notes that some way leads to a state, without counting. False as {@link #add}. */
  boolean note(long key) {
    int slot = keys == null ? (int) key : slot(key);
    return counts[slot] != 0 || add(key, 1);
  }

  private int slot(long key) {
    int slot = (int) (key * SPREAD >>> SHIFT);
    while (keys[slot] != FREE && keys[slot] != key) {
      slot = slot + 1 & SLOTS - 1;
    }
    return slot;
  }

  void clear() {
    for (int i = 0; i < size; i++) {
      counts[used[i]] = 0;
      if (keys != null) {
        keys[used[i]] = FREE;
      }
    }
    size = 0;
  }
}
