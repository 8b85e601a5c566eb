package jeton.server.trial;

import java.util.List;
import jeton.core.numbers.Rate;
import jeton.core.trial.Difference;
import jeton.core.trial.TwoVersions;

/**
 * How many met each version, and how many of them did what it is measured by.
 *
 * @param differences what was different, once it has ended
 */
public record Counted(long didA, long metA, long didB, long metB, List<Difference> differences) {
  /** Nobody yet. */
  static final Counted NONE = new Counted(0, 0, 0, 0, List.of());

  /** To be compared (X2). */
  TwoVersions versions() {
    return new TwoVersions(new Rate(didA, metA), new Rate(didB, metB));
  }

  Counted with(List<Difference> told) {
    return new Counted(didA, metA, didB, metB, told);
  }
}
