package jeton.server.problem;

import java.util.List;
import jeton.core.problem.Problem;

/** Something given cannot be taken; nothing was changed. */
public final class Refused extends RuntimeException {
  private static final long serialVersionUID = 1L;
  private final transient List<Problem> problems;

  public Refused(List<Problem> problems) {
    super(problems.isEmpty() ? "refused" : problems.get(0).message());
    this.problems = List.copyOf(problems);
  }

  public Refused(String field, String code, String message) {
    this(List.of(new Problem(field, code, message)));
  }

  /** Everything that is wrong with it. */
  public List<Problem> problems() {
    return problems;
  }

  /** Throws when there are problems. */
  public static void unlessNone(List<Problem> problems) {
    if (!problems.isEmpty()) {
      throw new Refused(problems);
    }
  }
}
