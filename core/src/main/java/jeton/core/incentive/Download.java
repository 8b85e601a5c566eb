package jeton.core.incentive;

import java.util.List;
import jeton.core.problem.Problems;

/** Files to take away. They are the offer's own; nothing else is to be set. */
public record Download() implements Incentive {

  @Override
  public void check(String path, Problems problems) {
    // Nothing can be wrong with nothing.
  }

  /** What keeps these files from being given. */
  public static List<Lack> missing(List<String> fileNames) {
    return fileNames.isEmpty()
        ? List.of(Lack.grave("no_file", "There is no file to hand over.", "files"))
        : List.of();
  }
}
